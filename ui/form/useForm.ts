'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { flushSync } from 'react-dom';
import { asSentence } from '../../core/common/format';
import { markedKey } from '../../core/common/request';
import { newKey } from '../feedback/newKey';
import { whyUnanswered } from '../feedback/outcome';
import { useUndoOffer } from '../feedback/UndoOffer';
import { changes } from './edits';
import { allSeen, changedTwice, type FieldErrors, focusFirst, inSentences, withoutErrorsOf } from './fieldErrors';
import { navigationsBegun } from '../frame/navigations';
import { useFreshPage } from '../frame/useFreshPage';
import { useIsLeft } from '../frame/useIsLeft';
import { useDraft } from './useDraft';

export type Outcome = { ok: true; id: number } | { ok: false; errors: FieldErrors };

/** The fields that hold text. */
type TextNames<Values> = { [Name in keyof Values & string]: Values[Name] extends string ? Name : never }[keyof Values &
  string];

export interface FormState<Values> {
  values: Values;
  set: <Name extends keyof Values>(name: Name, value: Values[Name]) => void;
  /** What an input of this name needs: its value, what is wrong with it, and how to change it. */
  field: <Name extends TextNames<Values>>(
    name: Name,
  ) => { name: Name; value: string; error: string | undefined; onChange: (value: string) => void };
  errors: FieldErrors;
  saving: boolean;
  submit: () => void;
  /** Back to the start, with the draft thrown away; what was typed while it was being saved stays. */
  clear: () => void;
}

/**
 * A form whose draft outlives a reload, a closed tab and a stopped server: it is kept in the browser under `draftKey`
 * until it has been saved.
 */
export function useForm<Values extends object>({
  draftKey,
  initial,
  save,
  saved,
  edits = false,
}: {
  draftKey: string;
  initial: () => Values;
  save: (values: Values) => Promise<Outcome>;
  saved: (id: number) => void;
  /**
   * It changes what is kept already: a field that nobody touched is what is kept now, whatever it was when the form was
   * opened or its draft begun. So two screens that change different fields do not undo each other; where both change the
   * same one, the later of them is asked.
   */
  edits?: boolean;
}): FormState<Values> {
  const [errors, setErrors] = useState<FieldErrors>({});
  const [saving, setSaving] = useState(false);
  const router = useRouter();
  const tell = useUndoOffer();
  const freshPage = useFreshPage();
  /** What the maker has been asked about since it was last to be saved: fields that another screen changed too. */
  const asked = useRef<string[]>([]);
  const contradicted = useCallback((theirs: Partial<Values>, shown: Values) => {
    asked.current.push(...Object.keys(theirs));
    setErrors((known) => ({ ...known, ...changedTwice(theirs, shown) }));
  }, []);
  const { values, latest, change, keep, forget } = useDraft({ draftKey, initial, edits, contradicted });
  const isUnderWay = useRef(false);
  const isLeft = useIsLeft();
  /** What was typed after it was sent belongs to what comes next: the next row, the next weighing. */
  const typedSince = useRef<Partial<Values>>({});
  /** What to do by what the page shows now, which may be more than when it was asked for. */
  const shown = useRef({ save, saved });
  useEffect(() => {
    shown.current = { save, saved };
  });

  const set: FormState<Values>['set'] = (name, value) => {
    change({ ...latest.current, [name]: value });
    setErrors((known) => withoutErrorsOf(known, String(name)));
  };

  const field: FormState<Values>['field'] = (name) => ({
    name,
    value: values[name] as string,
    error: errors[name],
    onChange: (value) => set(name, value as Values[typeof name]),
  });

  /** The page shows what is kept now; whether the maker is to be asked of something before it is saved. */
  const hasToAsk = async () => {
    asked.current = [];
    await freshPage();
    return asked.current.length > 0;
  };

  const underWay = (is: boolean) => {
    isUnderWay.current = is;
    setSaving(is);
  };

  const submit = async () => {
    if (isUnderWay.current) return;
    underWay(true);
    const navigations = navigationsBegun();
    if (edits && (await hasToAsk())) {
      underWay(false);
      return focusFirst(asked.current);
    }
    const sent = latest.current;
    // To undo it leads back to what was kept just before.
    const { save, saved } = shown.current;
    // Its answer may be lost, and the page with it: sent again, it must be the same request, typed or not.
    keep(sent);
    const outcome = await save(marked(sent)).catch((error): Outcome => ({ ok: false, errors: { '': unsent(error) } }));
    underWay(false);
    if (outcome.ok) forget();
    // Whoever went on meanwhile is not called back, and is told what became of it. Where the page is gone, a refusal is told.
    if (navigationsBegun() !== navigations || (isLeft.current && !outcome.ok)) {
      tell({ words: outcome.ok ? 'What you left is saved.' : leftUnsaved(outcome.errors) });
      return router.refresh();
    }
    if (!outcome.ok) return refused(outcome.errors);
    typedSince.current = changes(sent, latest.current);
    saved(outcome.id);
    typedSince.current = {};
  };

  const refused = (why: FieldErrors) => {
    if (why.requestKey !== undefined) {
      // Shown on the page it can be corrected; sent once more it is another one.
      change({ ...latest.current, requestKey: newKey() });
      router.refresh();
      return setErrors({ '': why.requestKey });
    }
    // Drawn at once, to see which of them the page has a place for.
    flushSync(() => setErrors(why));
    setErrors(allSeen(why));
    focusFirst(Object.keys(why));
  };

  const clear = () => {
    change({ ...initial(), ...typedSince.current });
    if (Object.keys(typedSince.current).length === 0) forget();
    setErrors({});
  };

  return { values, set, field, errors, saving, submit: () => void submit(), clear };
}

/** What became of a form that was left before its answer came. */
const leftUnsaved = (errors: FieldErrors) =>
  `What you left is not saved. ${inSentences(Object.values(errors))} Open it again to go on.`;

/** Why no answer came to what was sent. */
const unsent = (error: unknown) => `${asSentence(whyUnanswered(error))} All that you typed is kept.`;

/** With the key, where a form has one, as a request has it that asks just this. */
function marked<Values extends object>(values: Values): Values {
  if (!('requestKey' in values)) return values;
  const { requestKey, ...asked } = values;
  return { ...values, requestKey: markedKey(String(requestKey), asked) };
}
