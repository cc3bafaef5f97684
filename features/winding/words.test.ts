import { DEFAULT_SCHOOLS } from '../../core/bench/schools';
import {
  HAND_FORMS,
  isWoundAsBall,
  prepareSteps,
  PREPARE_STEPS,
  type RunStep,
  STOP_REASONS,
  stopReasons,
  TAKE_OFF_STEPS,
  takeOffSteps,
} from '../../core/winding/run';
import type { RunPlan } from '../../server/winding/runPlan';
import { afterStop, mountWords, stepWords, STOP_WORDS } from './words';

const run = ({ form = 'hank', ...plan }: { form?: 'hank' | 'cone' | 'cake' } & Partial<RunPlan> = {}) => {
  const swift: RunPlan['swift'] = { name: 'Umbrella swift', kind: 'umbrella', setting: null };
  return { form, plan: { handling: [], schools: DEFAULT_SCHOOLS, fromEnd: 'outer' as const, swift, ...plan } };
};
const onWinder = (step: RunStep, ...of: Parameters<typeof run>) => stepWords(step, run(...of), { onto: 'winder' });

test('every step says what to do, and the dangerous ones say what to mind', () => {
  for (const onto of ['winder', ...HAND_FORMS] as const)
    for (const step of [...PREPARE_STEPS, ...TAKE_OFF_STEPS])
      expect(stepWords(step, run(), { onto }).how).toMatch(/\.$/);
  expect(onWinder('ties').care).toMatch(/Scissors closed.*children and animals/);
  for (const step of ['clamp', 'mount'] as const) expect(onWinder(step).care).toMatch(/Hair, sleeves/);
});

test('a fragile yarn is not snapped, and what is no hank is not opened, mounted or untied', () => {
  expect(onWinder('snap', { handling: ['fragile'] }).title).toBe('Shake it gently');
  expect(onWinder('snap').title).toBe('Snap it');
  expect(onWinder('open', { handling: ['sticky'] }).how).toMatch(/loosen them/);
  expect(prepareSteps({ form: 'cone', onto: 'winder', ties: 'after mounting' })).toEqual(['clamp', 'end', 'seat']);
  expect(onWinder('end', { form: 'cone' }).how).toContain('off the cone');
  expect(onWinder('end', { form: 'cake', fromEnd: 'inner' }).title).toBe('Take the inner end');
});

test('the steps follow the user’s schools', () => {
  const schools = {
    ...DEFAULT_SCHOOLS,
    ties: 'before mounting',
    startingEnd: 'knotted',
    joinedEnds: 'untied',
  } as const;
  expect(onWinder('ties', { schools }).title).toMatch(/before it is mounted/);
  expect(onWinder('ties', { schools }).how).toMatch(/untie that one/);
  expect(onWinder('ties').how).toMatch(/cut at the knot/);
  expect(onWinder('seat', { schools }).how).toMatch(/small knot/);
  expect(onWinder('seat').how).toMatch(/Double the end/);
});

test('wherever yarn goes round a thumb or fingers, their care is said; nowhere else', () => {
  for (const onto of HAND_FORMS)
    for (const step of ['lay', 'cross'] as const) {
      const { care } = stepWords(step, run(), { onto });
      if (isWoundAsBall(onto)) expect(care).toMatch(/pale, blue or numb/);
      else expect(care).toBeUndefined();
    }
});

test('a winder that is known to turn one way is set up so, and an umbrella is loaded half open', () => {
  const clamp = stepWords('clamp', run(), { onto: 'winder', turning: 'clockwise' }).how;
  expect(clamp).toMatch(/spindle turns clockwise, seen from above/);
  expect(onWinder('clamp').how).not.toMatch(/clockwise/);
  expect(onWinder('mount').how).toMatch(/Half open.*just holds/);
  expect(onWinder('mount', { swift: { name: 'Peg swift', kind: 'pegs', setting: null } }).how).not.toMatch(/open/i);
  expect(onWinder('slip').how).toMatch(/inner end.*out of the way/);
  expect(stepWords('slip', run(), { onto: 'tube' }).how).toMatch(/in the tube/);
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
    for (const step of [
      ...prepareSteps({ form: 'hank', onto: 'thumb', ties: 'after mounting' }),
      ...takeOffSteps('thumb', 'in the hole'),
    ]) {
      const { title, how, care = '' } = stepWords(step, run({ swift }), { onto: 'thumb' });
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
