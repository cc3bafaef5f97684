import { putAway, trustFact } from '../../../server/yarn/yarnLifecycle';
import { saveProject } from '../../../server/projects/projects';
import { addSample } from '../../../server/yarn/measurementForms';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { yarnOverview } from '../../../server/logbook/yarnOverview';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { YarnScreen } from './YarnScreen';

function yarn(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, values);
  const shownText = (system: 'metric' | 'imperial' = 'metric') =>
    textOf(<YarnScreen page={yarnOverview(db, yarnId)!} />, system);
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
  return { db, yarnId, pieceId: pieceIds[0]!, shownText, measure };
}

const SILENT = { putUpMass: '', putUpLength: '', weightClass: '', needle: '', twist: '' } as const;

test('a band and a weighing: how much, how sure, why not surer', () => {
  const { shownText } = yarn();
  expect(shownText()).toContain('400 m ± 20 m');
  expect(shownText()).toContain('358 m/100 g, from the band’s length and mass');
  expect(shownText()).toContain('measuring off 10 m and weighing that to 0.1 g');
  expect(shownText()).not.toContain('No band to go by');
  expect(shownText('imperial')).toContain('440 yd ± 20 yd');
});

test('each fact says how much it counts', () => {
  const { shownText, measure } = yarn();
  measure('20 m', '5.6');
  expect(shownText()).toMatch(/the band: 358 m\/100 g, counts \d+ %/);
  expect(shownText()).toMatch(/the sample of 20 m: 357 m\/100 g, counts \d+ %/);
  expect(shownText()).toContain('neither the band nor the samples are exact');
});

test.each([
  [SILENT, 'Nothing on the band tells how long a gram of it is'],
  [{ ...SILENT, needle: '4 mm' }, 'a guess from its needle'],
  [{ ...SILENT, weightClass: '4' as const }, 'a guess from its weight class'],
  [{ ...SILENT, wpi: '11' }, 'a guess from wraps per inch'],
  [{ putUpMass: '', masses: [] }, 'Nothing of it has been weighed, and the band does not say what one weighs'],
])('what is missing is said: %j', (values, words) => expect(yarn(values).shownText()).toContain(words));

test('a yarn without figures is offered three ways to them, one with figures is not', () => {
  expect(yarn(SILENT).shownText()).toContain('Three ways to know its length');
  const { shownText, measure } = yarn(SILENT);
  measure('10 m', '2.8');
  expect(shownText()).not.toContain('Three ways');
  expect(shownText()).toContain('from what was measured');
});

test('a contradiction takes the figure’s certainty away until it is settled', () => {
  const { db, yarnId, shownText, measure } = yarn();
  measure('10 m', '5.6');
  expect(shownText()).toContain('The band and what was measured contradict each other');
  expect(shownText()).toContain('two strands were measured as one, or one as two');
  expect(shownText()).toContain('two of its facts contradict each other');
  expect(shownText()).not.toContain('How to narrow it');
  idOf(trustFact(db, yarnId, 'band'));
  expect(shownText()).toContain('You go by the band');
  expect(shownText()).toContain('How to narrow it');
});

test('a dry room is explained in a sentence', () => {
  const { shownText } = yarn({ humidity: '30' });
  expect(shownText()).toMatch(/On the scale 112 g In usual air 118 g\. Fibre takes up water from the air/);
  expect(shownText()).toContain('lighter in a dry room');
  expect(yarn({ humidity: '85' }).shownText()).toContain('heavier in a damp room');
  expect(yarn({ humidity: '30', fibres: '' }).shownText()).not.toContain('usual air');
});

test('what projects have spoken for is not free', () => {
  const { db, yarnId, shownText } = yarn();
  const needs = [{ colour: '', amount: '150 m', done: '', yarnIds: [yarnId] }];
  const form = { requestKey: aKey(), name: 'Mitts', notes: '', castOn: '', dueOn: '', margin: '0', spare: '1', needs };
  idOf(saveProject(db, null, form, 'metric', NOW));
  expect(shownText()).toContain('Mitts takes 150 m 251 m are free');
});

test('a band that cannot be right is doubted', () => {
  expect(yarn({ putUpLength: '90 m' }).shownText()).toContain(
    'The band calls it class 1 Super fine, but its length and mass make it class 6',
  );
});

test('everything on a band is told in words', () => {
  const shownText = yarn({
    gauge: '28 x 36',
    careSymbols: 'wash-30-gentle dry-flat',
    care: 'no softener',
    hook: '3 mm',
    place: 'loft',
  }).shownText();
  for (const words of [
    '28 stitches and 36 rows to 10 cm (4 in)',
    'no softener; machine wash at 30 °C, gentle; dry flat',
    '3 mm (UK 11)',
    '2.5 mm (US 1.5)',
    'loft',
    'lot 2217',
  ])
    expect(shownText).toContain(words);
});

test('a yarn that is put away says so and can be brought back', () => {
  const { db, yarnId, shownText } = yarn();
  idOf(putAway(db, yarnId, NOW));
  expect(shownText()).toContain('This yarn is archived: its history is kept');
  expect(shownText()).not.toContain('Plan to wind');
});
