import { keptForGood } from './browserStore';

/** Where each thing that this browser keeps was read last, so that a page which cannot show it can begin without it. */
const readAt = new Map<string, string>();

/** Under this name what is kept says in which units its bare numbers were typed. */
export const TYPED_IN = 'typed in';

/** A text that this browser keeps; null where it keeps none. */
export function keptText(key: string): string | null {
  readAt.set(key, location.pathname);
  return keptForGood.get(key);
}

/** What an earlier visit left of these values, as far as they are still of the same kind: a form may have changed since. */
export function stillFitting<Values extends object>(now: Values, kept: unknown): Partial<Values> {
  if (!isPlain(kept)) return {};
  const fitting = Object.entries(now).filter(([name, value]) => name in kept && isOfKind(value, kept[name]));
  return Object.fromEntries(fitting.map(([name]) => [name, kept[name]])) as Partial<Values>;
}

function isOfKind(now: unknown, kept: unknown): boolean {
  // Nothing may become anything: a tool, a map of cuts; and be nothing again.
  if (now === null || now === undefined || kept === null) return true;
  if (Array.isArray(now))
    return Array.isArray(kept) && kept.every((each) => now.length === 0 || isOfKind(now[0], each));
  return typeof now === typeof kept && !Array.isArray(kept);
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What this page has read that has parts, and may be of an earlier version's make. */
const composedHere = () =>
  [...readAt].flatMap(([key, path]) => (path === location.pathname && /^[{[]/.test(keptText(key) ?? '') ? [key] : []));

/** Whether this browser keeps anything that may be why the page in sight cannot be shown. */
export const keepsForHere = () => composedHere().length > 0;

/** Puts aside, under another name, all that this browser keeps and the page in sight has read. */
export function putAside(): void {
  for (const key of composedHere()) {
    const kept = keptText(key) ?? '';
    // There may be no room to keep it a second time: the page comes first.
    keptForGood.set(key, null);
    keptForGood.set(`aside ${key}`, kept);
  }
}
