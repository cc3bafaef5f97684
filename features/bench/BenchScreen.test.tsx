import { DEFAULT_SCHOOLS } from '../../core/bench/schools';
import { A_HAND, windAsKnown } from '../../scripts/knownHand';
import { bench, saveTool } from '../../server/bench/bench';
import { emptyDatabase, idOf, logValues, NOW, screenOf, shelved, startValues } from '../../tests/support/serverTesting';
import { winderLimits } from '../../server/winding/limits';
import { logRun } from '../../server/winding/runLog';
import { startRun } from '../../server/winding/runStart';
import { normals } from '../../tests/support/chance';
import { textOf } from '../../tests/support/uiTesting';
import { BenchScreen } from './BenchScreen';

const shownText = (db: ReturnType<typeof emptyDatabase>, system: 'metric' | 'imperial' = 'metric') =>
  textOf(<BenchScreen bench={bench(db)} limits={winderLimits(db, bench(db))} schools={DEFAULT_SCHOOLS} />, system);

test('every kind of tool is there, and what each came with is called so', () => {
  const words = shownText(emptyDatabase());
  for (const name of [
    'Small winder',
    'Large winder',
    'Nostepinne',
    'Card tube',
    'Thumb',
    'Two fingers',
    'Length counter',
    'Hand reel',
    'Chair back',
  ])
    expect(words).toContain(name);
  expect(words).toContain('Nothing learned yet');
});

test('what was learned is told with its spread and the cakes it rests on', () => {
  const db = emptyDatabase();
  windAsKnown(db, A_HAND, 5, normals(2));
  expect(shownText(db)).toMatch(/Learned from 5 of your cakes: 0\.2\d ± 0\.0\d g\/cm³ firm/);
  expect(shownText(db)).toMatch(/Spindle turns to one of the crank: 4\.\d\d ± 0\.\d\d, from 5 of 5/);
});

test('a cake that is set aside is shown to be', () => {
  const db = emptyDatabase();
  windAsKnown(db, A_HAND, 6, normals(7));
  const runId = idOf(startRun(db, shelved(db).pieceIds[0]!, startValues(), 'metric', NOW));
  const { send, event } = screenOf(db, runId, 'screen-one');
  send([event({ kind: 'turns', part: 0, amount: 500 })]);
  idOf(logRun(db, runId, logValues(['112'], { diameters: ['41 mm'], heights: ['68 mm'] }), 'metric', NOW));
  expect(shownText(db)).toContain('set aside: too far from the others');
});

test('what minis are wound round is a guess until its loop is measured', () => {
  const db = emptyDatabase();
  expect(shownText(db)).toMatch(/Small frame guess: starting figures circumference 76 cm a guess/);
  const reel = {
    tool: 'reel',
    name: 'Small frame',
    kind: 'frame',
    loopM: '74.5 cm',
    spreadMm: '80 mm',
    measured: ['loopM'],
  };
  idOf(saveTool(db, 2, reel, 'metric'));
  expect(shownText(db)).toMatch(/Small frame 1 of 2 figures measured on yours circumference 74\.5 cm room/);
  expect(shownText(db, 'imperial')).toContain('circumference 29.3 in');
});

test('what a winder holds by its cakes stands beside what was entered for it', () => {
  const db = emptyDatabase();
  expect(shownText(db)).toContain('room to 98 mm across, 113 g a guess crossing');
  const { pieceIds } = shelved(db, { count: '2', masses: ['122', '124'] });
  for (const [i, mass] of ['122', '124'].entries()) {
    const runId = idOf(startRun(db, pieceIds[i]!, { ...startValues(), anyway: true }, 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    send([event({ kind: 'turns', part: 0, amount: 560 })]);
    idOf(logRun(db, runId, logValues([mass]), 'metric', NOW));
  }
  const { mean } = winderLimits(db, bench(db))[1]!.massG;
  expect(mean).toBeGreaterThan(120);
  expect(shownText(db)).toContain(`holds ${Math.round(mean)} g, give or take`);
  expect(shownText(db)).toContain('by your cakes (124 g came off clean)');
});
