import type { FibreShare } from '../../core/yarn/fibre';
import { openDatabase } from '../common/connection';
import {
  type BandRow,
  emptyBand,
  fibresOf,
  fillBand,
  insertYarn,
  replaceFibres,
  sameYarn,
  setGone,
  yarnById,
} from './yarns';

const EMPTY: BandRow = {
  maker: '',
  line: '',
  colourName: '',
  colourHex: '#808080',
  dyeLot: '',
  putUpMg: null,
  putUpMm: null,
  weightClass: null,
  wpi: null,
  needleUm: null,
  hookUm: null,
  plies: null,
  twistDirection: null,
  twistTurnsPerKm: null,
  gaugeStitchesPer10M: null,
  gaugeRowsPer10M: null,
  care: '',
  careSymbols: '',
  place: '',
  notes: '',
};
const FULL: BandRow = {
  maker: 'Limpet Hill Farm',
  line: 'Peat',
  colourName: 'Deep cut',
  colourHex: '#5f4632',
  dyeLot: '7',
  putUpMg: 250_000,
  putUpMm: 305_000,
  weightClass: 5,
  wpi: 8,
  needleUm: 6500,
  hookUm: 7000,
  plies: 2,
  twistDirection: 'S',
  twistTurnsPerKm: 120_000,
  gaugeStitchesPer10M: 1300,
  gaugeRowsPer10M: 1800,
  care: 'cool',
  careSymbols: 'wash-hand dry-flat',
  place: 'loft',
  notes: 'coarse',
};
const AT = '2026-03-14T09:30:00.000Z';

test('an empty band is filled from a full one, but for its swatch, and emptied again', () => {
  const db = openDatabase(':memory:');
  const [empty, full] = [insertYarn(db, EMPTY, AT), insertYarn(db, FULL, AT)];
  const before = yarnById(db, empty);
  const filled = fillBand(db, empty, full);
  expect(yarnById(db, empty)).toMatchObject({ ...FULL, colourHex: '#808080' });
  expect(filled).toHaveLength(Object.keys(FULL).length - 1);
  emptyBand(db, empty, filled);
  expect(yarnById(db, empty)).toEqual(before);
});

test('what a band says itself stays as it is, filled and emptied', () => {
  const db = openDatabase(':memory:');
  const [mine, other] = [
    insertYarn(db, { ...FULL, care: '', wpi: null }, AT),
    insertYarn(db, { ...FULL, maker: 'X', wpi: 9, care: 'hot' }, AT),
  ];
  expect(fillBand(db, mine, other).sort()).toEqual(['care', 'wpi']);
  expect(yarnById(db, mine)).toMatchObject({ ...FULL, wpi: 9, care: 'hot' });
  emptyBand(db, mine, ['care', 'wpi', 'id; DROP TABLE yarn']);
  expect(yarnById(db, mine)).toMatchObject({ ...FULL, wpi: null, care: '' });
});

test('fibres come back in their order and by the words of the band, and others take their place', () => {
  const db = openDatabase(':memory:');
  const id = insertYarn(db, FULL, AT);
  const fibres: FibreShare[] = [
    { name: 'wool', percent: 62.5, written: 'merino' },
    { name: 'silk', percent: 37.5 },
  ];
  replaceFibres(db, id, fibres);
  expect(fibresOf(db, id)).toEqual(fibres);
  replaceFibres(db, id, [...fibres].reverse());
  expect(fibresOf(db, id)).toEqual([...fibres].reverse());
  replaceFibres(db, id, []);
  expect(fibresOf(db, id)).toEqual([]);
});

test('the same yarn is known by maker, line, colour and lot, whatever the case, while it is on the shelf', () => {
  const db = openDatabase(':memory:');
  const id = insertYarn(db, FULL, AT);
  const same = { ...FULL, maker: 'LIMPET hill farm', line: 'peat' };
  expect(sameYarn(db, same)).toBe(id);
  expect(sameYarn(db, { ...same, dyeLot: '8' })).toBeUndefined();
  setGone(db, id, 'put away', AT);
  expect(sameYarn(db, same)).toBeUndefined();
});

test('impossible figures never reach the tables', () => {
  const db = openDatabase(':memory:');
  for (const wrong of [{ putUpMg: 0 }, { gaugeStitchesPer10M: -1 }, { weightClass: 9 }, { colourHex: 'red' }])
    expect(() => insertYarn(db, { ...FULL, ...wrong } as BandRow, AT)).toThrow(/CHECK/);
});
