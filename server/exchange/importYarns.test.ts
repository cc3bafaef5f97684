import { undoImport } from '../yarn/yarnLifecycle';
import { importYarns, previewImport } from './importYarns';
import { refreshAllSummaries, newestOnShelf, shelfPage } from '../yarn/shelf';
import { aKey, emptyDatabase, everything, NOW, shelved } from '../../tests/support/serverTesting';
import { yarnView } from '../yarn/yarnViews';

const cells = (...lines: string[]) => new TextEncoder().encode(lines.join('\n'));
const read = (bytes: Uint8Array, ask: string | null) => ({ bytes, ask, system: 'metric' as const });
const ask = (more: object = {}) => JSON.stringify({ columns: null, skipTwice: true, batch: aKey(), ...more });

const HEAD = 'Brand,Yarn,Colourway,Lot,Fiber,Weight (g),Length (yd),Yarn weight,Quantity,Weighed,Location';
const GOOD = 'Skerry Wool,Breakwater,Deep teal,12,"80 % wool, 20 % nylon",50,180,DK,3,51; 49.5;50,loft';

test('a row becomes a yarn with its pieces, in the units of its heads', () => {
  const db = emptyDatabase();
  expect(importYarns(db, read(cells(HEAD, GOOD), ask()), NOW).written).toBe(1);
  const [card] = newestOnShelf(db, 1);
  expect(card).toMatchObject({ name: 'Breakwater, Deep teal', total: '3 hanks', place: 'loft', colourHex: '#26727a' });
  expect(card!.pieces.map(({ massG }) => massG)).toEqual([51, 49.5, 50]);
  const yarn = yarnView(db, card!.id)!;
  expect(yarn).toMatchObject({
    putUpG: 50,
    dyeLot: '12',
    weightClass: 3,
    fibres: [{ name: 'wool' }, { name: 'nylon' }],
  });
  expect(yarn.putUpM).toBeCloseTo(164.592, 3);
});

const BAD: [string, string, RegExp][] = [
  ['A,B,C,1,80 % wool 30 % nylon,50,180,DK,1,,', 'Fiber', /add up to 110/],
  ['A,B,C,1,wool,fifty,180,DK,1,,', 'Weight (g)', /cannot read|not a unit/],
  ['A,B,C,1,wool,50,=180,DK,1,,', 'Length (yd)', /write it like/],
  ['A,B,C,1,wool,50,180,fat,1,,', 'Yarn weight', /do not know this weight class/],
  ['A,B,C,1,wool,50,180,DK,0.5,,', 'Quantity', /whole number/],
  ['A,B,C,1,wool,50,180,DK,1,50;51,', 'Weighed', /2 masses for 1/],
  ['A,B,C,1,wool,50,180000,DK,1,,', 'Length (yd)', /no yarn is this long/],
  [',,,1,wool,50,180,DK,1,,', 'Yarn', /a maker, a line or a colour/],
];

test.each(['A,,,', ',B,,', ',,C,'])('a yarn may have one name alone: %s', (names) => {
  const db = emptyDatabase();
  const row = `${names}1,wool,50,180,DK,1,,`;
  expect(previewImport(db, read(cells(HEAD, row), ask()))).toMatchObject({ good: 1, problems: [] });
});

test.each(BAD)('%s is refused at %s', (row, column, message) => {
  const db = emptyDatabase();
  const before = everything(db);
  const { good, problems, problemCount } = previewImport(db, read(cells(HEAD, GOOD, row), ask()));
  expect({ good, problemCount }).toEqual({ good: 1, problemCount: 1 });
  expect(problems[0]).toMatchObject({ line: 3, column, message: expect.stringMatching(message) as string });
  expect(everything(db)).toBe(before);
});

test('500 lines with 7 bad ones: looked at, nothing is written; then the good ones are, and can be taken back', async () => {
  const db = emptyDatabase();
  shelved(db);
  const rows = Array.from({ length: 500 }, (_, i) =>
    i % 71 === 5 ? BAD[Math.floor(i / 71)]![0] : `Skerry Wool,Breakwater,Shade ${i},${i},wool,50,180,DK,2,,loft`,
  );
  const list = cells(HEAD, ...rows);
  const before = everything(db);
  const preview = previewImport(db, read(list, ask()));
  expect(preview).toMatchObject({ good: 493, problemCount: 7, twice: [] });
  expect(preview.problems.map(({ line }) => line)).toEqual([7, 78, 149, 220, 291, 362, 433]);
  expect(everything(db)).toBe(before);

  const asked = ask();
  const reported: number[] = [];
  expect(importYarns(db, read(list, asked), NOW, (share) => reported.push(share)).written).toBe(493);
  expect([reported.length, reported.at(-1)]).toEqual([100, 1]);
  await refreshAllSummaries(db);
  expect(shelfPage(db, {}, 'metric').total).toBe(494);
  // Its answer was lost, so it is asked again.
  expect(importYarns(db, read(list, asked), NOW).written).toBe(493);
  expect(shelfPage(db, {}, 'metric').total).toBe(494);

  expect(undoImport(db, (JSON.parse(asked) as { batch: string }).batch, NOW)).toEqual({ deleted: 493, kept: 0 });
  await refreshAllSummaries(db);
  expect(shelfPage(db, {}, 'metric').total).toBe(1);
});

test('what lies on the shelf already is told, and left out unless it is wanted', () => {
  const db = emptyDatabase();
  importYarns(db, read(cells(HEAD, GOOD), ask()), NOW);
  const again = cells(HEAD, GOOD.toLowerCase(), GOOD.replace(',12,', ',13,'));
  expect(previewImport(db, read(again, ask()))).toMatchObject({ good: 2, twice: [{ line: 2, yarnId: 1 }] });
  expect(importYarns(db, read(again, ask()), NOW).written).toBe(1);
  expect(importYarns(db, read(again, ask({ skipTwice: false })), NOW).written).toBe(2);
  const before = everything(db);
  expect(() => importYarns(db, read(again, ask()), NOW)).toThrow('nothing in this list');
  expect(everything(db)).toBe(before);
});

test('columns can be told by hand; a formula is kept as the text it is', () => {
  const db = emptyDatabase();
  const list = cells('a,b', '=SUM(A1),Sand');
  expect(previewImport(db, read(list, ask()))).toMatchObject({ good: 0, columns: ['', ''], problemCount: 1 });
  const columns = ['line', 'colourName'];
  expect(previewImport(db, read(list, ask({ columns })))).toMatchObject({ good: 1, formulaLines: [2] });
  importYarns(db, read(list, ask({ columns })), NOW);
  expect(newestOnShelf(db, 1)[0]!.name).toBe('=SUM(A1), Sand');
});

test('what was asked wrongly is refused', () => {
  const db = emptyDatabase();
  expect(() => previewImport(db, read(cells(HEAD, GOOD), ask({ columns: ['cat'] })))).toThrow();
  for (const nothing of [null, '', '{', '7'])
    expect(() => previewImport(db, read(cells(HEAD, GOOD), nothing))).toThrow(/how the list/);
  expect(() => previewImport(db, read(cells(), ask()))).toThrow('empty');
});
