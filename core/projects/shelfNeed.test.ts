import { readNeed } from './shelfNeed';

test('at most is not at least, and units may be written out', () => {
  expect(readNeed('under 300 m', 'metric')).toMatchObject({ atMostM: 300, atLeastM: null });
  expect(readNeed('at least 100 m, at most 300 m', 'metric')).toMatchObject({ atMostM: 300, atLeastM: 100 });
  expect(readNeed('114 yards per ounce', 'metric').aboutMPerG).toBeCloseTo((114 * 0.9144) / 28.349523125, 9);
});

test.each([
  ['lot 3', { lot: '3', words: [] }],
  ['Gannet dye lot no. 22-A', { lot: '22-A', words: ['gannet'] }],
  ['cakes of blue wool', { form: 'cake', fibre: 'wool', colours: [{ name: 'blue', before: 'wool' }], words: [] }],
  ['mini skeins', { form: 'mini skein', words: [] }],
  ['one mini  skein', { form: 'mini skein', words: ['one'] }],
  ['minis', { form: 'mini skein', words: [] }],
  ['a hank', { form: 'hank', words: [] }],
  [
    'Gray and blue gannet',
    {
      colours: [
        { name: 'grey', before: 'blue' },
        { name: 'blue', before: 'gannet' },
      ],
      words: ['gannet'],
    },
  ],
  ['singles, leftover', { singles: true, begun: true, words: [] }],
  ['part balls in the loft', { begun: true, form: null, words: ['loft'] }],
  ['part-used skeins', { begun: true }],
  ['4 mm needle', { tool: { tool: 'needle', sizeMm: 4 }, words: [] }],
  ['needles US 6', { tool: { tool: 'needle', sizeMm: 4 } }],
  ['3.5 mm hook', { tool: { tool: 'hook', sizeMm: 3.5 } }],
  ['under 50 g', { atMostG: 50, atLeastG: null, atMostM: null }],
  ['Enough for 300 M', { atLeastM: 300, words: [] }],
  ['At most 2 KG', { atMostG: 2000, words: [] }],
  ['About 4 M/G', { aboutMPerG: 4, words: [] }],
  ['at least 2 lb and under 900 m', { atLeastG: 2 * 16 * 28.349523125, atMostM: 900, atLeastM: null }],
  ['enough for 300 m', { atLeastM: 300, words: [] }],
  ['400 m/100 g', { aboutMPerG: 4, atLeastM: null, atLeastG: null }],
  ['slate singled out', { singles: false, words: ['slate', 'singled', 'out'] }],
  ['slothful', { lot: null, words: ['slothful'] }],
])('%j is read as it is meant', (typed, meant) => expect(readNeed(typed, 'metric')).toMatchObject(meant));
