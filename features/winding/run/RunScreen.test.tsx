import type { Happening } from '../../../core/winding/run';
import { saveSchools } from '../../../server/bench/schools';
import { noteFault } from '../../../server/yarn/faults';
import { scales } from '../../../server/bench/bench';
import { aKey, emptyDatabase, idOf, NOW, screenOf, shelved, startValues } from '../../../tests/support/serverTesting';
import { runPage } from '../../../server/winding/runEvents';
import { type StartForm, startRun } from '../../../server/winding/runStart';
import type { YarnForm } from '../../../server/yarn/yarns';
import { saidBy } from '../../../tests/support/uiTesting';
import { DEFAULT_SCHOOLS } from '../../../core/bench/schools';
import { RunScreen } from './RunScreen';

function run(values: Partial<YarnForm> = {}, form: Partial<StartForm> = {}) {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, values).pieceIds as [number];
  const begin = () => {
    const runId = idOf(startRun(db, pieceId, startValues(form), 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    return {
      happen: (...happenings: Happening[]) => send(happenings.map((each) => event(each))),
      said: (system: 'metric' | 'imperial' = 'metric') =>
        saidBy(<RunScreen page={runPage(db, runId)!} scales={scales(db)} />, system),
      plan: runPage(db, runId)!.plan,
    };
  };
  return { db, pieceId, begin };
}

const wind = { kind: 'stage', part: 0, stage: 'wind' } as const;
const turns = (amount: number, part = 0) => ({ kind: 'turns', part, amount }) as const;

describe('prepare', () => {
  test('a hank is looked over before anything turns, with this swift’s own setting', () => {
    const said = run().begin().said();
    for (const step of ['Open the hank fully', 'No strand folded back', 'No strand across the middle', 'Cut the ties'])
      expect(said).toContain(step);
    expect(said.indexOf('Put it on the swift')).toBeLessThan(said.indexOf('Cut the ties'));
  });

  test('by the other school the ties are cut first, and the end is knotted', () => {
    const { db, begin } = run();
    idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, ties: 'before mounting', earliestDays: '14' }));
    const said = begin().said();
    expect(said).toContain('Cut the ties, before it is mounted');
    expect(said.indexOf('Cut the ties')).toBeLessThan(said.indexOf('Put it on the swift'));
  });

  test('a fragile yarn is not snapped, and for hand winding nothing is seated', () => {
    const fragile = run({ fibres: '100 % mohair' }).begin().said();
    expect(fragile).not.toContain('one sharp tug');
    const byHand = run({ masses: ['40'] }, { toolKey: 'form 1', swiftId: null })
      .begin()
      .said();
    expect(byHand).toContain('by hand: nostepinne');
    expect(byHand).toContain('Leave a tail');
    expect(byHand).not.toContain('Seat it on the winder');
  });
});

describe('wind', () => {
  test('the count, what is on the cake and what is left', () => {
    const { happen, said, plan } = run().begin();
    happen(wind, turns(200));
    const stopAt = Math.round(plan.cakes[0]!.crankTurns.mean);
    expect(said()).toContain(`200 of about ${stopAt} turns`);
    expect(said()).toMatch(/\d+ m are wound \d+ g are wound \d+ m left to wind \d+ g left to wind/);
    expect(said()).toContain('nothing marked');
  });

  test.each([
    [3, 'Gently: the first dozen turns'],
    [100, 'Steadily'],
  ])('after %d turns it says "%s"', (amount, words) => {
    const { happen, said } = run().begin();
    happen(wind, turns(amount));
    expect(said()).toContain(words);
  });

  test('the end of the last cake may come any time; the others are cut at the count', () => {
    const { happen, said, plan } = run({ masses: ['180'] }, { split: { by: 'equal', cakes: 2 } }).begin();
    const stopAt = Math.round(plan.cakes[0]!.crankTurns.mean);
    happen(wind, turns(stopAt));
    expect(said()).toContain(`Stop at ${stopAt}: cut here`);
    happen({ kind: 'stage', part: 1, stage: 'wind' }, turns(stopAt, 1));
    expect(said()).toContain('The end should be here: go on slowly until it comes');
  });

  test('what was known of the yarn is announced before it comes', () => {
    const { db, pieceId, begin } = run();
    idOf(noteFault(db, pieceId, { requestKey: aKey(), kind: 'thin spot', at: '60 m', from: 'inner' }, 'metric', NOW));
    const { happen, said } = begin();
    happen(wind, turns(40));
    expect(said()).not.toContain('is expected');
    happen(turns(90));
    expect(said()).toMatch(/A thin spot is expected in about \d/);
  });

  test('stopped, it says why, what to check, and nothing else to press than to go on', () => {
    const { happen, said } = run().begin();
    happen(wind, turns(45), { kind: 'stop', part: 0, reason: 'broke', atTurn: 45 });
    expect(said()).toContain('Stopped at 45: it broke');
    expect(said()).toContain('Join or knot them and mark the knot (K)');
    expect(said()).toContain('Go on winding at 45');
  });

  test('in ounces and yards nothing metric is left', () => {
    const { happen, said } = run().begin();
    happen(wind, turns(200));
    expect(said('imperial')).not.toMatch(/\d (m|g|mm)\b/);
  });
});

describe('take off and weigh', () => {
  test('the inner end comes first; the slip only where it belongs into the hole', () => {
    const { db, begin } = run();
    idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, slip: 'apart', earliestDays: '14' }));
    const { happen, said } = begin();
    happen(wind, turns(9), { kind: 'stage', part: 0, stage: 'take off' });
    expect(said().indexOf('Free the inner end')).toBeLessThan(said().indexOf('Lift it from beneath'));
    expect(said()).not.toContain('Put the slip in');
  });

  test('each cake that was wound is weighed under its name, those that were not are not', () => {
    const pieces = [
      { name: 'sleeve', count: '2', amount: '40 g' },
      { name: 'collar', count: '1', amount: '20 g' },
    ];
    const { happen, said } = run({}, { split: { by: 'pieces', over: 'own cake', pieces } }).begin();
    happen(wind, turns(90), turns(80, 1), { kind: 'stage', part: 1, stage: 'weigh' });
    expect(said()).toContain('Sleeve 1');
    expect(said()).toContain('Sleeve 2');
    expect(said()).not.toContain('Collar');
    expect(said()).toContain('Hank 1 was 112 g. What comes out is compared with it here.');
    expect(said()).toContain('teaches how firm you wind');
  });
});
