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

/** How far each band stands out at most from what lasts around it, in decades. */
const standsOut = (hearing: Hearing, sound: Float32Array) =>
  Math.max(...hearing.hear(sound).flatMap(({ now, around }) => Array.from(now, (value, b) => value - around[b]!)));

const silence = (seconds: number) => new Float32Array(seconds * SAMPLES_PER_S);

/** A second of silence in which something sounds from its middle on, as loud at each second as it says. */
const inSilence = (sound: Float32Array, loudAt: (atS: number) => number = () => 1) => {
  const second = silence(1);
  second.set(
    sound.map((sample, i) => sample * loudAt(i / SAMPLES_PER_S)),
    SAMPLES_PER_S / 2,
  );
  return second;
};

describe('what stands out', () => {
  test('a knock does, and a held tone does not', () => {
    expect(standsOut(new Hearing(), inSilence(tone(1900, 0.016)))).toBeGreaterThan(3);
    const hearing = new Hearing();
    hearing.hear(tone(1900, 0.3));
    expect(standsOut(hearing, tone(1900, 1))).toBeLessThan(0.1);
  });

  test('a knock does on top of a held tone that is not louder', () => {
    const held = tone(640, 1, 0.1);
    const both = inSilence(tone(3400, 0.012)).map((sample, i) => sample + held[i]!);
    const hearing = new Hearing();
    hearing.hear(held);
    expect(standsOut(hearing, both)).toBeGreaterThan(2);
  });

  test.each([95, 140, 220])(
    'a syllable hardly does that begins and ends as a mouth does, spoken at %i Hz',
    (pitchHz) => {
      const seconds = 0.15;
      const voice = silence(seconds).map((_, i) =>
        // Pulses of the throat: all its notes at once.
        Array.from({ length: 20 }, (_, k) => Math.sin((2 * Math.PI * (k + 1) * pitchHz * i) / SAMPLES_PER_S)).reduce(
          (sum, note) => sum + 0.02 * note,
        ),
      );
      const mouth = (atS: number) => Math.min(1, atS / 0.015, (seconds - atS) / 0.04);
      const knocks = (sound: Float32Array) =>
        Math.max(
          ...new Hearing()
            .hear(sound)
            .flatMap(({ now, around }) => Array.from(now, (value, b) => 10 ** value - 10 ** around[b]!)),
        );
      expect(knocks(inSilence(voice, mouth))).toBeLessThan(
        0.1 * knocks(inSilence(voice.subarray(0, 0.012 * SAMPLES_PER_S))),
      );
    },
  );

  test('it is known within 50 ms', () => {
    const hearing = new Hearing();
    hearing.hear(silence(0.48));
    expect(standsOut(hearing, tone(1900, 0.016))).toBeLessThan(1);
    expect(standsOut(hearing, silence(0.034 + MOMENT_SAMPLES / SAMPLES_PER_S))).toBeGreaterThan(3);
  });
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
