/** A mark is so long, so that a key with one is told from a key without. */
const MARK_LENGTH = 7;
const MARKED = new RegExp(`~[0-9a-z]{${MARK_LENGTH}}$`);

/**
 * A request's key with a mark of what it asks. Sent again because its answer was lost, a request has the same key; if
 * something in it was changed meanwhile, it has another mark, and is not taken for what was asked before.
 *
 * @example
 * markedKey('winter-7', { massG: 52 }) // => 'winter-7~14dgdpt'
 */
export function markedKey(key: string, asked: object): string {
  let hash = 2166136261;
  // FNV-1a: nobody is to be kept out by it, so it needs no strength.
  for (const sign of JSON.stringify(asked)) hash = Math.imul(hash ^ sign.codePointAt(0)!, 16777619);
  return `${key}~${(hash >>> 0).toString(36).padStart(MARK_LENGTH, '0')}`;
}

/**
 * The key without its mark.
 *
 * @example
 * unmarkedKey('winter-7~14dgdpt') // => 'winter-7'
 */
export function unmarkedKey(key: string): string {
  return key.replace(MARKED, '');
}
