import type { Db } from '../../db/common/connection';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { addSample } from '../yarn/measurementForms';
import { strandComparePage } from './strandCompare';

const count = (db: Db, pieceId: number, turns: string, leans: 'S' | 'Z' = 'Z') =>
  idOf(
    addSample(
      db,
      pieceId,
      { how: 'twist', requestKey: aKey(), note: '', washed: false, turns, over: '25 cm', leans },
      'metric',
      NOW,
    ),
  );
const wrap = (db: Db, pieceId: number, wraps: string) =>
  idOf(
    addSample(
      db,
      pieceId,
      { how: 'wraps', requestKey: aKey(), note: '', washed: false, wraps, over: '2.54 cm' },
      'metric',
      NOW,
    ),
  );

const measure = (db: Db, pieceId: number, length: string, mass: string) =>
  idOf(
    addSample(
      db,
      pieceId,
      {
        how: 'length',
        requestKey: aKey(),
        note: '',
        washed: false,
        length,
        mass,
        humidity: '',
        scaleResolutionG: 0.1,
      },
      'metric',
      NOW,
    ),
  );

/** Two bobbins of one single, of which nothing but the band is known. */
function bobbins() {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db, {
    plies: '1',
    twistDirection: 'Z',
    twist: '280 t/m',
    form: 'bobbin',
    loop: '',
    count: '2',
    masses: ['48', '47'],
  });
  const [one, other] = pieceIds as [number, number];
  return { db, yarnId, one, other };
}

const compare = (db: Db, oneId: number, otherId: number | null, otherYarnId: number | null = null) =>
  strandComparePage(db, { oneId, otherId, otherYarnId })!;

test('two bobbins of one single differ by what was counted on each', () => {
  const { db, one, other } = bobbins();
  // 70 and 74 over 25 cm: 280 and 296 t/m, mean 288; 90: 360 t/m.
  count(db, one, '70');
  count(db, one, '74');
  count(db, other, '90');
  wrap(db, one, '24');
  wrap(db, other, '24');
  const page = compare(db, one, other);
  expect(page.one).toMatchObject({
    twist: { turnsPerM: 288, counts: 2 },
    wpi: expect.closeTo(24, 9) as number,
    ofYarn: ['grist'],
  });
  // Of two counts 8 and 8 t/m from their mean: 11.3 / 288.
  expect(page.one.strand.unevenness).toBeCloseTo((Math.SQRT2 * 8) / 288, 9);
  expect(page.other).toMatchObject({ twist: { turnsPerM: 360 }, ofYarn: ['grist'] });
  expect(page.seen).toContainEqual({ what: 'firmer', which: 'other', percent: expect.any(Number) as number });
});

test('what was not measured on a piece is that of its yarn, and said to be', () => {
  const { db, one, other } = bobbins();
  count(db, one, '70', 'S');
  const page = compare(db, other, one);
  expect(page.one.ofYarn).toEqual(['twist', 'grist']);
  expect(page.one.twist).toMatchObject({ direction: 'S', turnsPerM: 280 });
  expect(page.seen).toEqual([]);
});

test('metres that were weighed on a piece are its own grist, and how far they lie apart is its unevenness', () => {
  const { db, one, other } = bobbins();
  measure(db, one, '10 m', '2.5 g');
  measure(db, one, '8 m', '2.5 g');
  const page = compare(db, one, other);
  expect(page.one.strand.gristMPerG).toBeCloseTo((10 / 2.5 + 8 / 2.5) / 2, 9);
  expect(page.one.ofYarn).toEqual(['twist']);
  // 4 and 3.2 m/g: 0.4 each from their mean.
  expect(page.one.strand.unevenness).toBeCloseTo((Math.SQRT2 * 0.4) / 3.6, 9);
});

test('of a yarn, the piece that most was measured on lies beside it; never the same one', () => {
  const { db, yarnId, one, other } = bobbins();
  count(db, other, '90');
  expect(compare(db, one, null, yarnId).other).toMatchObject({ pieceId: other });
  const { yarnId: others, pieceIds } = shelved(db, {
    form: 'bobbin',
    loop: '',
    count: '3',
    masses: ['40', '41', '42'],
  });
  expect(compare(db, one, null, others).other).toMatchObject({ pieceId: pieceIds[0] });
  count(db, pieceIds[0]!, '70');
  for (const turns of ['70', '71']) count(db, pieceIds[1]!, turns);
  expect(compare(db, one, null, others).other).toMatchObject({ pieceId: pieceIds[1] });
  expect(compare(db, other, null, yarnId).other).toMatchObject({ pieceId: one });
  expect(compare(db, one, null, 999).other).toBeNull();
  expect(compare(db, one, null).other).toBeNull();
  expect(strandComparePage(db, { oneId: 999, otherId: one, otherYarnId: null })).toBeUndefined();
});
