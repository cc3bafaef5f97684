import { A_HAND, windAsKnown } from '../../../scripts/knownHand';
import { saveSchools } from '../../../server/bench/schools';
import { noteFault } from '../../../server/yarn/measurementForms';
import { planPage } from '../../../server/winding/planPages';
import {
  aKey,
  emptyDatabase,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../../../tests/support/serverTesting';
import { setLoop } from '../../../db/yarn/pieces';
import { logRun } from '../../../server/winding/runLog';
import { startRun } from '../../../server/winding/runStart';
import type { YarnForm } from '../../../server/yarn/yarns';
import { normals } from '../../../tests/support/chance';
import { textOf } from '../../../tests/support/uiTesting';
import { DEFAULT_SCHOOLS } from '../../../core/bench/schools';
import { PlanScreen } from './PlanScreen';

function plan(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, values).pieceIds as [number];
  const shownText = (system: 'metric' | 'imperial' = 'metric', id = pieceId) =>
    textOf(<PlanScreen page={planPage(db, id)!} weighing={<p>weigh it here</p>} />, system);
  return { db, pieceId, shownText };
}

test('the first glance tells what it comes to: how many cakes, how many turns, whether it fits', () => {
  const shownText = plan().shownText();
  expect(shownText).toMatch(/hank 1: one cake, \d{3} turns of the crank/);
  expect(shownText).toContain('Wind it at the bench');
  expect(shownText).toMatch(/full \d+ % of what it holds/);
});

test('how it is held and on what it is wound is one sentence', () => {
  const { db, pieceId, shownText } = plan();
  expect(shownText()).toMatch(/From the peg swift, hole \d+, onto the small winder/);
  // Smaller than the first hole: nothing is set.
  setLoop(db, pieceId, 100);
  expect(shownText()).toContain('From the peg swift, onto the small winder');
});

test('until cakes were measured every figure says that it is a starting one', () => {
  const shownText = plan().shownText();
  expect(shownText).toContain('a starting figure; measure a cake and it is yours');
  expect(shownText).toContain('(a usual pace)');
  expect(shownText).toContain('These figures are starting ones, not measured on yours');
});

test('after six of one’s own cakes it says so, and plans by them', () => {
  const { db, shownText } = plan();
  windAsKnown(db, A_HAND, 6, normals(11));
  expect(shownText()).toContain('learned from 6 of your cakes');
  expect(shownText()).toContain('(your pace)');
  expect(shownText()).toMatch(/4\.[23]\d? turns of the spindle to one of the crank, by your cakes/);
});

test('more than the winder holds is more cakes, and the page says why', () => {
  const shownText = plan({ masses: ['236'] }).shownText();
  expect(shownText).toMatch(/hank 1: 3 cakes/);
  expect(shownText).toMatch(/each/);
});

test('what lies along the yarn is told, and so is how its fibre wants to be handled', () => {
  const { db, pieceId, shownText } = plan({ fibres: '100 % mohair' });
  idOf(noteFault(db, pieceId, { requestKey: aKey(), kind: 'knot', at: '80 m', from: 'inner' }, 'metric', NOW));
  expect(shownText()).toContain('1 knot along it');
  expect(shownText()).toMatch(/sticks|cling|snag/i);
});

test('the school that winds twice is begun from', () => {
  const { db, shownText } = plan();
  idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, windings: 'twice', earliestDays: '3' }));
  expect(shownText()).toContain('one cake, wound twice');
});

test('a cake is asked from which end it is taken, and comes out softer', () => {
  const { db, pieceId, shownText } = plan();
  const runId = idOf(startRun(db, pieceId, startValues(), 'metric', NOW));
  const { send, event } = screenOf(db, runId, 'screen-one');
  send([event({ kind: 'turns', part: 0, amount: 9 })]);
  idOf(logRun(db, runId, logValues(['112']), 'metric', NOW));
  const cake = shownText('metric', pieceId + 1);
  expect(cake).toContain('Take it from its');
  expect(cake).toContain('Wound a second time it comes out softer');
  expect(cake).not.toContain('Hank circumference');
  expect(shownText()).toContain('It is wound already');
});

test('where nothing tells its length or its mass, that is asked for first', () => {
  expect(plan({ putUpLength: '', weightClass: '', needle: '' }).shownText()).toContain(
    'Nothing tells how long a gram of it is',
  );
  expect(plan({ putUpMass: '', putUpLength: '', masses: [] }).shownText()).toContain('weigh it here');
});

test('in ounces and yards nothing metric is left but the firmness', () => {
  const shownText = plan().shownText('imperial');
  expect(shownText).toMatch(/\d yd/);
  expect(shownText.replaceAll('g/cm³', '')).not.toMatch(/\d (m|g|mm|cm)\b/);
});

test('one knot is enough to ask whether to cut there; none asks nothing', () => {
  const asks = 'Cut at a knot where one is near';
  const { db, pieceId, shownText } = plan({ putUpMass: '250 g', putUpLength: '900 m', masses: ['248'] });
  expect(shownText()).not.toContain(asks);
  idOf(noteFault(db, pieceId, { requestKey: aKey(), kind: 'knot', at: '380 m', from: 'inner' }, 'metric', NOW));
  expect(shownText()).toContain(asks);
});
