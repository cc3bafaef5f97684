import fc from 'fast-check';
import type { OperationKind, Side } from './piece';
import { treatedMasses, type TreatedStep } from './treated';

let next = 1;
const step = (
  kind: OperationKind,
  parts: [pieceId: number, side: Side, massG: number | null][],
  asideG = 0,
): TreatedStep => ({
  operationId: next++,
  kind,
  asideG,
  parts: parts.map(([pieceId, side, massG]) => ({ pieceId, side, massG })),
});
const came = (massG: number | null) => step('receive', [[1, 'out', massG]]);
const on = (kind: OperationKind, massG: number | null = null) => step(kind, [[1, 'on', massG]]);
/** Metres of piece 1 after these steps, of a yarn with 2.2 m in each gram as it came. */
const metres = (massG: number, ...steps: TreatedStep[]) => (2.2 * massG) / (treatedMasses(steps).now.get(1) ?? 1);

test('washing and dyeing change no metres', () => {
  expect(metres(96.5, came(100), on('wash'), on('dry', 96.5))).toBeCloseTo(220, 9);
  expect(metres(96.5, came(100), on('wash'), on('weigh', 96.5))).toBeCloseTo(220, 9);
  expect(metres(20.6, came(20.1), on('dye'), on('dry', 20.6))).toBeCloseTo(20.1 * 2.2, 9);
  expect(metres(97, came(100), on('wash'), on('dry', 98), on('dye'), on('dry', 97))).toBeCloseTo(220, 9);
});

test('weighed while still wet, again and again: none of it is used, none is added', () => {
  expect(metres(240, came(100), on('wash'), on('weigh', 240))).toBeCloseTo(220, 9);
  expect(metres(96, came(100), on('wash'), on('weigh', 240), on('weigh', 130), on('dry', 96))).toBeCloseTo(220, 9);
});

test('from the first cut or use on, what is left is read by what each gram has become', () => {
  expect(metres(48.25, came(100), on('wash'), on('dry', 96.5), on('use', 48.25))).toBeCloseTo(110, 9);
  // Without a word, but plainly lighter than it was when it was dry.
  expect(metres(48.25, came(100), on('wash'), on('dry', 96.5), on('weigh', 48.25))).toBeCloseTo(110, 9);
  // Dye has made it a tenth heavier, and dry it is: lighter than that, some of it was used.
  expect(metres(80, came(100), on('dye'), on('dry', 110), on('weigh', 80))).toBeCloseTo(160, 9);
  expect(metres(80, came(100), on('dye'), on('weigh', 110), on('weigh', 80))).toBeCloseTo(220, 9);
  // Never weighed since the bath, then half of it is gone: nobody knows what the water took.
  expect(metres(50, came(100), on('wash'), on('use', 50))).toBeCloseTo(110, 9);
  // However little it was: it is not what the water took.
  expect(metres(95, came(100), on('wash'), on('use', 95))).toBeCloseTo(209, 9);
  expect(metres(95, came(100), on('wash'), on('write off', 95))).toBeCloseTo(209, 9);
  // What remains is what the next wash begins with, also where nobody weighed what was used.
  expect(metres(48, came(100), on('use', 50), on('wash'), on('dry', 48))).toBeCloseTo(110, 9);
  expect(metres(96, came(100), on('use'), on('wash'), on('dry', 96))).toBeCloseTo(220, 9);
});

test('what is made of a treated piece is as it was, and several together are as they were together', () => {
  const washed = [came(100), on('wash'), on('dry', 90)];
  const wound = step(
    'wind',
    [
      [1, 'in', 90],
      [2, 'out', 44],
      [3, 'out', 45],
    ],
    1,
  );
  const { now, after } = treatedMasses([...washed, wound]);
  expect([now.get(2), now.get(3)]).toEqual([0.9, 0.9]);
  expect(after(washed[0]!.operationId, 1)).toBe(1);
  const other = step('receive', [[4, 'out', 100]]);
  const joined = step('join', [
    [2, 'in', 45],
    [4, 'in', 100],
    [5, 'out', 145],
  ]);
  expect(
    treatedMasses([
      ...washed,
      step('wind', [
        [1, 'in', 90],
        [2, 'out', 45],
      ]),
      other,
      joined,
    ]).now.get(5),
  ).toBeCloseTo(145 / 150, 9);
});

test('wound before anybody weighed it dry: its cakes tell what the water took', () => {
  const wound = step('wind', [
    [1, 'in', 100],
    [2, 'out', 48],
    [3, 'out', 48.5],
  ]);
  expect(treatedMasses([came(100), on('wash'), wound]).now.get(2)).toBeCloseTo(0.965, 9);
});

test('what was never weighed before, or never treated, stays as it is', () => {
  expect(metres(96, came(null), on('wash'), on('dry', 96))).toBeCloseTo(2.2 * 96, 9);
  expect(metres(70, came(100), on('weigh', 70))).toBeCloseTo(154, 9);
});

test('however often it is washed, dyed and weighed, its metres stay until some of it is used', () => {
  const bath = fc.record({
    kind: fc.constantFrom('wash' as const, 'dye' as const),
    keeps: fc.double({ min: 0.9, max: 1.04, noNaN: true }),
    wet: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(bath, { maxLength: 6 }), (baths) => {
      let massG = 100;
      const steps = [came(100)];
      for (const { kind, keeps, wet } of baths) {
        massG *= keeps;
        steps.push(on(kind), ...(wet ? [on('weigh', massG * 2.1)] : []), on('dry', massG));
      }
      expect(metres(massG, ...steps)).toBeCloseTo(220, 6);
    }),
  );
});
