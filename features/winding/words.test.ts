import { PREPARE_STEPS, prepareStepsFor, STOP_REASONS, TAKE_OFF_STEPS } from '../../core/run';
import { AFTER_STOP, mountWords, stepWords, STOP_WORDS } from './words';

test('every step says what to do, and the dangerous ones say what to mind', () => {
  for (const step of [...PREPARE_STEPS, ...TAKE_OFF_STEPS]) expect(stepWords(step, 'hank', false).how).toMatch(/\.$/);
  expect(stepWords('ties', 'hank', false).care).toMatch(/Scissors closed.*children and animals/);
  expect(stepWords('mount', 'hank', false).care).toMatch(/Hair, sleeves/);
});

test('a fragile yarn is not snapped, and what is no hank is not opened, mounted or untied', () => {
  expect(stepWords('snap', 'hank', true).title).toBe('Shake it gently');
  expect(stepWords('snap', 'hank', false).title).toBe('Snap it');
  expect(prepareStepsFor('cone')).toEqual(['end', 'seat']);
  expect(stepWords('end', 'cone', false).how).toContain('of the cone');
});

test('every stop has its name and says what to check before going on', () => {
  for (const reason of STOP_REASONS) {
    expect(STOP_WORDS[reason]).not.toBe('');
    expect(AFTER_STOP[reason].length).toBeGreaterThan(20);
  }
  expect(AFTER_STOP['over the base']).toMatch(/Unplug a motor first/);
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
