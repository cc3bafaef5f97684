import type { NewRunEvent } from '../../../core/winding/run';
import { saveSchools } from '../../../server/bench/schools';
import { noteFault } from '../../../server/yarn/measurementForms';
import { scales } from '../../../server/bench/bench';
import { aKey, emptyDatabase, idOf, NOW, screenOf, shelved, startValues } from '../../../tests/support/serverTesting';
import { paceDrift } from '../../../server/winding/paceDrift';
import { runPage } from '../../../server/winding/runEvents';
import { type StartForm, startRun } from '../../../server/winding/runStart';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { DEFAULT_SCHOOLS } from '../../../core/bench/schools';
import { RunScreen } from './RunScreen';

function run(values: Partial<YarnForm> = {}, form: Partial<StartForm> = {}) {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, values).pieceIds as [number];
  const begin = () => {
    const runId = idOf(startRun(db, pieceId, startValues(form), 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    return {
      happen: (...newEvents: NewRunEvent[]) => send(newEvents.map((each) => event(each))),
      shownText: (system: 'metric' | 'imperial' = 'metric') =>
        textOf(<RunScreen page={runPage(db, runId)!} scales={scales(db)} drift={paceDrift(db)} />, system),
      plan: runPage(db, runId)!.plan,
    };
  };
  return { db, pieceId, begin };
}

const wind = { kind: 'stage', part: 0, stage: 'wind' } as const;
const turns = (amount: number, part = 0) => ({ kind: 'turns', part, amount }) as const;

describe('prepare', () => {
  test('a hank is looked over before anything turns, with this swift’s own setting', () => {
    const shownText = run().begin().shownText();
    for (const step of ['Open the hank fully', 'No strand folded back', 'No strand across the middle', 'Cut the ties'])
      expect(shownText).toContain(step);
    expect(shownText.indexOf('Put it on the swift')).toBeLessThan(shownText.indexOf('Cut the ties'));
  });

  test('by the other school the ties are cut first, and the end is knotted', () => {
    const { db, begin } = run();
    idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, ties: 'before mounting', earliestDays: '14' }));
    const shownText = begin().shownText();
    expect(shownText).toContain('Cut the ties, before it is mounted');
    expect(shownText.indexOf('Cut the ties')).toBeLessThan(shownText.indexOf('Put it on the swift'));
  });

  test('a fragile yarn is not snapped, and for hand winding nothing is seated', () => {
    const fragile = run({ fibres: '100 % mohair' }).begin().shownText();
    expect(fragile).not.toContain('one sharp tug');
    const byHand = run({ masses: ['40'] }, { toolKey: 'form 1', swiftId: null })
      .begin()
      .shownText();
    expect(byHand).toContain('by hand: nostepinne');
    expect(byHand).toContain('Lay the end in the groove');
    expect(byHand).not.toContain('Catch the end in the notch');
  });
});

describe('wind', () => {
  test('a hand is offered what a hand can count by, and a winder its sound as well', () => {
    const begun = (form: Partial<StartForm>) => {
      const { happen, shownText } = run({ masses: ['40'] }, form).begin();
      happen(wind);
      return shownText();
    };
    for (const words of ['By its sound', 'Crank to my pace', 'Just wind']) expect(begun({})).toContain(words);
    const byHand = begun({ toolKey: 'form 3', swiftId: null });
    for (const words of ['wraps?', 'Wind to my pace', 'Just wind']) expect(byHand).toContain(words);
    expect(byHand).not.toMatch(/By its sound|Crank to|base/);
  });

  test('just wound, it says what it is to become and nothing of a count', () => {
    const { happen, shownText } = run({ masses: ['40'] }).begin();
    happen(wind, { kind: 'uncounted', part: 0, is: true });
    const words = shownText();
    expect(words).toMatch(/Until the yarn ends: about 143 m, and a cake \d+ mm across/);
    expect(words).toContain('Nothing marked');
    expect(words).not.toMatch(/left to wind|of about \d+ turns|to a press/);
  });

  test('the count, what is on the cake and what is left', () => {
    const { happen, shownText, plan } = run().begin();
    happen(wind, turns(200));
    const stopAt = Math.round(plan.cakes[0]!.crankTurns.mean);
    expect(shownText()).toContain(`200 of about ${stopAt} turns`);
    expect(shownText()).toMatch(/\d+ m are wound \d+ g are wound \d+ m left to wind \d+ g left to wind/);
    expect(shownText()).toContain('nothing marked');
  });

  test.each([
    [3, 'Gently: the first dozen turns'],
    [100, 'Steadily'],
  ])('after %d turns it says "%s"', (amount, words) => {
    const { happen, shownText } = run().begin();
    happen(wind, turns(amount));
    expect(shownText()).toContain(words);
  });

  test('the end of the last cake may come any time; the others are cut at the count', () => {
    const { happen, shownText, plan } = run({ masses: ['180'] }, { split: { by: 'equal', cakes: 2 } }).begin();
    const stopAt = Math.round(plan.cakes[0]!.crankTurns.mean);
    happen(wind, turns(stopAt));
    expect(shownText()).toContain(`Stop at ${stopAt}: cut here`);
    happen({ kind: 'stage', part: 1, stage: 'wind' }, turns(stopAt, 1));
    expect(shownText()).toContain('The end should be here: go on slowly until it comes');
  });

  test('what was known of the yarn is announced before it comes', () => {
    const { db, pieceId, begin } = run();
    idOf(noteFault(db, pieceId, { requestKey: aKey(), kind: 'thin spot', at: '60 m', from: 'inner' }, 'metric', NOW));
    const { happen, shownText } = begin();
    happen(wind, turns(40));
    expect(shownText()).not.toContain('is expected');
    happen(turns(90));
    expect(shownText()).toMatch(/A thin spot is expected in about \d/);
  });

  test('stopped, it says why, what to check, and nothing else to press than to go on', () => {
    const { happen, shownText } = run().begin();
    happen(wind, turns(45), { kind: 'stop', part: 0, reason: 'broke', atTurn: 45 });
    expect(shownText()).toContain('Stopped at 45: it broke');
    expect(shownText()).toContain('Join or knot them and mark the knot (K)');
    expect(shownText()).toContain('Go on winding at 45');
  });

  test('in ounces and yards nothing metric is left', () => {
    const { happen, shownText } = run().begin();
    happen(wind, turns(200));
    expect(shownText('imperial')).not.toMatch(/\d (m|g|mm)\b/);
  });
});

describe('take off and weigh', () => {
  test('the inner end comes first; the slip only where it belongs into the hole', () => {
    const { db, begin } = run();
    idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, slip: 'apart', earliestDays: '14' }));
    const { happen, shownText } = begin();
    happen(wind, turns(9), { kind: 'stage', part: 0, stage: 'take off' });
    expect(shownText().indexOf('Free the inner end')).toBeLessThan(shownText().indexOf('Lift it from beneath'));
    expect(shownText()).not.toContain('Put the slip in');
  });

  test('by hand it is a ball of so many wraps, from the first one to the scale', () => {
    const { happen, shownText } = run({ masses: ['40'] }, { toolKey: 'form 1', swiftId: null }).begin();
    const words = [shownText()];
    const then = (...events: NewRunEvent[]) => {
      happen(...events);
      words.push(shownText());
    };
    then(wind);
    expect(words.at(-1)).toContain('Gently: the first dozen wraps');
    then(turns(40), { kind: 'stage', part: 0, stage: 'take off' });
    expect(words.at(-1)).toContain('Back to winding, 40 wraps');
    then({ kind: 'stage', part: 0, stage: 'weigh' });
    expect(words.at(-1)).toMatch(/Put the ball on the scale.*40 wraps/);
    for (const each of words) expect(each).not.toMatch(/\bcakes?\b|\bturns\b(?! a little)/i);
  });

  test('the next one is planned in what is counted for it', () => {
    const { happen, shownText, plan } = run(
      { masses: ['100'] },
      { split: { by: 'equal', cakes: 2 }, toolOfPart: { 1: 'form 1' } },
    ).begin();
    happen(wind, turns(9), { kind: 'weighed', part: 0, massG: 52 }, { kind: 'stage', part: 0, stage: 'take off' });
    expect(plan.cakes[1]!.tool.onto).toBe('nostepinne');
    expect(shownText()).toMatch(/52 g for 9 turns. The next gets 48 g: \d+ wraps/);
    happen({ kind: 'stage', part: 0, stage: 'weigh' });
    expect(shownText()).toContain('Put the cake on the scale');
    happen({ kind: 'stage', part: 1, stage: 'wind' }, turns(9, 1), { kind: 'stage', part: 1, stage: 'weigh' });
    expect(shownText()).toContain('Put each cake and ball on the scale');
  });

  test('each cake that was wound is weighed under its name, those that were not are not', () => {
    const pieces = [
      { name: 'sleeve', count: '2', amount: '40 g' },
      { name: 'collar', count: '1', amount: '20 g' },
    ];
    const { happen, shownText } = run({}, { split: { by: 'pieces', over: 'own cake', pieces } }).begin();
    happen(wind, turns(90), turns(80, 1), { kind: 'stage', part: 1, stage: 'weigh' });
    expect(shownText()).toContain('Sleeve 1');
    expect(shownText()).toContain('Sleeve 2');
    expect(shownText()).not.toContain('Collar');
    expect(shownText()).toContain('Hank 1 was 112 g. What comes out is compared with it here.');
    expect(shownText()).toContain('teaches how firm you wind');
  });
});
