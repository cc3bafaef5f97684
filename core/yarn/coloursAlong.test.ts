import fc from 'fast-check';
import { type ColourRepeat, type ColourStretch, sureWithinM } from './colourRepeat';
import { type ColourAlong, changesMeasured, coloursAlong, coloursFrom, stretchesSeen } from './coloursAlong';
import { type Fault, mirrored } from './faults';

const [GREEN, GREY, RUST] = ['#5f7a4c', '#8b8f90', '#9c4a24'];
const repeatOf = (stretches: ColourStretch[]): ColourRepeat => ({
  stretches,
  lengthM: { mean: stretches.reduce((sum, { lengthM }) => sum + lengthM, 0), sd: 0.02 },
  spreadM: 0.05,
  measured: 1,
});
const REPEAT = repeatOf([
  { hex: GREEN, lengthM: 2 },
  { hex: GREY, lengthM: 1 },
  { hex: RUST, lengthM: 3 },
]);
const change = (atM: number, innerHex?: string, outerHex?: string): Fault => ({
  kind: 'colour change',
  atM,
  ...(innerHex && { innerHex }),
  ...(outerHex && { outerHex }),
});
const strip = (colours: readonly ColourAlong[]) =>
  colours.map(({ hex, fromM, toM }) => [hex, Number(fromM.toFixed(6)), Number(toM.toFixed(6))]);

test('one change tells all of a piece: the repeat goes on from it, both ways', () => {
  expect(strip(coloursAlong(10, [change(4, GREEN, GREY)], REPEAT))).toEqual([
    [RUST, 0, 2],
    [GREEN, 2, 4],
    [GREY, 4, 5],
    [RUST, 5, 8],
    [GREEN, 8, 10],
  ]);
});

test('a piece that was wound from its other end runs backwards', () => {
  expect(strip(coloursAlong(10, [change(4, GREY, GREEN)], REPEAT))).toEqual([
    [RUST, 0, 3],
    [GREY, 3, 4],
    [GREEN, 4, 6],
    [RUST, 6, 9],
    [GREY, 9, 10],
  ]);
});

test('between two changes the repeat is drawn out to meet both, with as many repeats as fit', () => {
  const seen = [change(1, RUST, GREEN), change(14.2, RUST, GREEN)];
  const along = strip(coloursAlong(16, seen, REPEAT));
  // 13.2 m are two repeats of 6.6 m.
  expect(along.map(([hex]) => hex)).toEqual([RUST, GREEN, GREY, RUST, GREEN, GREY, RUST, GREEN]);
  expect(along[1]).toEqual([GREEN, 1, 3.2]);
  expect(along[4]).toEqual([GREEN, 7.6, 9.8]);
});

test('without a repeat only what was seen is told, and half way where nobody saw the change', () => {
  expect(strip(coloursAlong(10, [change(2, GREEN, GREY), change(6, RUST, GREEN)], null))).toEqual([
    [GREEN, 0, 2],
    [GREY, 2, 4],
    [RUST, 4, 6],
    [GREEN, 6, 10],
  ]);
  expect(coloursAlong(10, [change(2, undefined, GREY)], null).map(({ hex }) => hex)).toEqual([null, GREY]);
});

test('knots, changes of no colour and what lies beyond the end say nothing', () => {
  expect(coloursAlong(10, [{ kind: 'knot', atM: 3 }, change(4), change(12, GREEN, GREY)], REPEAT)).toEqual([]);
});

test('a colour that the repeat does not have stays where it was seen', () => {
  const along = coloursAlong(10, [change(3, GREEN, GREY), change(6, '#000000', '#ffffff')], REPEAT);
  expect(along[0]!.fromM).toBe(0);
  expect(along.at(-1)).toMatchObject({ hex: '#ffffff', toM: 10 });
});

test('far from what was seen the places are no longer sure', () => {
  const along = coloursAlong(400, [change(200, GREEN, GREY)], REPEAT);
  const sureM = sureWithinM(REPEAT);
  expect(sureM).toBeGreaterThan(20);
  expect(sureM).toBeLessThan(190);
  for (const { fromM, toM, sure } of along) expect(sure).toBe(fromM - sureM <= 200 && 200 <= toM + sureM);
  expect(along.filter(({ sure }) => !sure).length).toBeGreaterThan(10);
});

test('only so many are told: what lies further off is not known', () => {
  const fine = repeatOf([GREEN, GREY].map((hex) => ({ hex, lengthM: 0.01 })));
  const along = coloursAlong(5000, [change(1, GREEN, GREY)], fine);
  expect(along.length).toBeLessThan(2500);
  expect(along.at(-1)).toMatchObject({ hex: null, toM: 5000 });
});

const lengths = fc.array(fc.double({ min: 0.5, max: 4, noNaN: true }), { minLength: 2, maxLength: 5 });
const yarns = fc.record({
  order: lengths.map((each) => each.map((lengthM, i): ColourStretch => ({ hex: `#00000${i}`, lengthM }))),
  lengthM: fc.double({ min: 5, max: 60, noNaN: true }),
  startM: fc.double({ min: 0.01, max: 20, noNaN: true }),
  seen: fc.infiniteStream(fc.boolean()),
});

/** Every change along a piece that is cut out of an endless repeat. */
function changesOf(order: readonly ColourStretch[], startM: number, lengthM: number): Fault[] {
  const changes: Fault[] = [];
  let atM = -startM;
  for (let i = 0; atM < lengthM; i++) {
    const [before, after] = [order[i % order.length]!, order[(i + 1) % order.length]!];
    atM += before.lengthM;
    changes.push(change(atM, before.hex, after.hex));
  }
  // Of one at the very end nobody can say on which side of the cut it lies.
  fc.pre(changes.every((each) => Math.min(Math.abs(each.atM), Math.abs(lengthM - each.atM)) > 1e-3));
  return changes.filter((each) => each.atM > 0 && each.atM < lengthM);
}

test('of a yarn that keeps to its repeat, any changes that were seen tell all the others', () => {
  fc.assert(
    fc.property(yarns, ({ order, lengthM, startM, seen }) => {
      const changes = changesOf(order, startM, lengthM);
      const some = changes.filter(() => seen.next().value);
      fc.pre(some.length > 0);
      const along = coloursAlong(lengthM, some, repeatOf(order));
      expect(along[0]!.fromM).toBeCloseTo(0, 6);
      expect(along.at(-1)!.toM).toBeCloseTo(lengthM, 6);
      along.slice(1).forEach(({ fromM }, i) => expect(fromM).toBeCloseTo(along[i]!.toM, 6));
      const found = along.slice(1).map(({ fromM }) => fromM);
      // Two colours look alike both ways round: then only what was seen is sure.
      if (order.length > 2) expect(found).toEqual(changes.map(({ atM }) => expect.closeTo(atM, 5) as number));
    }),
  );
});

test('seen from the other end the same colours lie the other way round', () => {
  fc.assert(
    fc.property(yarns, ({ order, lengthM, startM, seen }) => {
      const changes = changesOf(order, startM, lengthM).filter(() => seen.next().value);
      fc.pre(order.length > 2);
      const there = coloursFrom('outer', coloursAlong(lengthM, changes, repeatOf(order)));
      const back = coloursAlong(lengthM, mirrored(changes, lengthM), repeatOf(order));
      expect(strip(back)).toEqual(strip(there));
    }),
  );
});

test('a measurement from one end is found again on the piece', () => {
  const stretches = [
    { hex: RUST, lengthM: 0.8 },
    { hex: GREEN, lengthM: 2 },
    { hex: GREY, lengthM: null },
  ];
  expect(changesMeasured(stretches, 'inner', 30)).toEqual([change(0.8, RUST, GREEN), change(2.8, GREEN, GREY)]);
  expect(strip(coloursAlong(30, changesMeasured(stretches, 'outer', 30), REPEAT)).slice(-3)).toEqual([
    [GREY, 26.2, 27.2],
    [GREEN, 27.2, 29.2],
    [RUST, 29.2, 30],
  ]);
  // What is measured to its end ends in a change, and nobody knows to what.
  expect(
    changesMeasured(
      [
        { hex: RUST, lengthM: 1 },
        { hex: GREY, lengthM: 1 },
      ],
      'inner',
      9,
    ).at(-1),
  ).toEqual(change(2, GREY));
});

test('of what was marked on the way, the first and the last are not whole, nor one in which a change was missed', () => {
  const order = [GREEN, GREY, RUST];
  const marks = [change(2, undefined, GREEN), change(4, GREEN, GREY), change(8, GREY, GREEN), change(10, GREEN, GREY)];
  expect(stretchesSeen(marks, order)).toEqual([
    [
      { hex: GREEN, lengthM: 2 },
      { hex: GREY, lengthM: null },
    ],
    [
      { hex: GREEN, lengthM: 2 },
      { hex: GREY, lengthM: null },
    ],
  ]);
  expect(stretchesSeen(marks)).toHaveLength(1);
  expect(stretchesSeen([])).toEqual([]);
});
