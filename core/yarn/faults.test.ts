import fc from 'fast-check';
import { type Fault, FAULT_KINDS, faultsAfter, faultsInWords, placeWithinM, reconciled } from './faults';

const LENGTH_M = 400;
/** Each at a place of its own: two at one place may be told in either order. */
const faults = fc
  .uniqueArray(
    fc.record({
      kind: fc.constantFrom(...FAULT_KINDS),
      atM: fc.double({ min: 0.001, max: LENGTH_M - 0.001, noNaN: true }),
    }),
    { maxLength: 12, comparator: (a, b) => Math.abs(a.atM - b.atM) < 1e-6 },
  )
  .map((list) => [...list].sort((a, b) => a.atM - b.atM));
const parts = fc.array(fc.double({ min: 1, max: 200, noNaN: true }), { minLength: 1, maxLength: 6 });
const end = fc.constantFrom('inner' as const, 'outer' as const);

const close = (a: readonly Fault[], b: readonly Fault[]) => {
  expect(a.map(({ kind }) => kind)).toEqual(b.map(({ kind }) => kind));
  a.forEach(({ atM }, i) => expect(atM).toBeCloseTo(b[i]!.atM, 6));
};

test('what lies just where one cuts belongs to what comes after the cut', () => {
  const knot: Fault = { kind: 'knot', atM: 100 };
  const { parts } = faultsAfter({ lengthM: LENGTH_M, faults: [knot], fromEnd: 'inner', partsM: [100, 300] });
  expect(parts).toEqual([[], [{ kind: 'knot', atM: 0 }]]);
});

test('wound whole from its outer end and again from its outer end, every fault is where it was', () => {
  fc.assert(
    fc.property(faults, (before) => {
      const wind = (known: readonly Fault[]) =>
        faultsAfter({ lengthM: LENGTH_M, faults: known, fromEnd: 'outer', partsM: [LENGTH_M] }).parts[0]!;
      close(wind(wind(before)), before);
    }),
  );
});

test('from the inner end the order stays, from the outer it is turned round', () => {
  fc.assert(
    fc.property(faults, (before) => {
      const wind = (fromEnd: 'inner' | 'outer') =>
        faultsAfter({ lengthM: LENGTH_M, faults: before, fromEnd, partsM: [LENGTH_M] }).parts[0]!;
      close(wind('inner'), before);
      close(
        wind('outer'),
        [...before].reverse().map(({ kind, atM }) => ({ kind, atM: LENGTH_M - atM })),
      );
    }),
  );
});

test('none is lost or made however it is cut, and each lies within its part', () => {
  fc.assert(
    fc.property(faults, parts, fc.double({ min: 0, max: 100, noNaN: true }), end, (before, partsM, restM, fromEnd) => {
      const after = faultsAfter({ lengthM: LENGTH_M, faults: before, fromEnd, partsM, restM });
      expect(after.parts.flat().length + after.rest.length).toBe(before.length);
      after.parts.forEach((part, i) =>
        part.forEach(({ atM }) => {
          expect(atM).toBeGreaterThanOrEqual(0);
          expect(atM).toBeLessThanOrEqual(partsM[i]! + 1e-6);
        }),
      );
      after.rest.forEach(({ atM }) => {
        expect(atM).toBeGreaterThanOrEqual(0);
        expect(atM).toBeLessThanOrEqual(restM + 1e-6);
      });
    }),
  );
});

test('a cake of 300 m with knots at 50 and 220, wound into two of 150: by hand', () => {
  const known: Fault[] = [
    { kind: 'knot', atM: 50 },
    { kind: 'thin spot', atM: 220 },
  ];
  const cut = (fromEnd: 'inner' | 'outer') =>
    faultsAfter({ lengthM: 300, faults: known, fromEnd, partsM: [150, 150] }).parts;
  const inTwo = (fromEnd: 'inner' | 'outer', first: Fault, second: Fault) => {
    const parts = cut(fromEnd);
    close(parts[0]!, [first]);
    close(parts[1]!, [second]);
  };
  inTwo('inner', { kind: 'knot', atM: 50 }, { kind: 'thin spot', atM: 70 });
  inTwo('outer', { kind: 'thin spot', atM: 80 }, { kind: 'knot', atM: 100 });
});

test('what stays behind keeps its own inner end where yarn was taken from outside', () => {
  const known: Fault[] = [{ kind: 'knot', atM: 40 }];
  const taken = { lengthM: 200, faults: known, partsM: [100], restM: 100 };
  expect(faultsAfter({ ...taken, fromEnd: 'outer' }).rest).toEqual([{ kind: 'knot', atM: 40 }]);
  expect(faultsAfter({ ...taken, faults: [{ kind: 'knot', atM: 140 }], fromEnd: 'inner' }).rest).toEqual([
    { kind: 'knot', atM: 40 },
  ]);
});

test('a piece that weighs less afterwards has its places drawn together', () => {
  const { parts } = faultsAfter({
    lengthM: 400,
    faults: [{ kind: 'knot', atM: 200 }],
    fromEnd: 'inner',
    partsM: [380],
  });
  expect(parts[0]![0]!.atM).toBeCloseTo(190, 9);
});

test('one that was seen where one was expected is the same; of another kind, or far off, it is another', () => {
  const expected: Fault[] = [
    { kind: 'knot', atM: 100 },
    { kind: 'knot', atM: 300 },
  ];
  expect(reconciled(expected, [{ kind: 'knot', atM: 104 }], 12)).toEqual([
    { kind: 'knot', atM: 104 },
    { kind: 'knot', atM: 300 },
  ]);
  expect(reconciled(expected, [{ kind: 'thin spot', atM: 101 }], 12)).toHaveLength(3);
  expect(reconciled(expected, [{ kind: 'knot', atM: 130 }], 12)).toHaveLength(3);
});

test('two seen near one that was expected are two, not one', () => {
  const seen: Fault[] = [
    { kind: 'knot', atM: 99 },
    { kind: 'knot', atM: 103 },
  ];
  expect(reconciled([{ kind: 'knot', atM: 100 }], seen, 12)).toEqual(seen);
});

test('places are looser along a long yarn', () => {
  expect(placeWithinM(20)).toBe(4);
  expect(placeWithinM(1000)).toBe(30);
  expect(faultsInWords([])).toBe('');
});
