import fc from 'fast-check';
import { joinedFaults, remainingFaults, takenSince } from './faultPropagation';

test('each piece’s own faults follow it, turned round where it was taken from outside', () => {
  expect(
    joinedFaults(
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
  expect(joinedFaults(parts, 'knot', 110)).toEqual([{ kind: 'knot', atM: 66 }]);
});

test('joined of n, knotted: n - 1 knots at the sums of the lengths, in order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 8 }), (lengths) => {
      const knots = joinedFaults(
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
  expect(remainingFaults(knot, [{ took: 60, remaining: 40, fromEnd: 'outer' }])).toEqual(knot);
  expect(remainingFaults(knot, [{ took: 80, remaining: 20, fromEnd: 'outer' }])).toEqual([]);
  expect(
    remainingFaults(knot, [
      { took: 20, remaining: 80, fromEnd: 'inner' },
      { took: 5, remaining: 75, fromEnd: 'inner' },
    ]),
  ).toEqual([{ kind: 'knot', atM: 5 }]);
});

test('what nobody said is found between what was said, and after it', () => {
  const reported = [{ took: 20, remaining: 60, fromEnd: 'inner' as const }];
  expect(takenSince(100, reported, 50, 'outer')).toEqual([
    { took: 20, remaining: 80, fromEnd: 'outer' },
    ...reported,
    { took: 10, remaining: 50, fromEnd: 'outer' },
  ]);
});

test('what was left and everything that was taken come to what was known, but for the scale and the air', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.05, max: 1, noNaN: true }), { maxLength: 8 }), (shares) => {
      const masses = shares.reduce((so, share) => [...so, so.at(-1)! * share], [100]);
      const now = masses.at(-1)!;
      const taken = masses.slice(1).reduce((sum, left, i) => {
        const [each] = takenSince(masses[i]!, [], left, 'inner');
        return sum + (each?.took ?? masses[i]! - left);
      }, 0);
      expect(now + taken).toBeCloseTo(100, 9);
      const all = takenSince(100, [], now, 'inner');
      expect(all.length).toBe(now < 97 ? 1 : 0);
      expect(
        all.every(({ took, remaining }) => took + remaining === 100 || Math.abs(took + remaining - 100) < 1e-9),
      ).toBe(true);
    }),
  );
});
