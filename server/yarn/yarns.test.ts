import {
  aKey,
  errorsOf,
  emptyDatabase,
  everything,
  idOf,
  NOW,
  shelved,
  yarnValues,
} from '../../tests/support/serverTesting';
import { weighPiece } from './pieceOperations';
import { addMore, addYarn, changeBand, type YarnForm } from './yarns';
import { newestOnShelf } from './shelf';
import { yarnPage, yarnView } from './yarnViews';

test('a band is kept as it was read, whatever the units', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, {
    putUpMass: '4 oz',
    putUpLength: '430 yd',
    needle: 'US 3',
    twist: '5 tpi',
    masses: ['1/4 lb'],
  });
  const { yarn, pieces, remaining } = yarnPage(db, yarnId)!;
  expect(yarn.putUpG).toBeCloseTo(113.398, 3);
  expect(yarn.putUpM).toBeCloseTo(393.192, 3);
  expect(yarn.needleMm).toBe(3.25);
  expect(yarn.turnsPerM).toBeCloseTo(196.85, 2);
  expect(yarn.fibres).toEqual([
    { name: 'wool', percent: 75 },
    { name: 'nylon', percent: 25 },
  ]);
  expect(pieces).toHaveLength(1);
  expect(pieces[0]!.loopM).toBe(1.62);
  expect(remaining!.lengthM.mean).toBeCloseTo(393.19, 1);
});

test('a band with nothing on it is a yarn all the same', () => {
  const db = emptyDatabase();
  const nothing: Partial<YarnForm> = {
    maker: '',
    line: '',
    colourName: '',
    dyeLot: '',
    fibres: '',
    putUpMass: '',
    putUpLength: '',
    weightClass: '',
    needle: '',
    plies: '',
    twistDirection: '',
    twist: '',
    loop: '',
    masses: [],
  };
  const { yarnId } = shelved(db, nothing);
  const { yarn, pieces, remaining } = yarnPage(db, yarnId)!;
  expect(yarn.name).toBe('Yarn without a band');
  expect(yarn.grist).toBeNull();
  expect(pieces[0]!.mass).toBeNull();
  expect(remaining).toBeNull();
});

test('what is missing is guessed, marked, and never stored', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, { putUpLength: '', weightClass: '', needle: '4 mm' });
  const yarn = yarnView(db, yarnId)!;
  expect(yarn.putUpM).toBeNull();
  expect(yarn.weightClass).toBeNull();
  expect(yarn.guesses.weightClass).toMatchObject({ is: { number: 3 }, from: 'needle' });
  expect(yarn.grist).toMatchObject({ guess: true, source: 'needle' });
  idOf(changeBand(db, yarnId, bandOnly(yarnValues()), 'metric'));
  expect(yarnView(db, yarnId)!.grist).toMatchObject({ guess: false, source: 'band' });
});

test('each piece has its own mass, weighed or by the band', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, { count: '3', masses: ['112', '', '118.5'], tare: '4', scaleResolutionG: 0.5 });
  expect(yarnPage(db, yarnId)!.pieces.map(({ label, mass }) => [label, mass])).toEqual([
    ['Hank 1', { from: 'scale', massG: 108, tareG: 4, resolutionG: 0.5 }],
    [
      'Hank 2',
      {
        from: 'band',
        massG: expect.closeTo(112.5, 0) as number,
        seen: expect.objectContaining({ sd: expect.any(Number) as number }) as object,
      },
    ],
    ['Hank 3', { from: 'scale', massG: 114.5, tareG: 4, resolutionG: 0.5 }],
  ]);
});

test('asked twice with one key, there is one yarn', () => {
  const db = emptyDatabase();
  const form = yarnValues();
  const first = addYarn(db, form, 'metric', NOW);
  const state = everything(db);
  expect(addYarn(db, form, 'metric', NOW)).toEqual(first);
  expect(everything(db)).toBe(state);
});

test('the finest lace is taken once it is said to be that fine, and its band can be corrected as it is', () => {
  const db = emptyDatabase();
  const fine = { putUpMass: '25 g', putUpLength: '1500 m', isGristMeant: true, needle: '', weightClass: '' as const };
  const { yarnId } = shelved(db, { ...fine, masses: [] });
  const yarn = yarnView(db, yarnId)!;
  expect(yarn.grist!.mean).toBeCloseTo(60, 1);
  idOf(changeBand(db, yarnId, bandOnly(yarnValues({ ...fine, dyeLot: '7' })), 'metric'));
  expect(yarnView(db, yarnId)!.dyeLot).toBe('7');
});

describe('bad input is refused at its field, and nothing is written', () => {
  test.each<[string, Partial<YarnForm>, string, RegExp]>([
    ['an unknown unit', { putUpMass: '4 stone' }, 'putUpMass', /not a unit/],
    ['a length for a mass', { putUpMass: '100 m' }, 'putUpMass', /is a length/],
    ['a mass for a length', { putUpLength: '50 g' }, 'putUpLength', /is a mass/],
    ['percents that do not add up', { fibres: '80 % wool, 10 % nylon' }, 'fibres', /add up to 90/],
    ['a fibre that nobody knows', { fibres: 'moonbeam' }, 'fibres', /do not know/],
    ['a tare above the piece', { masses: ['80'], tare: '90' }, 'masses.0', /tare must be below/],
    [
      'a tare above one of the pieces',
      { count: '2', masses: ['112', '4'], tare: '4' },
      'masses.1',
      /tare must be below/,
    ],
    ['no hank at all', { count: '0' }, 'count', /between 1 and 200/],
    ['half a hank', { count: '1.5' }, 'count', /whole number/],
    ['a mass below nothing', { masses: ['-3'] }, 'masses.0', /cannot read/],
    ['a mass of nothing', { masses: ['0'] }, 'masses.0', /above zero/],
    ['two figures that differ', { putUpMass: '100 g / 3 oz' }, 'putUpMass', /not the same/],
    ['yarn by the tonne', { putUpMass: '900 kg' }, 'putUpMass', /unit right/],
    ['a yarn too long for its mass', { putUpMass: '1 g', putUpLength: '412 m' }, 'putUpLength', /units wrong/],
    [
      'a yarn that no thread is as fine as',
      { putUpMass: '1 g', putUpLength: '412 m', isGristMeant: true },
      'putUpLength',
      /no yarn/,
    ],
    ['a lace that nobody said is so fine', { putUpMass: '25 g', putUpLength: '1500 m' }, 'putUpLength', /hardly any/],
    ['a needle like a log', { needle: '400 mm' }, 'needle', /between/],
    ['turns without a direction', { twistDirection: '' }, 'twistDirection', /S or Z/],
    ['a colour that is none', { colourHex: 'teal' }, 'colourHex', /colour like/],
    ['a novel for a name', { maker: 'x'.repeat(500) }, 'maker', /at most/],
    ['a weight class of 9', { weightClass: '9' as never }, 'weightClass', /./],
    ['a form nobody winds', { form: 'pyramid' as never }, 'form', /./],
  ])('%s', (_, values, field, message) => {
    const db = emptyDatabase();
    const before = everything(db);
    const errors = errorsOf(addYarn(db, yarnValues(values), 'metric', NOW));
    expect(errors[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('every wrong field is told at once', () => {
    const errors = errorsOf(
      addYarn(emptyDatabase(), yarnValues({ putUpMass: 'lots', needle: 'thin', plies: 'many' }), 'metric', NOW),
    );
    expect(Object.keys(errors).sort()).toEqual(['needle', 'plies', 'putUpMass']);
  });

  test('something that is no form at all', () => {
    expect(addYarn(emptyDatabase(), null, 'metric', NOW).ok).toBe(false);
    expect(addYarn(emptyDatabase(), { ...yarnValues(), more: 1 }, 'metric', NOW).ok).toBe(false);
  });
});

test('a correction of the band changes no piece, and one of a yarn that is not there is refused', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const pieces = yarnPage(db, yarnId)!.pieces.map(({ id, mass }) => [id, mass]);
  idOf(changeBand(db, yarnId, bandOnly(yarnValues({ putUpLength: '206 m', dyeLot: '2218' })), 'metric'));
  const page = yarnPage(db, yarnId)!;
  expect(page.yarn.dyeLot).toBe('2218');
  expect(page.pieces.map(({ id, mass }) => [id, mass])).toEqual(pieces);
  expect(page.remaining!.lengthM.mean).toBeCloseTo((112 * 206) / 115, 6);
  expect(errorsOf(changeBand(db, 99, bandOnly(yarnValues()), 'metric'))['']).toMatch('not there');
});

test('the shelf shows the newest first, with what there is of each', () => {
  const db = emptyDatabase();
  shelved(db, { line: 'Causeway' });
  shelved(db, { line: 'Squall', count: '2', masses: [] });
  const yarns = newestOnShelf(db, 10);
  expect(yarns.map(({ name }) => name)).toEqual(['Squall, Low tide', 'Causeway, Low tide']);
  expect(yarns[0]!.pieces).toHaveLength(2);
  expect(yarns[0]!.left!.lengthM.mean).toBeCloseTo(824, 6);
});

test('more of it comes in beside what there is, once, with numbers that go on', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const { requestKey, form, loop, tare, humidity, scaleResolutionG } = yarnValues();
  const more = { requestKey, form, count: '2', loop, masses: ['110'], tare, humidity, scaleResolutionG };
  for (let i = 0; i < 2; i++) expect(idOf(addMore(db, yarnId, more, 'metric', NOW))).toBe(yarnId);
  const { pieces, steps } = yarnPage(db, yarnId)!;
  expect(pieces.map(({ label, mass }) => [label, mass])).toEqual([
    ['Hank 1', { from: 'scale', massG: 112, tareG: 0, resolutionG: 1 }],
    ['Hank 2', { from: 'scale', massG: 110, tareG: 0, resolutionG: 1 }],
    [
      'Hank 3',
      {
        from: 'band',
        massG: expect.closeTo(111.7, 0) as number,
        seen: expect.objectContaining({ sd: expect.any(Number) as number }) as object,
      },
    ],
  ]);
  expect(steps).toHaveLength(2);
  const before = everything(db);
  expect(errorsOf(addMore(db, yarnId, { ...more, count: '0' }, 'metric', NOW)).count).toMatch('between 1 and');
  expect(errorsOf(addMore(db, 99, { ...more, requestKey: 'another-key' }, 'metric', NOW))['']).toMatch(
    'not on the shelf',
  );
  expect(everything(db)).toBe(before);
});

/** A new yarn's values without what only a new yarn has. */
function bandOnly(values: YarnForm) {
  const { requestKey, form, count, loop, masses, tare, humidity, scaleResolutionG, ...band } = values;
  return band;
}

test('what nobody weighed weighs what the others of its lot did, untouched; once weighed, what it weighs', () => {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, {
    putUpMass: '100 g',
    putUpLength: '400 m',
    count: '4',
    masses: ['96', '97', '', ''],
  });
  const massOf = () => yarnPage(db, yarnId)!.remaining!.massG;
  expect(massOf().mean).toBeCloseTo(96 + 97 + 2 * 96.9, 0);
  // Two that nobody weighed are off alike, as far as their lot is.
  const { putUpSeen } = yarnPage(db, yarnId)!.yarn;
  expect(massOf().sd).toBeGreaterThan(Math.SQRT2 * putUpSeen!.sd);
  const weigh = (pieceId: number, mass: string) =>
    idOf(
      weighPiece(
        db,
        pieceId,
        { requestKey: aKey(), mass, tare: '', humidity: '', scaleResolutionG: 1, note: '' },
        'metric',
        NOW,
      ),
    );
  // A later weighing, of what was used meanwhile, says nothing of a whole one.
  weigh(pieceIds[0]!, '40');
  expect(yarnPage(db, yarnId)!.yarn.putUpSeen).toEqual(putUpSeen);
  weigh(pieceIds[2]!, '95');
  expect(yarnPage(db, yarnId)!.yarn.putUpSeen!.mean).toBeLessThan(putUpSeen!.mean);
  expect(yarnPage(db, yarnId)!.pieces[2]!.mass).toMatchObject({ from: 'scale', massG: 95 });
});
