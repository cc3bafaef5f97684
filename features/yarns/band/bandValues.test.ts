import { emptyDatabase, idOf, shelved } from '../../../tests/support/serverTesting';
import { changeBand } from '../../../server/yarn/yarns';
import { yarnView } from '../../../server/yarn/yarnViews';
import { bandOfAnother, bandValues, EMPTY_BAND, readBand } from './bandValues';

test('a band that is opened and saved without a change stays as it was, in either system', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, {
    putUpMass: '4 oz',
    putUpLength: '437 yd',
    fibres: '55 % merino, 45 % silk',
    needle: 'US 2',
    hook: '3 mm',
    twist: '6 tpi',
    wpi: '17.5',
  });
  const before = yarnView(db, yarnId)!;
  for (const system of ['metric', 'imperial'] as const) {
    idOf(changeBand(db, yarnId, bandValues(before), system));
    expect(yarnView(db, yarnId)).toEqual(before);
  }
});

test('an empty band lets nothing be guessed', () => {
  expect(readBand(EMPTY_BAND, 'metric')).toMatchObject({ guesses: {}, grist: undefined });
});

test('while a field cannot be read yet, the others still tell what they can', () => {
  const { guesses } = readBand({ ...EMPTY_BAND, putUpMass: '50', putUpLength: '19x', needle: '4' }, 'metric');
  expect(guesses.weightClass?.is.number).toBe(3);
  expect(guesses.putUpM?.from).toBe('needle');
  expect(guesses.needleMm).toBeUndefined();
});

test('another lot carries all of a band over but its lot; another colour not its colour either', () => {
  const db = emptyDatabase();
  const yarn = yarnView(db, shelved(db, { notes: 'for the socks', place: 'loft' }).yarnId)!;
  const { dyeLot, notes, ...same } = bandValues(yarn);
  expect([dyeLot, notes]).toEqual(['2217', 'for the socks']);
  expect(bandOfAnother(yarn, 'lot')).toEqual({ ...same, dyeLot: '', notes: '' });
  expect(bandOfAnother(yarn, 'colour')).toMatchObject({
    line: 'Causeway',
    putUpLength: '412 m',
    place: 'loft',
    dyeLot: '',
    colourName: '',
    colourHex: '#7d8471',
  });
});
