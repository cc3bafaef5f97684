import { knittingValues, rowsWeighed } from '../../../tests/support/knittingForms';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { scales } from '../../../server/bench/bench';
import { knittingPage, newKnittingPage } from '../../../server/projects/knitting';
import {
  beginKnitting,
  changeKnitting,
  type ChangeKnittingForm,
  markedKnitting,
  weighRow,
} from '../../../server/projects/knittingForms';
import { BeginKnittingScreen } from './BeginKnittingScreen';
import { ChangeKnittingScreen } from './ChangeKnittingScreen';
import { KnittingScreen } from './KnittingScreen';
import { knittingFirst } from './knittingValues';

function begun(values: Partial<ChangeKnittingForm> = {}, cakes = ['100']) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { form: 'cake', loop: '', count: String(cakes.length), masses: cakes });
  const form = { ...knittingValues(values), ...rowsWeighed('0', '100') };
  const id = idOf(beginKnitting(db, pieceIds[0]!, form, 'metric', NOW));
  const weigh = (rowsDone: number, mass: string, more: object = {}) => {
    const weighing = { requestKey: aKey(), pieceId: pieceIds[0]!, usedUp: false, note: '', ...more };
    return idOf(weighRow(db, id, { ...rowsWeighed(String(rowsDone), mass), ...weighing }, 'metric', NOW));
  };
  const shown = (system: 'metric' | 'imperial' = 'metric') =>
    textOf(<KnittingScreen page={knittingPage(db, id)!} scales={scales(db)} />, system);
  return { db, id, pieceIds, weigh, shown };
}

test('until two weighings tell something it says what to do', () => {
  const { shown, weigh } = begun({ rows: 'unknown' });
  expect(shown()).toContain('Knit some rows, and weigh it again. Three weighings tell how the rows grow');
  weigh(40, '80');
  expect(shown()).toContain('Knit some rows, and weigh it again');
});

test('rows left, what a row takes, and when to weigh again', () => {
  const { shown, weigh } = begun({}, ['100', '95']);
  weigh(40, '80');
  expect(shown()).toMatch(/1[56]\d rows left after row 40; 1[45]\d to 1[67]\d, nine times in ten/);
  expect(shown()).toMatch(/A row takes 0\.5 g or 1.8 m here; 20 g are used so far/);
  expect(shown()).toMatch(/With the other piece of this yarn \( ?95 g ?\): 3[45]\d rows left/);
  expect(shown()).toMatch(/Weigh again after row 1\d\d: you can then be sure of about \d+ rows more/);
  expect(shown('imperial')).toMatch(/A row takes 0.0\d+ oz/);
  weigh(120, '40');
  weigh(190, '5');
  expect(shown()).toContain('Another weighing would hardly tell more');
});

test.each([
  [
    '110',
    /Enough: about 2\d g \( ?[678]\d m ?\) will be left over. Chance it is enough for row 110 and the border: over 99 %/,
  ],
  ['152', /Tight: about [\d.]+ g/],
  ['190', /Short: about \d+(\.\d)? g \( ?\d+ m ?\) are missing/],
])('whether it reaches over row %s', (lastRow, words) => {
  const { shown, weigh } = begun({ lastRow, border: 'amount', borderAmount: '24 g' });
  weigh(60, '70');
  expect(shown()).toMatch(words);
  const asks = 'Weigh again after row 10';
  if (lastRow === '152') expect(shown()).toContain(`${asks}6: then it shows whether the yarn reaches`);
  else expect(shown()).toContain('Another weighing would hardly tell more');
});

test('until when the border can be begun, and that it is too late', () => {
  const { shown, weigh } = begun({ border: 'amount', borderAmount: '24 g' });
  weigh(60, '70');
  expect(shown()).toMatch(
    /begin the border after row 14\d at the latest. So it is enough 19 times in 20. After row 15\d/i,
  );
  weigh(170, '15');
  expect(shown()).toMatch(/hardly enough for the border any more/i);
});

test('a weighing that does not fit is asked about; one of ripped rows is marked; off the needles nothing is weighed', () => {
  const { db, id, shown, weigh } = begun();
  weigh(20, '90');
  weigh(40, '80');
  weigh(60, '45');
  expect(shown()).toContain('The last weighing hardly fits the others');
  weigh(40, '80');
  expect(shown()).toMatch(/Row 60: 45 g, cake 1, [^;]*; ripped back since/);
  expect(shown()).toContain('Log the weighing');
  idOf(markedKnitting(db, id, 'finished', true, NOW));
  expect(shown()).not.toContain('Log the weighing');
  expect(shown()).toContain('Bring it back');
});

test.each<Partial<ChangeKnittingForm>>([
  { rows: 'even', stitches: '60', border: 'width', borderTimes: '4', gauge: '22' },
  { rows: 'grow', stitches: '5', change: '4', every: '2', border: 'rows', borderRows: '8' },
  { rows: 'shrink', stitches: '300', change: '2', every: '1', border: 'amount', borderAmount: '40 m', lastRow: '140' },
  { rows: 'chart', chart: '(60 62) x 80', border: 'amount', borderAmount: '12.5 g' },
  { rows: 'unknown' },
])('changed without a change it stays as it was: %j', (values) => {
  const { db, id } = begun(values);
  const before = knittingPage(db, id)!;
  idOf(changeKnitting(db, id, knittingFirst(before), 'metric'));
  expect(knittingPage(db, id)).toEqual(before);
  expect(knittingFirst(before)).toMatchObject(values);
  expect(textOf(<ChangeKnittingScreen page={before} projects={[]} />)).toContain('Kept for border or cast-off');
});

test('a new one is begun from a piece, or there is none', () => {
  const { db, pieceIds } = begun();
  const page = newKnittingPage(db, { pieceId: pieceIds[0]!, projectId: null })!;
  expect(textOf(<BeginKnittingScreen page={page} projectId={null} scales={scales(db)} />)).toContain(
    'Cake 1, Causeway',
  );
  const none = (projectId: number | null) =>
    textOf(<BeginKnittingScreen page={{ balls: [], projects: [] }} projectId={projectId} scales={scales(db)} />);
  expect(none(1)).toContain('None of this project’s yarns has a piece');
  expect(none(null)).toContain('Choose a piece to knit from');
});

test('over several balls it reaches by all of them, and says when the next one comes in', () => {
  const { db, id, shown, weigh } = begun({ lastRow: '300' }, ['100', '95']);
  weigh(60, '70');
  expect(shown()).toMatch(/Enough: about 4\d g/);
  expect(shown()).toMatch(/The next ball comes in after row 19\d at the latest\. (?!It may be)/);
  expect(knittingPage(db, id)!.forecast!.doneShare).toBeCloseTo(30 / 150, 1);
});
