import { putAway, trustFact } from '../../../server/yarn/yarnLifecycle';
import { saveProject } from '../../../server/projects/projects';
import { addSample } from '../../../server/yarn/samples';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { yarnFront } from '../../../server/logbook/yarnOverview';
import type { YarnForm } from '../../../server/yarn/yarns';
import { saidBy } from '../../../tests/support/uiTesting';
import { YarnScreen } from './YarnScreen';

function yarn(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, values);
  const said = (system: 'metric' | 'imperial' = 'metric') =>
    saidBy(<YarnScreen page={yarnFront(db, yarnId)!} />, system);
  const measure = (length: string, mass: string) => {
    const form = {
      how: 'length',
      requestKey: aKey(),
      length,
      mass,
      humidity: '',
      scaleResolutionG: 0.1,
      note: '',
      washed: false,
    };
    return idOf(addSample(db, pieceIds[0]!, form, 'metric', NOW));
  };
  return { db, yarnId, pieceId: pieceIds[0]!, said, measure };
}

const SILENT = { putUpMass: '', putUpLength: '', weightClass: '', needle: '', twist: '' } as const;

test('a band and a weighing: how much, how sure, why not surer', () => {
  const { said } = yarn();
  expect(said()).toContain('400 m ± 20 m');
  expect(said()).toContain('358 m/100 g, from the band’s length and mass');
  expect(said()).toContain('measuring off 10 m and weighing that to 0.1 g');
  expect(said()).not.toContain('No band to go by');
  expect(said('imperial')).toContain('440 yd ± 20 yd');
});

test('each fact says how much it counts', () => {
  const { said, measure } = yarn();
  measure('20 m', '5.6');
  expect(said()).toMatch(/the band: 358 m\/100 g, counts \d+ %/);
  expect(said()).toMatch(/the sample of 20 m: 357 m\/100 g, counts \d+ %/);
  expect(said()).toContain('of what the band and the samples leave open');
});

test.each([
  [SILENT, 'Nothing on the band tells how long a gram of it is'],
  [{ ...SILENT, needle: '4 mm' }, 'a guess from its needle'],
  [{ ...SILENT, weightClass: '4' as const }, 'a guess from its weight class'],
  [{ ...SILENT, wpi: '11' }, 'a guess from wraps per inch'],
  [{ putUpMass: '', masses: [] }, 'Nothing of it has been weighed, and the band does not say what one weighs'],
])('what is missing is said: %j', (values, words) => expect(yarn(values).said()).toContain(words));

test('a yarn without figures is offered three ways to them, one with figures is not', () => {
  expect(yarn(SILENT).said()).toContain('Three ways to know its length');
  const { said, measure } = yarn(SILENT);
  measure('10 m', '2.8');
  expect(said()).not.toContain('Three ways');
  expect(said()).toContain('from what was measured');
});

test('a contradiction takes the figure’s certainty away until it is settled', () => {
  const { db, yarnId, said, measure } = yarn();
  measure('10 m', '5.6');
  expect(said()).toContain('The band and what was measured contradict each other');
  expect(said()).toContain('two strands were measured as one, or one as two');
  expect(said()).toContain('two of its facts contradict each other');
  expect(said()).not.toContain('surer by');
  idOf(trustFact(db, yarnId, 'band'));
  expect(said()).toContain('You go by the band');
  expect(said()).toContain('surer by');
});

test('a dry room is explained in a sentence', () => {
  const { said } = yarn({ humidity: '30' });
  expect(said()).toMatch(/on the scale 112 g in usual air 118 g\. Fibre takes up water from the air/);
  expect(said()).toContain('lighter in a dry room');
  expect(yarn({ humidity: '85' }).said()).toContain('heavier in a damp room');
  expect(yarn({ humidity: '30', fibres: '' }).said()).not.toContain('usual air');
});

test('what projects have spoken for is not free', () => {
  const { db, yarnId, said } = yarn();
  const needs = [{ colour: '', amount: '150 m', done: '', yarnIds: [yarnId] }];
  const form = { requestKey: aKey(), name: 'Mitts', notes: '', castOn: '', dueOn: '', margin: '0', spare: '1', needs };
  idOf(saveProject(db, null, form, 'metric', NOW));
  expect(said()).toContain('Mitts takes 150 m 251 m are free');
});

test('a band that cannot be right is doubted', () => {
  expect(yarn({ putUpLength: '90 m' }).said()).toContain(
    'The band calls it class 1 Super fine, but its length and mass make it class 6',
  );
});

test('everything on a band is told in words', () => {
  const said = yarn({
    gauge: '28 x 36',
    careSymbols: 'wash-30-gentle dry-flat',
    care: 'no softener',
    hook: '3 mm',
    place: 'loft',
  }).said();
  for (const words of [
    '28 stitches and 36 rows to 10 cm (4 in)',
    'no softener; machine wash at 30 °C, gentle; dry flat',
    '3 mm (UK 11)',
    '2.5 mm (US 1.5)',
    'loft',
    'lot 2217',
  ])
    expect(said).toContain(words);
});

test('a yarn that is put away says so and can be brought back', () => {
  const { db, yarnId, said } = yarn();
  idOf(putAway(db, yarnId, NOW));
  expect(said()).toContain('This yarn is put away: its story is kept');
  expect(said()).not.toContain('Plan to wind');
});
