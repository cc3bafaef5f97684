import fc from 'fast-check';
import { stillFitting } from './keptValues';

const NOW = {
  name: '',
  pieceId: null as number | null,
  map: null as { cuts: number[] } | null,
  colourHex: '#a86b3c' as string | null,
  washed: false,
  weekdays: ['45', '45'],
  rows: [] as object[],
  split: { by: 'equal' },
};

test('what was kept of the same form comes back whole', () => {
  const kept = {
    ...NOW,
    name: 'Kelp',
    pieceId: 4,
    map: { cuts: [9, 9, 5] },
    colourHex: null,
    washed: true,
    weekdays: ['0', '30'],
    rows: [{ amount: '12 g' }],
    split: { by: 'size', size: '50 g' },
  };
  expect(stillFitting(NOW, JSON.parse(JSON.stringify(kept)))).toEqual(kept);
});

test.each([
  ['a text where a list is now', { weekdays: '45' }],
  ['a list of numbers where it is of texts now', { weekdays: [45, 45] }],
  ['a list where a text is now', { name: ['Kelp'] }],
  ['a number where a text is now', { name: 7 }],
  ['a text where a tick is now', { washed: 'yes' }],
  ['a list where a choice with parts is now', { split: ['equal'] }],
  ['what the form has no more', { lot: 'C20' }],
])('%s is left out, and the rest comes back', (_, other) =>
  expect(stillFitting(NOW, { ...NOW, name: 'Kelp', ...other })).toEqual(
    Object.fromEntries(Object.entries({ ...NOW, name: 'Kelp' }).filter(([name]) => !(name in other))),
  ),
);

test('whatever was kept, each value is of the kind that the form has, or none', () => {
  fc.assert(
    fc.property(fc.anything(), fc.dictionary(fc.constantFrom(...Object.keys(NOW)), fc.anything()), (any, torn) => {
      for (const kept of [any, torn]) {
        const { name, washed, weekdays, split } = stillFitting(NOW, kept);
        expect(['string', 'undefined']).toContain(typeof (name ?? ''));
        expect(['boolean', 'undefined']).toContain(typeof (washed ?? false));
        expect((weekdays ?? []).every((each) => typeof (each ?? '') === 'string')).toBe(true);
        expect(Array.isArray(split)).toBe(false);
        expect(typeof (split ?? {})).toBe('object');
      }
    }),
  );
});
