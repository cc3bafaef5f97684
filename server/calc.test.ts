import { readFileSync } from 'node:fs';
import path from 'node:path';
import { calculate } from './calc';

interface Case {
  name: string;
  input: Record<string, unknown>;
  output: Record<string, unknown>;
}

const casesOf = (name: string): Case[] =>
  JSON.parse(readFileSync(path.join(process.cwd(), 'tests', 'vectors', `${name}.json`), 'utf8')) as Case[];

for (const name of ['yardage', 'cake', 'winder-fit', 'swift'])
  test.each(casesOf(name))(`${name}, called from outside: $name`, ({ input, output }) => {
    const answer = calculate(name, JSON.stringify(input));
    if (!answer.ok) throw new Error(answer.error.message);
    expect(Object.keys(answer.output).sort()).toEqual(Object.keys(output).sort());
    for (const [key, value] of Object.entries(output))
      if (typeof value === 'number') expect((answer.output as Record<string, number>)[key]! / value).toBeCloseTo(1, 6);
  });

const yarn = { band: { lengthM: 212, massG: 115 }, measuredMassG: 63 };
const winder = { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68 };
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
  ['twirl', {}, 'name'],
  ['constructor', {}, 'name'],
])('%s refuses %j at its place', (name, input, at) => {
  const answer = calculate(name, JSON.stringify(input));
  expect(answer).toMatchObject({ ok: false, error: { path: at } });
  expect((answer as { error: { message: string } }).error.message).not.toBe('');
});

test('what is no JSON is refused, and so are numbers beyond all bounds', () => {
  expect(calculate('cake', 'massG: 3')).toEqual({ ok: false, error: { message: 'this is not JSON', path: '' } });
  expect(calculate('cake', '{"massG": 1e999, "gristMPerG": 4, "coreDiameterMm": 24, "heightMm": 68}')).toMatchObject({
    ok: false,
    error: { path: 'massG' },
  });
});
