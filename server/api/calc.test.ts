import { readFileSync } from 'node:fs';
import path from 'node:path';
import { LONG_ENOUGH_S } from '../../tests/support/minisTesting';
import { calculate } from './calc';

interface Case {
  name: string;
  input: Record<string, unknown>;
  output: Record<string, unknown>;
}

const casesOf = (name: string): Case[] =>
  JSON.parse(readFileSync(path.join(process.cwd(), 'tests', 'vectors', `${name}.json`), 'utf8')) as Case[];

for (const name of ['yardage', 'cake', 'winder-fit', 'swift', 'twist', 'ply-both-ends'])
  test.each(casesOf(name))(`${name}, called from outside: $name`, async ({ input, output }) => {
    const answer = await calculate(name, JSON.stringify(input));
    if (!answer.ok) throw new Error(answer.error.message);
    expect(Object.keys(answer.output).sort()).toEqual(Object.keys(output).sort());
    for (const [key, value] of Object.entries(output))
      if (typeof value === 'number') {
        const reported = (answer.output as Record<string, number>)[key]!;
        expect(Math.abs(reported - value)).toBeLessThanOrEqual(Math.max(1e-9, 1e-6 * Math.abs(value)));
      }
  });

test.each(casesOf('minis'))('minis, called from outside: $name', async ({ input, output }) => {
  const answer = await calculate('minis', JSON.stringify(input), LONG_ENOUGH_S);
  if (!answer.ok) throw new Error(answer.error.message);
  expect(answer.output).toMatchObject(output);
  expect(answer.output).toHaveProperty('proven', { grams: true, parents: true, left: true });
});

const yarn = { band: { lengthM: 212, massG: 115 }, measuredMassG: 63 };
const winder = { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68 };
const minis = {
  parents: [{ id: 'a', massG: 104 }],
  demands: [{ id: 'm', massG: 12, count: 20 }],
  cutLossG: 0.2,
};
const ply = {
  massG: 96,
  gristMPerG: 4.1,
  coreDiameterMm: 24,
  heightMm: 68,
  direction: 'cw',
  side: 'near',
  single: { direction: 'Z', turnsPerM: 220 },
};
const wound = { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 };
const twist = {
  lengthM: 310,
  gristMPerG: 3.9,
  steps: [{ from: { mode: 'rotating' }, onto: wound }, { from: { mode: 'over-end', end: 'inner', side: 'near' } }],
};
const [rotated, pulled] = twist.steps;
const shape = { gristMPerG: 4.1, coreDiameterMm: 24, heightMm: 68 };

test.each<[string, unknown, string]>([
  ['yardage', { ...yarn, measuredMassG: 0 }, 'measuredMassG'],
  ['yardage', { ...yarn, measuredMassG: '63' }, 'measuredMassG'],
  ['yardage', { ...yarn, measuredMassG: null }, 'measuredMassG'],
  ['yardage', { ...yarn, tareG: 63 }, 'tareG'],
  ['yardage', { ...yarn, tareG: -1 }, 'tareG'],
  ['yardage', { measuredMassG: 63 }, 'band'],
  ['yardage', { band: { lengthM: -212, massG: 115 }, measuredMassG: 63 }, 'band.lengthM'],
  ['yardage', { ...yarn, samples: [{ lengthM: 5, massG: 2.7 }, { lengthM: 5 }] }, 'samples.1.massG'],
  ['yardage', { ...yarn, humidityPercent: 91, fibres: [{ name: 'wool', percent: 100 }] }, 'humidityPercent'],
  ['yardage', { ...yarn, humidityPercent: 40, fibres: [{ name: 'wool', percent: 90 }] }, 'fibres'],
  ['yardage', { ...yarn, humidityPercent: 40, fibres: [{ name: 'moss', percent: 100 }] }, 'fibres.0.name'],
  ['yardage', { ...yarn, fibres: [{ name: 'wool', percent: 90 }] }, 'fibres'],
  ['yardage', { ...yarn, colour: 'red' }, 'colour'],
  ['yardage', { ...yarn, band: { ...yarn.band, lot: 2 } }, 'band.lot'],
  ['yardage', { ...yarn, needM: 0 }, 'needM'],
  ['yardage', [], ''],
  ['twist', { ...twist, steps: [] }, 'steps'],
  ['twist', { ...twist, steps: [pulled] }, 'steps.0.from.mode'],
  ['twist', { ...twist, steps: [{ from: { mode: 'rotating' } }, pulled] }, 'steps.0.onto'],
  [
    'twist',
    { ...twist, steps: [rotated, { from: { mode: 'stationary-loop', loopM: 1.6, direction: 'cw' } }] },
    'steps.1.from.mode',
  ],
  ['twist', { ...twist, steps: [{ ...rotated, onto: { ...wound, innerEnd: 'buried' } }, pulled] }, 'steps.1.from.end'],
  ['twist', { ...twist, steps: [{ ...rotated, onto: { ...wound, heightMm: 0 } }, pulled] }, 'steps.0.onto.heightMm'],
  ['twist', { ...twist, steps: [{ from: { mode: 'thrown' } }] }, 'steps.0.from.mode'],
  [
    'twist',
    { ...twist, steps: [{ from: { mode: 'rotating' }, onto: { mode: 'reel', loopM: 1.4, carried: true } }] },
    'steps.0.onto.direction',
  ],
  ['twist', { ...twist, yarn: { direction: 'S', turnsPerM: -5 } }, 'yarn.turnsPerM'],
  ['twist', { ...twist, yarn: { direction: 'left', turnsPerM: 5 } }, 'yarn.direction'],
  ['twist', { ...twist, lengthM: 'long' }, 'lengthM'],
  ['ply-both-ends', { ...ply, single: { direction: 'Z', turnsPerM: 0 } }, 'single.turnsPerM'],
  ['ply-both-ends', { ...ply, side: 'left' }, 'side'],
  ['ply-both-ends', { ...ply, crossingAngleDeg: 90 }, 'crossingAngleDeg'],
  ['ply-both-ends', { ...ply, massG: undefined }, 'massG'],
  ['cake', { ...shape }, 'massG'],
  ['cake', { ...shape, massG: 96, lengthM: 390 }, 'lengthM'],
  ['cake', { ...shape, massG: 96, stopsAtG: [27, 97] }, 'stopsAtG.1'],
  ['cake', { ...shape, massG: 96, crossingAngleDeg: 90 }, 'crossingAngleDeg'],
  ['winder-fit', { massG: 96, winder: { ...winder, maxDiameterMm: 20 } }, 'winder.maxDiameterMm'],
  ['winder-fit', { massG: 96 }, 'winder'],
  ['winder-fit', { massG: 96, winder: { ...winder, maxMassG: 0 } }, 'winder.maxMassG'],
  ['swift', { kind: 'pegs', hankLoopM: 1.62, holeRadiiMm: [] }, 'holeRadiiMm'],
  ['swift', { kind: 'pegs', hankLoopM: 1.62, holeRadiiMm: [180, -1] }, 'holeRadiiMm.1'],
  ['swift', { kind: 'umbrella', hankLoopM: 1.62, ribs: 2 }, 'ribs'],
  ['swift', { kind: 'chairs', hankLoopM: 0.08, backDepthMm: 45 }, 'backDepthMm'],
  ['swift', { kind: 'table', hankLoopM: 1.62 }, 'kind'],
  ['minis', { ...minis, parents: [] }, 'parents'],
  ['minis', { ...minis, parents: [{ id: 'a', massG: 40, segmentsG: [30, 20] }] }, 'parents.0.segmentsG'],
  ['minis', { ...minis, parents: [...minis.parents, ...minis.parents] }, 'parents.1.id'],
  ['minis', { ...minis, demands: [{ id: 'm', massG: 12, count: 1.5 }] }, 'demands.0.count'],
  ['minis', { ...minis, demands: [{ id: 'm', massG: 0, count: 1 }] }, 'demands.0.massG'],
  ['minis', { ...minis, cutLossG: -1 }, 'cutLossG'],
  ['minis', { ...minis, demands: [{ id: 'm', massG: 12, count: 1, priority: 0 }] }, 'demands.0.priority'],
  ['minis', { ...minis, parents: [{ id: 'a', massG: 40, yarn: '' }] }, 'parents.0.yarn'],
  ['twirl', {}, 'name'],
  ['constructor', {}, 'name'],
])('%s refuses %j at its place', async (name, input, at) => {
  const answer = await calculate(name, JSON.stringify(input));
  expect(answer).toMatchObject({ ok: false, error: { path: at } });
  expect((answer as { error: { message: string } }).error.message).not.toBe('');
});

test('what is no JSON is refused, and so are numbers beyond all bounds', async () => {
  const many = {
    parents: Array.from({ length: 150 }, (_, i) => ({
      id: `p${i}`,
      massG: 100,
      segmentsG: Array.from({ length: 20 }, () => 5),
    })),
    demands: Array.from({ length: 150 }, (_, i) => ({ id: `d${i}`, massG: 5, count: 1 })),
    cutLossG: 0.1,
  };
  expect(await calculate('minis', JSON.stringify(many))).toMatchObject({
    ok: false,
    error: { path: 'parents', message: expect.stringContaining('too many at once') as string },
  });
  expect(await calculate('cake', 'massG: 3')).toEqual({ ok: false, error: { message: 'this is not JSON', path: '' } });
  expect(
    await calculate('cake', '{"massG": 1e999, "gristMPerG": 4, "coreDiameterMm": 24, "heightMm": 68}'),
  ).toMatchObject({
    ok: false,
    error: { path: 'massG' },
  });
});
