/**
 * Things by what they have in common, each group in the order that they came in.
 *
 * @example
 * grouped(['oak', 'ash', 'pine'], (word) => word.length).get(3) // => ['oak', 'ash']
 */
export function grouped<Thing, Key>(things: Iterable<Thing>, keyOf: (thing: Thing) => Key): Map<Key, Thing[]> {
  const groups = new Map<Key, Thing[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
