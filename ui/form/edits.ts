/**
 * Two screens may change the same thing at a time. What a form was opened with tells what was changed here (against what
 * is in it now), and what was changed elsewhere (against what is kept now).
 */

/** The fields that are not what they were. */
export function changes<Values extends object>(was: Values, is: Values): Partial<Values> {
  const changed = Object.entries(is).filter(([name, value]) => !isSame(was[name as keyof Values], value));
  return Object.fromEntries(changed) as Partial<Values>;
}

/** What a draft has to remember where what is kept tells the rest; its key, too, which is new each time. */
export function touched<Values extends object>(was: Values, is: Values): Partial<Values> {
  return { ...changes(was, is), ...('requestKey' in is && { requestKey: is.requestKey }) };
}

/** What these fields began with. */
export function beginnings<Values extends object>(was: Values, names: Partial<Values>): Partial<Values> {
  return Object.fromEntries(Object.keys(names).map((name) => [name, was[name as keyof Values]])) as Partial<Values>;
}

/** The form with what is kept now in all fields that nobody touched; null where that changes nothing. */
export function followed<Values extends object>(is: Values, was: Values, now: Values): Values | null {
  const mine = changes(was, is);
  const news = Object.entries(changedElsewhere(was, now)).filter(([name]) => !(name in mine));
  return news.length === 0 ? null : { ...is, ...Object.fromEntries(news) };
}

/** What is kept now in the fields that were changed here and, to something else, elsewhere. */
export function contested<Values extends object>(is: Values, was: Values, now: Values): Partial<Values> {
  const mine = changes(was, is);
  const both = Object.entries(changedElsewhere(was, now)).filter(
    ([name, theirs]) => name in mine && !isSame(theirs, mine[name as keyof Values]),
  );
  return Object.fromEntries(both) as Partial<Values>;
}

/** A key of a request is a new one each time, and changes nothing. */
function changedElsewhere<Values extends object>(was: Values, now: Values): Partial<Values> {
  const { requestKey: _, ...changed } = changes(was, now) as Partial<Values> & { requestKey?: unknown };
  return changed as Partial<Values>;
}

/** Plain data that says the same. */
export const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);
