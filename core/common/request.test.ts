import fc from 'fast-check';
import { markedKey, unmarkedKey } from './request';

test('the same asked again has the same key, whatever was changed in it another one', () =>
  fc.assert(
    fc.property(fc.string(), fc.dictionary(fc.string(), fc.string()), fc.string(), (key, asked, other) => {
      const marked = markedKey(key, asked);
      expect(markedKey(key, { ...asked })).toBe(marked);
      expect(unmarkedKey(marked)).toBe(key);
      const changed = { ...asked, mass: `${asked.mass ?? ''}${other}0` };
      expect(markedKey(key, changed)).not.toBe(marked);
      expect(unmarkedKey(markedKey(key, changed))).toBe(key);
    }),
  ));

test('a key that somebody chose stays as it is', () => {
  for (const key of ['winter-7', 'a~b', 'winter~2026', '~'.repeat(9)]) expect(unmarkedKey(key)).toBe(key);
});
