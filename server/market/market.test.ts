import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import loadHighs, { type Highs } from 'highs';
import sharp from 'sharp';
import { keyOf, type Sellable } from '../../core/market/sellable';
import type { Db } from '../../db/common/connection';
import { ternRock } from '../../scripts/ternRock';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { readIn } from '../../tests/support/archiveTesting';
import { exportArchive } from '../exchange/archive';
import { csvOf } from '../exchange/csv';
import { firstLabel, labelOf, labelSheet } from '../exchange/labels';
import { stockPaper } from '../exchange/papers';
import { undoOperation } from '../yarn/pieces';
import { treatPieces } from '../yarn/pieceOperations';
import { piecePage, yarnPage } from '../yarn/yarnViews';
import { maker, saveLogo, saveMaker } from './maker';
import { marketPage } from './marketPage';
import { offer, sell, takeBack, withdraw } from './sales';
import { wareOf } from './wares';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const NOTHING_ASKED = { planId: null, pieceId: null, yarnId: null, kit: null };
const page = (db: Db, asked: Partial<typeof NOTHING_ASKED | { kit: Sellable; planId: number }> = {}, now = NOW) =>
  marketPage(db, { ...NOTHING_ASKED, ...asked }, now);

/** The minis of Tern Rock, with one kit that is packed. */
function withKit() {
  const db = emptyDatabase();
  ternRock(db, NOW);
  ternRockMinis(db, highs, NOW);
  const plan = page(db).plans.find(({ name }) => name === 'Four lichens, kits')!;
  const { wares } = page(db, { planId: plan.id }).choice!;
  const kit = wares.find(({ sellable }) => 'kit' in sellable)!;
  return { db, planId: plan.id, wares, kit };
}

/** Three hanks of one yarn, and no price on any. */
function hanks() {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { count: '3', masses: ['50', '49.5', '51'], scaleResolutionG: 0.1 });
  return { db, yarnId, pieceIds, first: { pieceId: pieceIds[0]! } };
}

test('what is put up lies on the table with its price, until it is taken off again', () => {
  const { db, pieceIds, first } = hanks();
  expect(page(db)).toMatchObject({ forSale: [], worth: [], sales: [], today: { sold: 0, takings: [] } });
  idOf(offer(db, { what: pieceIds.map((pieceId) => ({ pieceId })), price: '14 €' }));
  expect(page(db)).toMatchObject({ worth: ['42.00 €'], forSale: [{ price: '14 €' }, {}, {}] });
  // Another price stands in place of the first.
  idOf(offer(db, { what: [first], price: '£12.50' }));
  expect(page(db)).toMatchObject({ worth: ['£12.50', '28.00 €'] });
  expect(page(db).forSale).toHaveLength(3);
  idOf(withdraw(db, first));
  expect(page(db).worth).toEqual(['28.00 €']);
  expect(errorsOf(withdraw(db, first))['']).toMatch(/not for sale/);
});

test.each([
  [{ what: [], price: '5 €' }, 'what', /what is for sale/],
  [{ what: [{ pieceId: 1 }], price: '' }, 'price', /like 6.50/],
  [{ what: [{ pieceId: 1 }], price: '0 €' }, 'price', /above zero/],
  [{ what: [{ pieceId: 1 }], price: '5 €\u0000' }, 'price', /cannot be shown/],
  [{ what: [{ pieceId: 1 }], price: `5 ${'€'.repeat(40)}` }, 'price', /at most 40/],
  [{ what: [{ pieceId: 999 }], price: '5 €' }, '', /not there any more/],
  [{ what: [{ planId: 1, kit: 4 }], price: '5 €' }, '', /not there any more/],
])('%j is refused, and nothing is put up', (form, path, message) => {
  const { db } = hanks();
  const before = everything(db);
  expect(errorsOf(offer(db, form))[path]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('a sale writes the piece off once, however often it is sent, and comes back whole', () => {
  const { db, yarnId, first } = hanks();
  idOf(offer(db, { what: [first], price: '14 €' }));
  const remaining = () => yarnPage(db, yarnId)!.remaining!.massG.mean;
  const wholeG = remaining();
  const key = aKey();
  const saleId = idOf(sell(db, { what: first }, key, NOW));
  expect(idOf(sell(db, { what: first }, key, NOW))).toBe(saleId);
  expect(remaining()).toBeCloseTo(wholeG - 50, 6);
  expect(page(db)).toMatchObject({
    forSale: [],
    today: { sold: 1, takings: ['14.00 €'] },
    sales: [{ id: saleId, price: '14 €', label: 'Hank 1' }],
  });
  expect(errorsOf(sell(db, { what: first }, aKey(), NOW))['']).toMatch(/not there any more/);
  idOf(takeBack(db, saleId, NOW));
  expect(remaining()).toBeCloseTo(wholeG, 6);
  expect(page(db)).toMatchObject({ sales: [], today: { sold: 0 }, forSale: [{ price: '14 €' }] });
  const once = everything(db);
  // Asked again because the answer was lost, it is taken back once.
  expect(idOf(takeBack(db, saleId, NOW))).toBe(saleId);
  expect(everything(db)).toBe(once);
});

test('what was sold yesterday is no part of today’s takings; what has no price is sold all the same', () => {
  const { db, pieceIds, first } = hanks();
  idOf(offer(db, { what: [first], price: '14 €' }));
  idOf(sell(db, { what: first }, aKey(), new Date(NOW.getTime() - 36 * 3600_000)));
  idOf(sell(db, { what: { pieceId: pieceIds[1]! } }, aKey(), NOW));
  expect(page(db).today).toEqual({ sold: 1, takings: [] });
  expect(page(db).sales.map(({ price }) => price)).toEqual(['', '14 €']);
});

test('a mini that is for sale alone and in its kit is worth something once, with the kit', () => {
  const { db, kit } = withKit();
  const alone = kit.pieces.map(({ id }) => ({ pieceId: id }));
  for (const { sellable } of page(db).forSale) idOf(withdraw(db, sellable));
  idOf(offer(db, { what: alone, price: '3 €' }));
  expect(page(db).worth).toEqual([`${(3 * alone.length).toFixed(2)} €`]);
  idOf(offer(db, { what: [kit.sellable], price: '24 €' }));
  expect(page(db).worth).toEqual(['24.00 €']);
  expect(page(db).forSale).toHaveLength(alone.length + 1);
});

test('a kit is sold as one: all its minis go, for one price, and come back together', () => {
  const { db, planId, kit } = withKit();
  const ids = kit.pieces.map(({ id }) => id);
  expect(kit.label).toBe(`Kit ${'kit' in kit.sellable ? kit.sellable.kit : 0}: 7 minis`);
  idOf(offer(db, { what: [kit.sellable], price: '24 €' }));
  const saleId = idOf(sell(db, { what: kit.sellable }, aKey(), NOW));
  expect(ids.map((id) => piecePage(db, id)!.piece.consumedBy)).not.toContain(null);
  expect(page(db)).toMatchObject({ forSale: [], today: { sold: 1, takings: ['24.00 €'] } });
  // One of them is put right in the logbook by itself: the sale stands, and the kit is not whole any more.
  idOf(undoOperation(db, piecePage(db, ids[0]!)!.piece.consumedBy!, NOW));
  expect(page(db)).toMatchObject({ today: { sold: 1, takings: ['24.00 €'] }, forSale: [{ missing: 6 }] });
  idOf(takeBack(db, saleId, NOW));
  expect(ids.map((id) => piecePage(db, id)!.piece.consumedBy)).toEqual(ids.map(() => null));
  expect(page(db, { planId, kit: kit.sellable })).toMatchObject({
    forSale: [{ key: kit.key, missing: 0 }],
    scanned: { key: kit.key, price: '24 €' },
    today: { sold: 0 },
  });
  idOf(sell(db, { what: kit.sellable }, aKey(), NOW));
  expect(page(db, { kit: kit.sellable }).scanned).toBe('gone');
});

test('nothing is sold for another price than was seen; without one that was looked at it is sold as it is offered', () => {
  const { db, first, pieceIds } = hanks();
  const second = { pieceId: pieceIds[1]! };
  idOf(offer(db, { what: [first, second], price: '14 €' }));
  const before = everything(db);
  expect(errorsOf(sell(db, { what: first, seen: '12 €' }, aKey(), NOW))['']).toMatch(/changed its price to 14 €/);
  expect(errorsOf(sell(db, { what: first, seen: null }, aKey(), NOW))['']).toMatch(/changed its price to 14 €/);
  expect(everything(db)).toBe(before);
  idOf(sell(db, { what: first, seen: '14 €' }, aKey(), NOW));
  idOf(sell(db, { what: second }, aKey(), NOW));
  expect(page(db).today).toMatchObject({ sold: 2, takings: ['28.00 €'] });
});

test('a kit of which one mini has gone is told, and sold for what is there', () => {
  const { db, kit } = withKit();
  idOf(offer(db, { what: [kit.sellable], price: '24 €' }));
  idOf(sell(db, { what: { pieceId: kit.pieces[0]!.id } }, aKey(), NOW));
  expect(page(db).forSale).toMatchObject([
    { key: kit.key, missing: 1, label: kit.label.replace('7 minis', '6 minis') },
  ]);
  idOf(sell(db, { what: kit.sellable }, aKey(), NOW));
  expect(page(db)).toMatchObject({ forSale: [], today: { sold: 2, takings: ['24.00 €'] } });
});

test('what is in water is told as wet, and a kit with it', () => {
  const { db, first } = hanks();
  expect(wareOf(db, first)!.isWet).toBe(false);
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [first.pieceId], note: '' }, NOW));
  expect(wareOf(db, first)).toMatchObject({ isWet: true, isThere: true, price: null });
  const { db: other, kit } = withKit();
  expect(wareOf(other, kit.sellable)!.isWet).toBe(false);
  idOf(treatPieces(other, { requestKey: aKey(), kind: 'wash', pieceIds: [kit.pieces[1]!.id], note: '' }, NOW));
  expect(wareOf(other, kit.sellable)!.isWet).toBe(true);
});

test('a stock list tells both units, the price by weight and where each code leads', () => {
  const { db, kit } = withKit();
  expect([...csvOf(db, 'stock')]).toHaveLength(1);
  idOf(offer(db, { what: [kit.sellable], price: '24,00 €' }));
  const [head, row] = [...csvOf(db, 'stock')];
  expect(head).toBe('what,label,lot,fibre,mass_g,mass_oz,length_m,length_yd,price,per_100_g,code\r\n');
  const massG = kit.massG!;
  expect(row).toContain(`,${Number(massG.toFixed(2))},${Number((massG / 28.349523125).toFixed(3))},`);
  expect(row).toContain(`"24,00 €","${((100 * 24) / massG).toFixed(2).replace('.', ',')} €",/market?kit=${kit.key}`);
  const paper = stockPaper(db, 'metric', 'http://tern-rock.example');
  expect(paper).toMatchObject({ under: expect.stringContaining('1 for sale') as string });
  expect(JSON.stringify(paper.blocks)).toContain('Together 24,00 €.');
});

describe('labels', () => {
  test('of a kit say what is in it, all of its mass and length, and lead to its place on the table', () => {
    const { db, kit } = withKit();
    idOf(offer(db, { what: [kit.sellable], price: '24 €' }));
    const label = labelOf(db, kit.sellable, 'metric', 'http://tern-rock.example');
    expect(label).toMatchObject({
      title: 'Four lichens, kits',
      url: `http://tern-rock.example/market?kit=${kit.key}`,
    });
    expect(label.figures).toContain(`${kit.massG!.toFixed(1)}\u00a0g`);
    expect(label.lines[0]).toBe(`24 €, ${(2400 / kit.massG!).toFixed(2)} € / 100 g`);
    expect(label.lines).toEqual(expect.arrayContaining(['7 minis', '100 % wool', 'Tern Rock']));
  });

  test('bear the maker’s own name and logo, where one is chosen', async () => {
    const { db, kit } = withKit();
    const logo = await sharp({ create: { width: 900, height: 300, channels: 4, background: '#335577' } })
      .png()
      .toBuffer();
    await saveLogo(db, logo);
    idOf(saveMaker(db, { name: 'Skerry Yarns, Ærø', isLogoKept: true }));
    const asked = { kits: keyOf(kit.sellable), sheet: 'a4-21' };
    expect(firstLabel(db, asked, 'metric', '')).toMatchObject({
      logo: maker(db).logo!,
      lines: expect.arrayContaining(['Skerry Yarns, Ærø']) as string[],
    });
    expect(firstLabel(db, { ...asked, lines: 'fibre' }, 'metric', '')).not.toHaveProperty('logo');
    const plain = await labelSheet(db, { ...asked, lines: 'fibre' }, 'metric', '');
    const pictured = await labelSheet(db, asked, 'metric', '');
    expect(pictured.toString('latin1')).toContain('/Subtype /Image');
    expect(plain.toString('latin1')).not.toContain('/Subtype /Image');
    const { width, height } = await sharp(Buffer.from(maker(db).logo!.split(',')[1]!, 'base64')).metadata();
    expect([width, height]).toEqual([480, 160]);
    idOf(saveMaker(db, { name: '', isLogoKept: false }));
    expect(maker(db)).toEqual({ name: '', logo: null });
  });

  test.each([
    ['text', Buffer.from('a hank of yarn')],
    ['nothing', Buffer.alloc(0)],
    [
      'a drawing that could hold anything',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
    ],
  ])('take %s for no picture', async (_, upload) => {
    const { db } = hanks();
    await expect(saveLogo(db, upload)).rejects.toMatchObject({ path: 'picture' });
    expect(maker(db).logo).toBeNull();
  });

  test.each([
    [{ sheet: 'a4-21' }, 'pieces'],
    [{ sheet: 'a4-21', kits: '1' }, 'kits'],
    [{ sheet: 'a4-21', kits: '1-99' }, 'pieces'],
    [{ sheet: 'a4-21', pieces: '1', price: 'free' }, 'price'],
  ])('%j are refused', async (asked, path) => {
    const { db } = hanks();
    await expect(labelSheet(db, asked as Record<string, string>, 'metric', '')).rejects.toMatchObject({ path });
  });
});

test('the archive brings offers, sales, name and logo back equal, and a torn price is refused', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-market-'));
  const { db, kit, wares } = withKit();
  const mini = wares.find(({ sellable }) => 'pieceId' in sellable)!;
  idOf(offer(db, { what: [kit.sellable, mini.sellable], price: '24 €' }));
  idOf(sell(db, { what: mini.sellable }, aKey(), NOW));
  idOf(saveMaker(db, { name: 'Tern Rock', isLogoKept: true }));
  const whole = exportArchive(db, folder, NOW);
  const again = emptyDatabase();
  await readIn(again, folder, JSON.stringify(whole));
  expect(page(again)).toEqual(page(db));
  const torn = structuredClone(whole);
  torn.tables.offer[0]!.price = 'much';
  await expect(readIn(emptyDatabase(), folder, JSON.stringify(torn))).rejects.toThrow(/must be a price/);
});
