import type { NewRunEvent } from '../../core/winding/run';
import { operationPage } from '../../server/logbook/operationPage';
import { emptyDatabase, idOf, logValues, NOW, screenOf, shelved, startValues } from '../../tests/support/serverTesting';
import { logRun } from '../../server/winding/runLog';
import { runPage } from '../../server/winding/runEvents';
import { type StartForm, startRun } from '../../server/winding/runStart';
import { textOf } from '../../tests/support/uiTesting';
import { OperationScreen } from './OperationScreen';

/** Winds a hank of 112 g into one cake of that mass, with what happens on the way; tells the entry. */
function reported(
  newEvents: (turns: number) => NewRunEvent[],
  form: Partial<StartForm> = {},
  masses = ['112'],
): string {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { count: '3', masses: ['112', '110', '111'] });
  const runId = idOf(startRun(db, pieceIds[0]!, startValues({ queue: pieceIds.slice(1), ...form }), 'metric', NOW));
  const { send, event } = screenOf(db, runId, 'screen-one');
  const planned = Math.round(runPage(db, runId)!.plan.cakes[0]!.crankTurns.mean);
  send(newEvents(planned).map((each) => event(each)));
  const operation = idOf(logRun(db, runId, logValues(masses), 'metric', NOW));
  return textOf(<OperationScreen operation={operationPage(db, operation)!} />);
}

const turns = (amount: number) => ({ kind: 'turns', part: 0, amount }) as const;
const counter = (total: number) =>
  ({ kind: 'reading', part: 0, device: 'counter', session: 'c1', total, drives: false }) as const;
/** 112 g at 412 m to 115 g. */
const TRUE_M = 401.3;

test('what was planned stands beside what was counted, and who wound', () => {
  const shownText = reported((planned) => [
    turns(planned - 40),
    { kind: 'hand over', part: 0, who: 'Ebba', atTurn: planned - 40 },
    turns(35),
  ]);
  expect(shownText).toMatch(/turns (\d+), planned (\d+)/);
  const [, counted, planned] = /turns (\d+), planned (\d+)/.exec(shownText)!;
  expect(Number(planned) - Number(counted)).toBe(5);
  expect(shownText).toContain('Ebba');
});

test('every stop and mark is told with its turn and its place', () => {
  const shownText = reported((planned) => [
    turns(100),
    { kind: 'stop', part: 0, reason: 'snag', atTurn: 100 },
    { kind: 'resume', part: 0 },
    { kind: 'mark', part: 0, mark: 'colour change', atTurn: 100 },
    turns(planned - 100),
  ]);
  expect(shownText).toMatch(/stops snag at turn 100 \(\d+ m\)/);
  expect(shownText).toMatch(/marked colour change at turn 100 \(\d+ m\)/);
});

test('counter, turns and mass that tell one length are said to agree', () =>
  expect(reported((planned) => [counter(0), turns(planned), counter(TRUE_M)])).toContain(
    'Counter, turns and mass agree, as far as each can tell',
  ));

test.each([
  [
    'a counter that slipped',
    (planned: number) => [counter(0), turns(planned), counter(0.6 * TRUE_M)],
    'The counter differs',
  ],
  [
    'turns that were missed',
    (planned: number) => [counter(0), turns(Math.round(0.5 * planned)), counter(TRUE_M)],
    'The turns differ',
  ],
])('%s is named as the one that is out', (_, newEvents, words) => expect(reported(newEvents)).toContain(words));

test('yarn that is missing from the scale is named too', () => {
  const shownText = reported((planned) => [counter(0), turns(planned), counter(TRUE_M)], {}, ['70']);
  expect(shownText).toContain('42 g are missing');
  expect(shownText).toContain('The mass differs');
});

test('what waits to be wound in the same way is one press away; a second winding too', () => {
  const shownText = reported((planned) => [turns(planned)], { twice: true });
  expect(shownText).toContain('Wind the next one: 2 wait');
  expect(shownText).toContain('Wind it a second time');
});
