import fc from 'fast-check';
import { faultsJoined, faultsLeft } from './joined';

test('each piece’s own faults follow it, turned round where it was taken from outside', () => {
  expect(
    faultsJoined(
      [
        { lengthM: 100, faults: [{ kind: 'thin spot', atM: 20 }], fromEnd: 'inner' },
        { lengthM: 50, faults: [{ kind: 'knot', atM: 10 }], fromEnd: 'outer' },
      ],
      'splice',
    ),
  ).toEqual([
    { kind: 'thin spot', atM: 20 },
    { kind: 'knot', atM: 140 },
  ]);
});

test('weighed longer, its places lie further apart', () => {
  const parts = [60, 40].map((lengthM) => ({ lengthM, faults: [], fromEnd: 'inner' as const }));
  expect(faultsJoined(parts, 'knot', 110)).toEqual([{ kind: 'knot', atM: 66 }]);
});

test('joined of n, knotted: n - 1 knots at the sums of the lengths, in order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 8 }), (lengths) => {
      const knots = faultsJoined(
        lengths.map((lengthM) => ({ lengthM, faults: [], fromEnd: 'outer' as const })),
        'knot',
      );
      expect(knots).toHaveLength(lengths.length - 1);
      knots.forEach(({ atM }, i) =>
        expect(atM).toBeCloseTo(
          lengths.slice(0, i + 1).reduce((a, b) => a + b, 0),
          6,
        ),
      );
    }),
  );
});

test('used from the outer end, a fault keeps its place until the stretch that it lies in is taken', () => {
  const knot = [{ kind: 'knot' as const, atM: 30 }];
  expect(faultsLeft(knot, [{ tookM: 60, leftM: 40, fromEnd: 'outer' }])).toEqual(knot);
  expect(faultsLeft(knot, [{ tookM: 80, leftM: 20, fromEnd: 'outer' }])).toEqual([]);
  expect(
    faultsLeft(knot, [
      { tookM: 20, leftM: 80, fromEnd: 'inner' },
      { tookM: 5, leftM: 75, fromEnd: 'inner' },
    ]),
  ).toEqual([{ kind: 'knot', atM: 5 }]);
});
