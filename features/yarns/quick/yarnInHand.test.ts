import { NOTHING_TYPED, toKeep, yarnInHand } from './yarnInHand';

const typed = (fields: Partial<typeof NOTHING_TYPED>, system: 'metric' | 'imperial' = 'metric') =>
  yarnInHand({ ...NOTHING_TYPED, ...fields }, 1, system);

test('scale and band together tell the length', () => {
  const { lengthM, grist, errors } = typed({ mass: '96', putUpMass: '100 g', putUpLength: '410 m' });
  expect(lengthM!.mean).toBeCloseTo(96 * 4.1, 6);
  expect(grist).toMatchObject({ source: 'band', guess: false });
  expect(Object.values(errors).filter(Boolean)).toEqual([]);
});

test('what was not weighed weighs what the band says, and is no surer', () => {
  const { mass, massG } = typed({ putUpMass: '100 g', putUpLength: '410 m' });
  expect(mass).toEqual({ from: 'band', massG: 100 });
  expect(massG!.sd).toBeGreaterThan(typed({ mass: '100' }).massG!.sd);
});

test('a weight class is guessed from, and gives way to a band', () => {
  expect(typed({ mass: '50', weightClass: '4' }).grist).toMatchObject({ source: 'weight class', guess: true });
  expect(typed({ mass: '50', weightClass: '4', putUpMass: '100', putUpLength: '410' }).grist!.mean).toBeCloseTo(4.1);
});

test('nothing typed is nothing known and nothing wrong', () => {
  expect(typed({})).toEqual({
    mass: null,
    massG: null,
    grist: null,
    lengthM: null,
    errors: { mass: undefined, putUpMass: undefined, putUpLength: undefined },
  });
});

test('what cannot be read is refused at its field, and nothing is answered from it', () => {
  const wrong = typed({ mass: '96 m', putUpMass: '100 g', putUpLength: '410 m' });
  expect(wrong.errors.mass).toMatch(/is a length/);
  expect(wrong.mass).toBeNull();
  const unlikely = typed({ mass: '96', putUpMass: '3.5', putUpLength: '199' });
  expect(unlikely.errors.putUpLength).toMatch(/Are these 3.5 ounces, not grams/);
  expect(unlikely.lengthM).toBeNull();
});

test('bare numbers are in the units that are in use', () => {
  expect(typed({ mass: '4' }, 'imperial').massG!.mean).toBeCloseTo(113.398, 3);
});

test('what is kept is what was typed, and nothing else', () => {
  expect(toKeep({ ...NOTHING_TYPED, mass: '96', putUpLength: '410 m', need: '350', mini: '12' })).toEqual({
    masses: ['96'],
    putUpLength: '410 m',
  });
});
