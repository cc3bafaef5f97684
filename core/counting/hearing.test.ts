import { BANDS_HZ, Hearing, MOMENT_SAMPLES, SAMPLES_PER_S } from './hearing';

const tone = (hz: number, seconds: number, loud = 0.3) =>
  Float32Array.from(
    { length: Math.round(seconds * SAMPLES_PER_S) },
    (_, i) => loud * Math.sin((2 * Math.PI * hz * i) / SAMPLES_PER_S),
  );

test.each(BANDS_HZ)('a tone of %d Hz is loudest in its own band', (hz) => {
  const last = new Hearing().hear(tone(hz, 0.3)).at(-1)!;
  expect(last.now.indexOf(Math.max(...last.now))).toBe(BANDS_HZ.indexOf(hz));
});

test('a knock stands out from what is around, and a held tone becomes what is around', () => {
  const hearing = new Hearing();
  hearing.hear(new Float32Array(SAMPLES_PER_S));
  const [knock] = hearing.hear(tone(1900, MOMENT_SAMPLES / SAMPLES_PER_S));
  expect(knock!.now[5]! - knock!.around[5]!).toBeGreaterThan(3);
  const held = hearing.hear(tone(1900, 7)).at(-1)!;
  expect(held.now[5]! - held.around[5]!).toBeLessThan(0.1);
});

test('how the sound is cut into pieces changes nothing', () => {
  const sound = tone(800, 0.5);
  const whole = new Hearing().hear(sound);
  const pieces = new Hearing();
  const inPieces = [0, 1, 2, 3, 4].flatMap((i) => pieces.hear(sound.subarray(i * 1601, (i + 1) * 1601)));
  expect(inPieces).toEqual(whole.slice(0, inPieces.length));
  expect(inPieces.length).toBeGreaterThan(29);
});

test('the level is that of the sound, and silence has one too', () => {
  const hearing = new Hearing();
  hearing.hear(tone(1000, 0.2, 0.1));
  expect(hearing.level).toBeCloseTo(Math.log10(0.005), 1);
  hearing.hear(new Float32Array(SAMPLES_PER_S));
  expect(hearing.level).toBeCloseTo(-8, 5);
});
