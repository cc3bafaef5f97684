'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { flushSync } from 'react-dom';
import { asSentence } from '../../core/common/format';
import { markedKey } from '../../core/common/request';
import { newKey } from '../feedback/newKey';
import { whyUnanswered } from '../feedback/outcome';
import { useUndoOffer } from '../feedback/UndoOffer';
import { keepDraft, readDraft } from './drafts';
import { beginnings, changes, contested, followed, touched } from './edits';
import { stillFitting } from './keptValues';
import { useSystem } from '../frame/Providers';
import { navigationsBegun } from '../frame/navigations';
import { useFreshPage } from '../frame/useFreshPage';

export type Outcome = { ok: true; id: number } | { ok: false; errors: Record<string, string> };

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
  errors: Record<string, string>;
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
  const [values, setValues] = useState<Values>(initial);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [saving, setSaving] = useState(false);
  const router = useRouter();
  const tell = useUndoOffer();
  const latest = useRef(values);
  const isUnderWay = useRef(false);
  /** What was typed after it was sent belongs to what comes next: the next row, the next weighing. */
  const typedSince = useRef<Partial<Values>>({});
  const system = useSystem();
  const typedIn = useRef(system);
  /** What to do by what the page shows now, which may be more than when it was asked for. */
  const shown = useRef({ save, saved });
  useEffect(() => {
    typedIn.current = system;
    shown.current = { save, saved };
  });

  const began = useRef(values);
  const beganIn = useRef(system);
  /** What the maker has been asked about since it was last to be saved: fields that another screen changed too. */
  const asked = useRef<string[]>([]);
  const freshPage = useFreshPage();
  const keep = useCallback(
    (next: Values) => {
      if (!edits) return keepDraft(draftKey, next, typedIn.current);
      const mine = touched(began.current, next);
      keepDraft(draftKey, mine, typedIn.current, beginnings(began.current, mine));
    },
    [draftKey, edits],
  );
  const change = useCallback(
    (next: Values) => {
      latest.current = next;
      setValues(next);
      keep(next);
    },
    [keep],
  );

  // The server cannot know the draft, so it is put in once the page is live.
  useEffect(() => {
    const draft = readDraft(draftKey, typedIn.current);
    if (draft) {
      // A field that the form had once, and has no more, would be refused where it is sent.
      latest.current = { ...latest.current, ...stillFitting(latest.current, draft.values) };
      setValues(latest.current);
      // Against this it shows what another screen has changed since it was typed.
      began.current = { ...began.current, ...stillFitting(began.current, draft.began) };
    }
  }, [draftKey]);

  useEffect(() => {
    if (!edits) return;
    const now = initial();
    const next = followed(latest.current, began.current, now);
    // In other units everything reads otherwise, though nobody changed it.
    const both = beganIn.current === system ? contested(latest.current, began.current, now) : {};
    began.current = now;
    beganIn.current = system;
    const twice = Object.entries(both).map(([name, theirs]) => changedTwice(name, values, theirs));
    if (twice.length > 0) {
      asked.current.push(...Object.keys(both));
      setErrors((known) => ({ ...known, ...Object.fromEntries(twice) }));
    }
    if (next === null) return;
    latest.current = next;
    setValues(next);
  }, [edits, initial, system, values]);

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

  const submit = async () => {
    if (isUnderWay.current) return;
    isUnderWay.current = true;
    setSaving(true);
    const navigations = navigationsBegun();
    if (edits) {
      asked.current = [];
      await freshPage();
      if (asked.current.length > 0) {
        isUnderWay.current = false;
        setSaving(false);
        return focusFirst(asked.current);
      }
    }
    const sent = latest.current;
    // To undo it leads back to what was kept just before.
    const { save, saved } = shown.current;
    // Its answer may be lost, and the page with it: sent again, it must be the same request, typed or not.
    keep(sent);
    const outcome = await save(marked(sent)).catch((error): Outcome => ({ ok: false, errors: { '': unsent(error) } }));
    isUnderWay.current = false;
    setSaving(false);
    // Whoever went on meanwhile is not called back, and is told what became of it.
    if (navigationsBegun() !== navigations) {
      if (outcome.ok) keepDraft(draftKey, null);
      tell({ words: outcome.ok ? 'What you left is saved.' : leftUnsaved(outcome.errors) });
      return router.refresh();
    }
    if (outcome.ok) {
      keepDraft(draftKey, null);
      typedSince.current = changes(sent, latest.current);
      saved(outcome.id);
      typedSince.current = {};
      return;
    }
    if (outcome.errors.requestKey !== undefined) {
      // Shown on the page it can be corrected; sent once more it is another one.
      change({ ...latest.current, requestKey: newKey() });
      router.refresh();
      return setErrors({ '': outcome.errors.requestKey });
    }
    // Drawn at once, to see which of them the page has a place for.
    flushSync(() => setErrors(outcome.errors));
    const unseen = Object.keys(outcome.errors).filter((path) => path !== '' && !document.getElementById(path));
    if (unseen.length > 0) setErrors({ ...outcome.errors, '': wholeOf(outcome.errors, unseen) });
    focusFirst(Object.keys(outcome.errors));
  };

  const clear = () => {
    change({ ...initial(), ...typedSince.current });
    if (Object.keys(typedSince.current).length === 0) keepDraft(draftKey, null);
    setErrors({});
  };

  return { values, set, field, errors, saving, submit: () => void submit(), clear };
}

/** What became of a form that was left before its answer came. */
function leftUnsaved(errors: Record<string, string>): string {
  const why = [...new Set(Object.values(errors))].map(asSentence).join(' ');
  return `What you left is not saved. ${why} Open it again to go on.`;
}

/** Why no answer came to what was sent. */
const unsent = (error: unknown) => `${asSentence(whyUnanswered(error))} All that you typed is kept.`;

/** With the key, where a form has one, as a request has it that asks just this. */
function marked<Values extends object>(values: Values): Values {
  if (!('requestKey' in values)) return values;
  const { requestKey, ...asked } = values;
  return { ...values, requestKey: markedKey(String(requestKey), asked) };
}

/** Where and what to ask of a field that was changed here and by another screen. */
function changedTwice<Values extends object>(
  name: string,
  drawn: Values,
  theirs: unknown,
): [path: string, words: string] {
  const input = document.getElementById(name);
  // What is chosen, or drawn otherwise than it is kept, has no name here.
  const isText = input !== null && 'value' in input && input.value === drawn[name as keyof Values];
  const what = !isText ? 'this' : theirs === '' ? 'this to nothing' : `this to “${String(theirs)}”`;
  return [input ? name : '', `another screen has changed ${what} meanwhile; save again to keep what stands here`];
}

function withoutErrorsOf(errors: Record<string, string>, name: string): Record<string, string> {
  return Object.fromEntries(
    Object.entries(errors).filter(([path]) => path !== '' && path !== name && !path.startsWith(`${name}.`)),
  );
}

/** What is wrong with the form as a whole, and with what nothing on the page stands for. */
function wholeOf(errors: Record<string, string>, unseen: string[]): string {
  const words = ['', ...unseen].flatMap((path) => errors[path] ?? []);
  return [...new Set(words)].map(asSentence).join(' ');
}

/** To the first wrong field in the order of the page. */
function focusFirst(paths: string[]): void {
  const fields = paths.flatMap((path) => document.getElementById(path) ?? []);
  fields.sort((a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1));
  fields[0]?.focus();
}
