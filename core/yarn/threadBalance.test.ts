import fc from 'fast-check';
import type { OperationKind } from './piece';
import { type BalanceShare, type BalanceStep, DIFFERENCES, CONSUMPTIONS, threadBalance } from './threadBalance';

const part = (pieceId: number, side: BalanceShare['side'], massG: number | null, more = {}): BalanceShare => ({
  pieceId,
  side,
  massG,
  from: massG === null ? null : 'scale',
  resolutionG: massG === null ? 0 : 1,
  airFactor: null,
  ...more,
});

let ids = 0;
const step = (kind: OperationKind, parts: BalanceShare[], more: Partial<BalanceStep> = {}): BalanceStep => ({
  operationId: ++ids,
  kind,
  parts,
  wasteG: 0,
  tiesG: 0,
  ...more,
});

test('all that came in is there, is used, or is thrown away', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 98), part(2, 'out', 101)]),
    step('wind', [part(1, 'in', 98), part(3, 'out', 96)], { wasteG: 2 }),
    step('use', [part(3, 'on', 40)]),
    step('use', [part(2, 'in', 101)]),
  ]);
  expect(balance).toMatchObject({ cameInG: 199, thereG: 40, notWeighed: 0, unexplained: [] });
  expect(balance.consumedG).toMatchObject({ used: 157, waste: 2 });
});

test('what went into ties is told apart from what was thrown away', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 100)]),
    step('split', [part(1, 'in', 100), part(2, 'out', 40), part(3, 'out', 57)], { wasteG: 1, tiesG: 2 }),
  ]);
  expect(balance.consumedG).toMatchObject({ ties: 2, waste: 1 });
  expect(balance).toMatchObject({ thereG: 97, unexplained: [] });
});

test('what went into another yarn is not missing, and what is left over of it is there', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 60), part(2, 'out', 58)]),
    step('ply', [part(1, 'in', 60), part(2, 'in', 58), part(3, 'out', 3)]),
  ]);
  expect(balance).toMatchObject({ cameInG: 118, thereG: 3, unexplained: [] });
  expect(balance.consumedG.plied).toBe(115);
});

test('more than the scales can account for is unexplained, with where; within them it is the scales’', () => {
  const steps = [
    step('receive', [part(1, 'out', 98)]),
    step('wind', [part(1, 'in', 98), part(2, 'out', 97)]),
    step('weigh', [part(2, 'on', 88)]),
    step('weigh', [part(2, 'on', 90)]),
  ];
  const balance = threadBalance(steps);
  expect(balance.differsG).toMatchObject({ scales: 1, unexplained: 7 });
  expect(balance.unexplained).toEqual([
    { operationId: steps[2]!.operationId, kind: 'weigh', missingG: 9, withinG: 1 },
    { operationId: steps[3]!.operationId, kind: 'weigh', missingG: -2, withinG: 1 },
  ]);
});

test('the band had promised more', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 100, { from: 'band', resolutionG: 0 })]),
    step('weigh', [part(1, 'on', 96)]),
    step('weigh', [part(1, 'on', 96)]),
  ]);
  expect(balance.differsG).toMatchObject({ band: 4, unexplained: 0 });
});

test('what washing took out is told as that, once', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 100)]),
    step('wash', [part(1, 'on', null)]),
    step('dry', [part(1, 'on', null)]),
    step('weigh', [part(1, 'on', 95)]),
    step('weigh', [part(1, 'on', 90)]),
  ]);
  expect(balance.differsG).toMatchObject({ washed: 5, unexplained: 5 });
});

test('a drier room makes it lighter, as far as that goes', () => {
  const balance = threadBalance([
    step('receive', [part(1, 'out', 102, { airFactor: 0.98 })]),
    step('weigh', [part(1, 'on', 98, { airFactor: 1.02 })]),
  ]);
  expect(balance.differsG.air).toBeCloseTo(102 - (102 * 0.98) / 1.02, 9);
  expect(balance.differsG.scales).toBeCloseTo(0, 9);
  expect(balance.unexplained).toEqual([]);
});

test('a cake that was weighed only later had that mass when it was made; one that never was has what is left', () => {
  const made = step('wind', [part(1, 'in', 100), part(2, 'out', 60), part(3, 'out', null)]);
  const weighed = threadBalance([step('receive', [part(1, 'out', 100)]), made, step('weigh', [part(3, 'on', 30)])]);
  expect(weighed.unexplained).toEqual([{ operationId: made.operationId, kind: 'wind', missingG: 10, withinG: 1.5 }]);
  expect(threadBalance([step('receive', [part(1, 'out', 100)]), made])).toMatchObject({
    thereG: 100,
    unexplained: [],
    notWeighed: 0,
  });
});

test('what nobody ever weighed is counted as that, and what it was is learned from what came of it', () => {
  const came = step('receive', [part(1, 'out', null)]);
  expect(threadBalance([came])).toMatchObject({ cameInG: 0, notWeighed: 1 });
  expect(threadBalance([came, step('wind', [part(1, 'in', null), part(2, 'out', 70)])])).toMatchObject({
    cameInG: 70,
    thereG: 70,
    unexplained: [],
  });
});

/** Random histories: each step does something with a piece that is there. */
const history = fc
  .array(
    fc.record({
      what: fc.constantFrom<OperationKind>('wind', 'weigh', 'use', 'write off', 'wash', 'join', 'ply', 'reel', 'dye'),
      pick: fc.nat(99),
      masses: fc.array(fc.option(fc.integer({ min: 1, max: 900 })), { minLength: 1, maxLength: 3 }),
      waste: fc.integer({ min: 0, max: 20 }),
      whole: fc.boolean(),
      air: fc.option(fc.integer({ min: 900, max: 1100 })),
    }),
    { maxLength: 14 },
  )
  .map((moves) => {
    const tenths = (value: number | null) => (value === null ? null : value / 10);
    const there = [1, 2, 3];
    let next = 4;
    const steps = [step('receive', [part(1, 'out', 98.2), part(2, 'out', null), part(3, 'out', 55)])];
    for (const { what, pick, masses, waste, whole, air } of moves) {
      if (there.length === 0) break;
      const more = { airFactor: air === null ? null : air / 1000 };
      const id = there[pick % there.length]!;
      const consume = (each: number) => there.splice(there.indexOf(each), 1);
      if (
        what === 'weigh' ||
        what === 'wash' ||
        what === 'dye' ||
        ((what === 'use' || what === 'write off') && !whole)
      ) {
        steps.push(step(what, [part(id, 'on', what === 'weigh' ? tenths(masses[0]!) : tenths(masses[0] ?? 10), more)]));
        continue;
      }
      const ins = what === 'join' ? there.slice(0, 2) : [id];
      ins.forEach(consume);
      const gone = what === 'use' || what === 'write off' || (what === 'ply' && whole);
      const outs = gone ? [] : masses.map((mass) => part(next++, 'out', tenths(mass), more));
      there.push(...outs.map(({ pieceId }) => pieceId));
      steps.push(
        step(what, [...ins.map((each) => part(each, 'in', null)), ...outs], { wasteG: gone ? 0 : waste / 10 }),
      );
    }
    return steps;
  });

test('whatever happens, what came in is what is there, what went and what differs', () => {
  fc.assert(
    fc.property(history, (steps) => {
      const { cameInG, thereG, consumedG, differsG, unexplained } = threadBalance(steps);
      const consumption = CONSUMPTIONS.reduce((sum, consumption) => sum + consumedG[consumption], 0);
      const differs = DIFFERENCES.reduce((sum, difference) => sum + differsG[difference], 0);
      expect(thereG + consumption + differs).toBeCloseTo(cameInG, 6);
      expect(unexplained.reduce((sum, { missingG }) => sum + missingG, 0)).toBeCloseTo(differsG.unexplained, 6);
      for (const { missingG, withinG } of unexplained) expect(Math.abs(missingG)).toBeGreaterThan(withinG);
    }),
  );
});
