'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { UnitSystem } from '../../core/common/units';
import { useSystem } from '../frame/Providers';
import { keepDraft, readDraft } from './drafts';
import { withUnits } from '../../core/common/bareUnits';
import { beginnings, changes, contested, followed, touched } from './edits';
import { stillFitting } from '../kept/keptValues';

/** What is in the fields of a form. */
interface Draft<Values> {
  /** As the page shows them. */
  values: Values;
  /** As they were typed, which may be a moment ahead of the page. */
  latest: RefObject<Values>;
  change: (next: Values) => void;
  /** Into the browser, under the form's key. */
  keep: (values: Values) => void;
  /** Out of the browser: it is saved. */
  forget: () => void;
}

/**
 * The fields of a form, kept in the browser under `draftKey`. In a form that `edits`, what nobody touched follows what is
 * kept by the app; `contradicted` hears of what another screen has changed, too, to something else.
 */
export function useDraft<Values extends object>({
  draftKey,
  initial,
  edits,
  contradicted,
}: {
  draftKey: string;
  initial: () => Values;
  edits: boolean;
  contradicted: (theirs: Partial<Values>, shown: Values) => void;
}): Draft<Values> {
  const [values, setValues] = useState<Values>(initial);
  const latest = useRef(values);
  const system = useSystem();
  const typedIn = useRef<UnitSystem>(system);
  /** What the form was opened with, or what the app has kept since, and in which units that reads. */
  const began = useRef({ values, system });

  const keep = useCallback(
    (next: Values) => {
      if (!edits) return keepDraft(draftKey, next, typedIn.current);
      const mine = touched(began.current.values, next);
      keepDraft(draftKey, mine, typedIn.current, beginnings(began.current.values, mine));
    },
    [draftKey, edits],
  );
  const put = useCallback((next: Values) => {
    latest.current = next;
    setValues(next);
  }, []);
  const change = useCallback(
    (next: Values) => {
      put(next);
      keep(next);
    },
    [put, keep],
  );
  // All at once: rows that each put their own unit would write over one another. An amount stays what it is.
  useEffect(() => {
    const { current: before } = typedIn;
    typedIn.current = system;
    if (before === system) return;
    const typed = edits ? changes(began.current.values, latest.current) : latest.current;
    const news = changes(typed, withUnits(typed, before));
    if (Object.keys(news).length > 0) change({ ...latest.current, ...news });
  }, [change, edits, system]);
  const forget = useCallback(() => keepDraft(draftKey, null), [draftKey]);

  // The server cannot know the draft, so it is put in once the page is live.
  useEffect(() => {
    const draft = readDraft(draftKey, typedIn.current);
    if (!draft) return;
    // A field that the form had once, and has no more, would be refused where it is sent.
    put({ ...latest.current, ...stillFitting(latest.current, draft.values) });
    // Against this it shows what another screen has changed since it was typed.
    const { values, system } = began.current;
    began.current = { values: { ...values, ...stillFitting(values, draft.began) }, system };
  }, [draftKey, put]);

  useEffect(() => {
    if (!edits) return;
    const was = began.current;
    const now = initial();
    began.current = { values: now, system };
    // In other units everything reads otherwise, though nobody changed it.
    const theirs = was.system === system ? contested(latest.current, was.values, now) : {};
    if (Object.keys(theirs).length > 0) contradicted(theirs, values);
    const next = followed(latest.current, was.values, now);
    if (next) put(next);
  }, [edits, initial, system, values, contradicted, put]);

  return { values, latest, change, keep, forget };
}
