import { patchOf, type PictureScene, standInPicture } from '../../devices/standInPicture';
import { change, evenly } from '../../devices/standInSound';
import { Eye, type EyeReport } from './eye';

function watched(scene: Omit<PictureScene, 'seed'>) {
  let eye: Eye | undefined;
  let [n, done] = [0, 0];
  const reports: EyeReport[] = [];
  for (const { frame, turned } of standInPicture({ seed: 3, ...scene })) {
    if (eye) eye.see(patchOf(frame), n / 30);
    else eye = new Eye(patchOf(frame));
    reports.push(eye.report());
    [n, done] = [n + 1, turned];
  }
  return { eye: eye!, reports, passes: reports.at(-1)!.passes, turned: Math.floor(done) };
}

const begin = (turnsPerS: number) => [evenly(0.5, 0), change(1, 0, turnsPerS)];

test.each([
  ['by day', {}],
  ['under a light that flickers', { flicker: 0.5 }],
  ['in a dim room', { light: 0.3, grain: 20 }],
])('%s each turn is counted once, slow or fast', (_, light) => {
  for (const turnsPerS of [0.6, 1.5, 2.5]) {
    const { passes, turned, reports } = watched({ stretches: [...begin(turnsPerS), evenly(6, turnsPerS)], ...light });
    expect(passes).toBe(turned);
    expect(reports.at(-1)!.doubtful).toBeNull();
  }
});

test('a sticker that stands at its place is not counted again, and is said to stand', () => {
  const { passes, reports } = watched({ stretches: [...begin(1), evenly(5.5, 1), evenly(5, 0)], flicker: 0.6 });
  expect(passes).toBe(6);
  expect(reports.at(-1)!).toMatchObject({ away: true, doubtful: null });
});

test('one on a swift, that is long in coming round, is not away meanwhile; once it comes no more, it is', () => {
  const { passes, reports } = watched({ stretches: [...begin(1), evenly(24, 1 / 3), evenly(7, 0)] });
  expect(passes).toBeGreaterThanOrEqual(8);
  // How long it takes is known once it has come round.
  const awayAt = reports.findIndex(({ passes, away }) => passes > 1 && away);
  expect(awayAt).toBeGreaterThan(24 * 30);
});

test.each([0.7, 1.05, 2.2])(
  'at %p turns a second a hand before the place makes it doubt; what came round behind it is counted all the same',
  (turnsPerS) => {
    const { eye, reports, turned } = watched({ stretches: [...begin(turnsPerS), evenly(26, turnsPerS)], hand: true });
    expect(reports.at(-1)).toMatchObject({ passes: turned, doubtful: expect.any(Number) as number });
    eye.trust();
    expect(eye.report().doubtful).toBeNull();
  },
);

test('what was set right by somebody while it was hidden is not counted once more', () => {
  let eye: Eye | undefined;
  let [n, done] = [0, 0];
  // The turns that end at 12 s and at 13 s are behind the hand.
  for (const { frame, turned } of standInPicture({ seed: 3, stretches: [...begin(1), evenly(18, 1)], hand: true })) {
    if (eye) eye.see(patchOf(frame), n / 30);
    else eye = new Eye(patchOf(frame));
    if (n === 396) eye.trust();
    [n, done] = [n + 1, turned];
  }
  expect(eye!.report().passes).toBe(Math.floor(done) - 2);
});

test('who stands still behind the hand has turned nothing', () => {
  // The hand is there from 11.4 s to 13.3 s, and the crank stands meanwhile: half a turn behind who goes on.
  const stretches = [evenly(0.5, 0), evenly(11.2, 1), evenly(1.5, 0), evenly(6, 1)];
  const { reports, turned } = watched({ stretches, hand: true });
  // One pass was behind the hand.
  expect(reports.at(-1)).toMatchObject({ passes: turned - 1, doubtful: expect.any(Number) as number });
});

test('a hand that rocks the sticker at its place turns nothing', () => {
  const rock = Array.from({ length: 6 }, (_, i) => ({
    seconds: 0.2,
    fromTurnsPerS: i % 2 ? 1.2 : -1.2,
    toTurnsPerS: i % 2 ? 1.2 : -1.2,
  }));
  // Whole turns, then to and fro across the place.
  const { passes } = watched({ stretches: [evenly(0.5, 0), evenly(8, 1), ...rock] });
  expect(passes).toBeLessThanOrEqual(9);
});

test('light that goes out is noticed within two seconds, and the count stays', () => {
  const day = [...standInPicture({ seed: 1, stretches: [...begin(1), evenly(4, 1)] })];
  const night = [...standInPicture({ seed: 1, stretches: [evenly(2, 1)], light: 0.02 })];
  const eye = new Eye(patchOf(day[0]!.frame));
  [...day, ...night].forEach(({ frame }, n) => eye.see(patchOf(frame), n / 30));
  expect(eye.report()).toMatchObject({ dark: true, passes: 4 });
});

test('a sticker that stands where a light hides it for a frame now and then is not counted', () => {
  const frames = [...standInPicture({ seed: 2, stretches: [evenly(6, 0)] })].map(({ frame }) => patchOf(frame));
  const eye = new Eye(frames[0]!);
  const grey = { ...frames[0]!, rgba: new Uint8ClampedArray(frames[0]!.rgba.length).fill(120) };
  frames.forEach((patch, n) => eye.see(n % 3 === 0 ? grey : patch, n / 30));
  expect(eye.report().passes).toBe(0);
});

test('a sticker of the colour of the table is refused', () => {
  const table = new Uint8ClampedArray(4 * 26 * 26).fill(110);
  expect(() => new Eye({ side: 26, rgba: table })).toThrow(RangeError);
});
