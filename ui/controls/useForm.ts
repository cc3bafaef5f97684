'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { flushSync } from 'react-dom';
import { asSentence } from '../../core/common/format';
import { markedKey } from '../../core/common/request';
import type { UnitSystem } from '../../core/common/units';
import { newKey } from '../feedback/newKey';
import { whyUnanswered } from '../feedback/outcome';
import { withUnits } from './bareUnits';
import { keptText, stillFitting } from './keptValues';
import { useSystem } from '../frame/Providers';

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
   * opened or its draft begun. So two screens that change different fields do not undo each other.
   */
  edits?: boolean;
}): FormState<Values> {
  const [values, setValues] = useState<Values>(initial);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [saving, setSaving] = useState(false);
  const router = useRouter();
  const latest = useRef(values);
  const isUnderWay = useRef(false);
  /** What was typed after it was sent belongs to what comes next: the next row, the next weighing. */
  const typedSince = useRef<Partial<Values>>({});
  const system = useSystem();
  const typedIn = useRef(system);
  useEffect(() => {
    typedIn.current = system;
  });

  const began = useRef(values);
  const change = useCallback(
    (next: Values) => {
      latest.current = next;
      setValues(next);
      keepDraft(draftKey, edits ? touched(began.current, next) : next, typedIn.current);
    },
    [draftKey, edits],
  );

  // The server cannot know the draft, so it is put in once the page is live.
  useEffect(() => {
    const draft = readDraft(draftKey, typedIn.current);
    if (draft) {
      // A field that the form had once, and has no more, would be refused where it is sent.
      latest.current = { ...latest.current, ...stillFitting(latest.current, draft) };
      setValues(latest.current);
    }
  }, [draftKey]);

  useEffect(() => {
    if (!edits) return;
    const now = initial();
    const next = followed(latest.current, began.current, now);
    began.current = now;
    if (next === null) return;
    latest.current = next;
    setValues(next);
  }, [edits, initial]);

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
    const sent = latest.current;
    // Its answer may be lost, and the page with it: sent again, it must be the same request, typed or not.
    keepDraft(draftKey, sent, typedIn.current);
    const outcome = await save(marked(sent)).catch((error): Outcome => ({ ok: false, errors: { '': unsent(error) } }));
    isUnderWay.current = false;
    setSaving(false);
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

/** Why no answer came to what was sent. */
const unsent = (error: unknown) => `${asSentence(whyUnanswered(error))} All that you typed is kept.`;

/** With the key, where a form has one, as a request has it that asks just this. */
function marked<Values extends object>(values: Values): Values {
  if (!('requestKey' in values)) return values;
  const { requestKey, ...asked } = values;
  return { ...values, requestKey: markedKey(String(requestKey), asked) };
}

/** The fields that are not what they were. */
function changes<Values extends object>(was: Values, is: Values): Partial<Values> {
  const changed = Object.entries(is).filter(([name, value]) => !isSame(was[name as keyof Values], value));
  return Object.fromEntries(changed) as Partial<Values>;
}

/** What a draft has to remember where what is kept tells the rest; its key, too, which is new each time. */
function touched<Values extends object>(was: Values, is: Values): Partial<Values> {
  return { ...changes(was, is), ...('requestKey' in is && { requestKey: is.requestKey }) };
}

/** The form with what is kept now in all fields that nobody touched; null where that changes nothing. */
function followed<Values extends object>(is: Values, was: Values, now: Values): Values | null {
  const mine = changes(was, is);
  const news = Object.entries(changes(was, now)).filter(([name]) => name !== 'requestKey' && !(name in mine));
  return news.length === 0 ? null : { ...is, ...Object.fromEntries(news) };
}

const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

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

/** What was typed in other units than those that are shown now gets its units said. */
function readDraft(key: string, system: UnitSystem): object | null {
  try {
    const text = keptText(`draft ${key}`);
    if (!text) return null;
    const { [TYPED_IN]: typedIn, ...draft } = JSON.parse(text) as { [TYPED_IN]?: UnitSystem };
    return typedIn && typedIn !== system ? withUnits(draft, typedIn) : draft;
  } catch {
    return null;
  }
}

/** Takes a draft along to another form, which will find it there. */
export function moveDraft(from: string, to: string, values: object): void {
  if (from === to) return;
  keepDraft(to, values);
  keepDraft(from, null);
}

/** Under this name a draft says in which units its bare numbers were typed. */
const TYPED_IN = 'typed in';

/** Keeps a draft for whichever form has this key, or throws it away; `typedIn` says what its bare numbers are. */
export function keepDraft(key: string, values: object | null, typedIn?: UnitSystem): void {
  try {
    if (values)
      localStorage.setItem(`draft ${key}`, JSON.stringify(typedIn ? { ...values, [TYPED_IN]: typedIn } : values));
    else localStorage.removeItem(`draft ${key}`);
  } catch {
    // A browser that keeps nothing still has the form itself.
  }
}
