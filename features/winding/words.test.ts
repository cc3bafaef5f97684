import { DEFAULT_SCHOOLS } from '../../core/bench/schools';
import { prepareSteps, PREPARE_STEPS, STOP_REASONS, stopReasons, TAKE_OFF_STEPS } from '../../core/winding/run';
import type { RunPlan } from '../../server/winding/runPlan';
import { afterStop, mountWords, stepWords, STOP_WORDS } from './words';

const run = (change: { form?: 'hank' | 'cone' | 'cake'; onto?: 'winder' | 'thumb' } & Partial<RunPlan> = {}) => {
  const { form = 'hank', onto = 'winder', ...plan } = change;
  const cakes = [{ tool: { onto } }] as unknown as RunPlan['cakes'];
  const swift: RunPlan['swift'] = { name: 'Umbrella swift', kind: 'umbrella', setting: null };
  return { form, plan: { handling: [], schools: DEFAULT_SCHOOLS, fromEnd: 'outer' as const, cakes, swift, ...plan } };
};

test('every step says what to do, and the dangerous ones say what to mind', () => {
  for (const step of [...PREPARE_STEPS, ...TAKE_OFF_STEPS]) expect(stepWords(step, run()).how).toMatch(/\.$/);
  expect(stepWords('ties', run()).care).toMatch(/Scissors closed.*children and animals/);
  expect(stepWords('mount', run()).care).toMatch(/Hair, sleeves/);
});

test('a fragile yarn is not snapped, and what is no hank is not opened, mounted or untied', () => {
  expect(stepWords('snap', run({ handling: ['fragile'] })).title).toBe('Shake it gently');
  expect(stepWords('snap', run()).title).toBe('Snap it');
  expect(stepWords('open', run({ handling: ['sticky'] })).how).toMatch(/loosen them/);
  expect(prepareSteps({ form: 'cone', onto: 'winder', ties: 'after mounting' })).toEqual(['end', 'seat']);
  expect(stepWords('end', run({ form: 'cone' })).how).toContain('off the cone');
  expect(stepWords('end', run({ form: 'cake', fromEnd: 'inner' })).title).toBe('Take the inner end');
});

test('the steps follow the user’s schools', () => {
  const schools = {
    ...DEFAULT_SCHOOLS,
    ties: 'before mounting',
    startingEnd: 'knotted',
    joinedEnds: 'untied',
  } as const;
  expect(stepWords('ties', run({ schools })).title).toMatch(/before it is mounted/);
  expect(stepWords('ties', run({ schools })).how).toMatch(/untie that one/);
  expect(stepWords('ties', run()).how).toMatch(/cut at the knot/);
  expect(stepWords('seat', run({ schools })).how).toMatch(/small knot/);
  expect(stepWords('seat', run()).how).toMatch(/Double the end/);
});

test('wherever yarn goes round a thumb, its care is said; nowhere else', () => {
  for (const step of ['lay', 'cross'] as const) {
    expect(stepWords(step, run({ onto: 'thumb' })).care).toMatch(/pale, blue or numb/);
    expect(stepWords(step, run()).care).toBeUndefined();
  }
});

test('every stop has its name and says what to check before going on', () => {
  for (const reason of STOP_REASONS) {
    expect(STOP_WORDS[reason]).not.toBe('');
    expect(afterStop(reason, true).length).toBeGreaterThanOrEqual(3);
  }
  expect(afterStop('over the base', true).join(' ')).toMatch(/Unplug a motor/);
});

test.each([
  [{ name: 'Peg swift', setting: { hole: 5, slackPercent: 2 } }, 'metric', 'Peg swift: hole 5 on every arm.'],
  [{ name: 'Ribs', setting: { openDiameterMm: 529.2 } }, 'metric', 'Ribs: about 52.9 cm across, until it just holds.'],
  [{ name: 'Chairs', setting: { gapMm: 765 } }, 'imperial', 'Chairs: backs 30.1 in apart.'],
] as const)('%j is mounted so', (swift, system, words) =>
  expect(mountWords(swift, system)?.replaceAll('\u00a0', ' ')).toBe(words),
);

test('where the setting is not known, nothing is made up', () => {
  expect(mountWords(null, 'metric')).toBeUndefined();
  expect(mountWords({ name: 'Peg swift', setting: null }, 'metric')).toBeUndefined();
  expect(mountWords({ name: 'Peg swift', setting: { hole: null, slackPercent: null } }, 'metric')).toBeUndefined();
});

test('held by hands or chairs, wound in the hand: nothing of swifts, clamps, spindles or bases', () => {
  const MACHINES = /swift|clamp|spindle|base|guide|crank|winder|gears|notch/i;
  for (const swift of [null, { name: 'Two chairs', kind: 'chairs' as const, setting: null }]) {
    const hand = run({ swift, onto: 'thumb' });
    for (const step of prepareSteps({ form: 'hank', onto: 'thumb', ties: 'after mounting' })) {
      const { title, how, care = '' } = stepWords(step, hand);
      expect(`${title} ${how} ${care}`).not.toMatch(MACHINES);
    }
  }
  for (const reason of stopReasons({ heldBy: null, onto: 'thumb' })) {
    expect(STOP_WORDS[reason]).not.toMatch(MACHINES);
    expect(afterStop(reason, false).join(' ')).not.toMatch(MACHINES);
  }
  expect(stopReasons({ heldBy: 'pegs', onto: 'winder' })).toEqual([...STOP_REASONS]);
  expect(stopReasons({ heldBy: 'umbrella', onto: 'winder' })).not.toContain('caught at a peg');
  expect(stopReasons({ heldBy: 'chairs', onto: 'winder' })).not.toContain('round the post');
  expect(stopReasons({ heldBy: null, onto: 'nostepinne' })).toEqual(['snag', 'broke', 'a knot', 'a pause']);
});
