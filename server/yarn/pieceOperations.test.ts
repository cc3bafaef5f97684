import { wetBy } from '../../db/yarn/pieces';
import { usedForProject } from '../../db/yarn/consumption';
import {
  markDry,
  joinPieces,
  type JoinForm,
  consumePiece,
  type ReelForm,
  reelPiece,
  treatPieces,
  weighPiece,
} from './pieceOperations';
import { operationFormPage } from './operationFormPage';
import { lineageOf } from './lineage';
import { noteFault } from './measurementForms';
import { operationPage } from '../logbook/operationPage';
import { redoOperation, undoOperation } from './pieces';
import { plySingles } from '../twist/plying';
import { saveProject } from '../projects/projects';
import { runPage } from '../winding/runEvents';
import { startRun } from '../winding/runStart';
import { shelfPage } from './shelf';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  consumeValues,
  idOf,
  NOW,
  plyValues,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { balanceOfYarn } from './threadBalance';
import { twistPage } from '../twist/twist';
import { yarnOverview } from '../logbook/yarnOverview';
import { piecePage, yarnPage, yarnView } from './yarnViews';

function reeling(values: Partial<ReelForm> = {}): ReelForm {
  return {
    requestKey: aKey(),
    form: 'hank',
    loops: '140',
    loop: '146 cm',
    mass: '57',
    rest: '',
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
    fromEnd: 'outer',
    left: 'turning',
    laid: 'reel',
    note: '',
    ...values,
  };
}

const READING = { tare: '', humidity: '', scaleResolutionG: 1, note: '' };

function joining(pieceIds: number[], values: Partial<JoinForm> = {}): JoinForm {
  return {
    requestKey: aKey(),
    pieceIds,
    form: 'cake',
    joint: 'knot',
    mass: '',
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
    note: '',
    ...values,
  };
}

/** Cakes of a yarn of 412 m to 115 g. */
function cakes(masses: string[]) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { form: 'cake', loop: '', count: String(masses.length), masses });
  const pieces = () => yarnPage(db, yarnId)!.pieces;
  const now = (id: number) => pieces().find((piece) => piece.id === id)!;
  return { db, yarnId, pieceIds, pieces, now, balance: () => balanceOfYarn(db, yarnView(db, yarnId)!) };
}

const M_PER_G = 412 / 115;

describe('used', () => {
  test('all of it: it is no longer there, its thread ends, and it can be taken back', () => {
    const { db, yarnId, pieceIds, now, balance } = cakes(['112', '96']);
    const [id] = pieceIds as [number];
    const form = consumeValues({ note: 'the cuffs' });
    const used = idOf(consumePiece(db, id, form, 'metric', NOW));
    expect(idOf(consumePiece(db, id, form, 'metric', NOW))).toBe(used);
    expect(now(id).consumedBy).toBe(used);
    expect(balance()).toMatchObject({ cameInG: 208, thereG: 96 });
    expect(yarnOverview(db, yarnId)!.steps.at(-1)).toMatchObject({ kind: 'use', in: [id], out: [] });
    expect(operationPage(db, used)).toMatchObject({
      kind: 'use',
      note: 'the cuffs',
      consumption: { massG: 112, why: null },
    });
    expect(operationPage(db, used)!.balance).toBeNull();
    idOf(undoOperation(db, used, NOW));
    expect(now(id).consumedBy).toBeNull();
    expect(balance()).toMatchObject({ thereG: 208, consumedG: { used: 0 } });
    idOf(redoOperation(db, used, NOW));
    expect(balance().consumedG.used).toBe(112);
  });

  test('a part, by what is left; for a project, which is told how much', () => {
    const { db, yarnId, pieceIds, now, balance } = cakes(['112']);
    const [id] = pieceIds as [number];
    const projectId = idOf(
      saveProject(
        db,
        null,
        {
          requestKey: aKey(),
          name: 'Harbour cowl',
          notes: '',
          castOn: '',
          dueOn: '',
          margin: '10',
          spare: '0',
          needs: [{ colour: '', amount: '200 m', done: '', yarnIds: [yarnId] }],
        },
        'metric',
        NOW,
      ),
    );
    const used = idOf(consumePiece(db, id, consumeValues({ howMuch: 'left', mass: '70', projectId }), 'metric', NOW));
    expect(now(id)).toMatchObject({ consumedBy: null, mass: { massG: 70 } });
    expect(balance().consumedG.used).toBe(42);
    expect(usedForProject(db, projectId)).toEqual([{ yarnId, massMg: 42_000 }]);
    expect(operationPage(db, used)!.consumption).toEqual({
      massG: 42,
      why: null,
      project: { id: projectId, name: 'Harbour cowl' },
    });
    idOf(undoOperation(db, used, NOW));
    expect(now(id).mass).toMatchObject({ massG: 112 });
    expect(usedForProject(db, projectId)).toEqual([]);
  });

  test('so many metres: what is left is worked out, and no surer than what was said', () => {
    const { db, pieceIds, now } = cakes(['112']);
    const [id] = pieceIds as [number];
    idOf(consumePiece(db, id, consumeValues({ howMuch: 'took', took: '100 m' }), 'metric', NOW));
    const { mass } = now(id);
    expect(mass!.massG).toBeCloseTo(112 - 100 / M_PER_G, 2);
    expect(mass).toMatchObject({ from: 'scale' });
    expect(mass!.from === 'scale' && mass!.resolutionG).toBeGreaterThan(4);
  });

  test.each([
    ['nothing said', { howMuch: 'left' }, 'mass', /what does the rest weigh/],
    ['as much as before', { howMuch: 'left', mass: '112' }, 'mass', /nothing is gone/],
    ['more than there was', { howMuch: 'took', took: '150 g' }, 'took', /all of it is gone/],
    ['no amount', { howMuch: 'took' }, 'took', /how much was taken/],
    ['a tare too heavy', { howMuch: 'left', mass: '50', tare: '60' }, 'mass', /tare/],
    ['a project that is not there', { projectId: 99 }, '', /no such project/],
  ] as const)('%s is refused at its field, and nothing is written', (_, values, path, message) => {
    const { db, pieceIds } = cakes(['112']);
    const before = everything(db);
    expect(errorsOf(consumePiece(db, pieceIds[0]!, consumeValues(values), 'metric', NOW))[path]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('not while it is on the bench, and not twice', () => {
    const db = emptyDatabase();
    const [id] = shelved(db).pieceIds as [number];
    idOf(startRun(db, id, startValues(), 'metric', NOW));
    expect(errorsOf(consumePiece(db, id, consumeValues(), 'metric', NOW))['']).toMatch(/on the bench/);
    const other = shelved(db).pieceIds[0]!;
    idOf(consumePiece(db, other, consumeValues(), 'metric', NOW));
    expect(errorsOf(consumePiece(db, other, consumeValues(), 'metric', NOW))['']).toMatch(/not there any more/);
  });

  test('a knot moves nearer as yarn is taken from the inner end, and is gone with its stretch', () => {
    const { db, pieceIds, now } = cakes(['115']);
    const [id] = pieceIds as [number];
    idOf(noteFault(db, id, { requestKey: aKey(), kind: 'knot', at: '200 m', from: 'inner' }, 'metric', NOW));
    const use = (mass: string, fromEnd: 'inner' | 'outer') =>
      idOf(consumePiece(db, id, consumeValues({ howMuch: 'left', mass, fromEnd }), 'metric', NOW));
    use('100', 'inner');
    expect(now(id).faults[0]!.atM).toBeCloseTo(200 - 15 * M_PER_G, 3);
    use('60', 'outer');
    expect(now(id).faults[0]!.atM).toBeCloseTo(200 - 15 * M_PER_G, 3);
    const last = use('30', 'outer');
    expect(now(id).faults).toEqual([]);
    idOf(undoOperation(db, last, NOW));
    expect(now(id).faults).toHaveLength(1);
  });
});

test('written off, it says why, and the thread’s balance names it', () => {
  const { db, pieceIds, balance } = cakes(['112', '96']);
  const gone = idOf(consumePiece(db, pieceIds[1]!, consumeValues({ why: 'damaged', note: 'moths' }), 'metric', NOW));
  expect(operationPage(db, gone)).toMatchObject({ kind: 'write off', consumption: { massG: 96, why: 'damaged' } });
  expect(balance()).toMatchObject({ thereG: 112, unexplained: [] });
  expect(balance().consumedG['written off']).toBe(96);
});

describe('washed, dyed and dried', () => {
  test('it waits until it is found dry; what came out in the water is named', () => {
    const { db, pieceIds, balance, now } = cakes(['112']);
    const [id] = pieceIds as [number];
    const washed = idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [id], note: '' }, NOW));
    expect(wetBy(db, id)).toBe(washed);
    expect(operationFormPage(db, id)!.wet).toMatchObject({ kind: 'wash' });
    const dry = { ...READING, requestKey: aKey(), mass: '' };
    const found = idOf(markDry(db, id, dry, 'metric', NOW));
    expect(wetBy(db, id)).toBeNull();
    expect(errorsOf(markDry(db, id, { ...dry, requestKey: aKey() }, 'metric', NOW))['']).toMatch(/was not wet/);
    idOf(undoOperation(db, found, NOW));
    expect(wetBy(db, id)).toBe(washed);
    idOf(markDry(db, id, { ...dry, requestKey: aKey(), mass: '107' }, 'metric', NOW));
    expect(now(id).mass).toMatchObject({ massG: 107 });
    expect(balance().differsG).toMatchObject({ washed: 5, unexplained: 0 });
  });

  test('what may be wet still is asked about, by the clock and by the scale, and kept only when it is said', () => {
    const { db, pieceIds, now } = cakes(['112']);
    const [id] = pieceIds as [number];
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: [id], note: '' }, NOW));
    const weighing = (mass: string, isDry = false) => ({ ...READING, requestKey: aKey(), mass, isDry });
    const after = (minutes: number) => new Date(NOW.getTime() + 60_000 * minutes);
    const before = everything(db);
    for (const [mass, minutes, message] of [
      ['112', 59, /59 min ago/],
      ['118', 59, /59 min ago/],
      // 3 % of 112 g and the scale's step of 1 g are not yet a doubt.
      ['117', 61, /112 g before: still damp/],
    ] as const)
      expect(errorsOf(weighPiece(db, id, weighing(mass), 'metric', after(minutes)))['isDry']).toMatch(message);
    expect(errorsOf(markDry(db, id, weighing('117'), 'metric', after(61)))['isDry']).toMatch(/still damp/);
    expect(everything(db)).toBe(before);
    const sure = idOf(weighPiece(db, id, weighing('118', true), 'metric', after(2)));
    expect(now(id).mass).toMatchObject({ massG: 118 });
    idOf(undoOperation(db, sure, after(3)));
    expect(piecePage(db, id)!.wet).toMatchObject({ kind: 'dye', at: NOW.toISOString() });

    const found = idOf(markDry(db, id, weighing('117', true), 'metric', after(61)));
    expect(now(id).mass).toMatchObject({ massG: 117 });
    idOf(undoOperation(db, found, after(62)));
    idOf(weighPiece(db, id, weighing('116'), 'metric', after(63)));
    expect(piecePage(db, id)!.wet).toBeNull();
    // Once it is dry, heavier is no question of water.
    idOf(weighPiece(db, id, weighing('130'), 'metric', after(64)));
  });

  test('used up, it is not asked what was typed of a part of it before', () => {
    const { db, pieceIds } = cakes(['112', '98']);
    const [first, second] = pieceIds as [number, number];
    const left = { mass: 'a bit', took: 'half', tare: 'the bowl', humidity: 'damp' };
    const use = (id: number, howMuch: 'all' | 'left' | 'took') =>
      consumePiece(db, id, consumeValues({ ...left, howMuch }), 'metric', NOW);
    expect(Object.keys(errorsOf(use(first, 'left'))).sort()).toEqual(['humidity', 'mass', 'tare']);
    expect(Object.keys(errorsOf(use(first, 'took')))).toEqual(['took']);
    idOf(use(first, 'all'));
    expect(piecePage(db, first)!.piece.consumedBy).not.toBeNull();
    expect(piecePage(db, second)!.piece.consumedBy).toBeNull();
  });

  test('pieces of two yarns at once make an entry for each', () => {
    const db = emptyDatabase();
    const ids = [shelved(db).pieceIds[0]!, shelved(db).pieceIds[0]!];
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: ids, note: 'onion skins' }, NOW));
    const [one, other] = ids.map((id) => wetBy(db, id)) as [number, number];
    expect(one).not.toBe(other);
    expect(operationPage(db, other)!.note).toBe('onion skins');
  });

  test('only what lies in loops is opened', () => {
    const { db, pieceIds } = cakes(['112']);
    const open = { requestKey: aKey(), kind: 'open', pieceIds, note: '' };
    expect(errorsOf(treatPieces(db, open, NOW))['']).toMatch(/in loops/);
    const hank = shelved(db).pieceIds[0]!;
    const opened = idOf(treatPieces(db, { ...open, requestKey: aKey(), pieceIds: [hank] }, NOW));
    expect(piecePage(db, hank)!.history.map(({ kind }) => kind)).toEqual(['receive', 'open']);
    expect(operationPage(db, opened)!.whyNotUndo).toBeNull();
  });
});

describe('reeled', () => {
  test('a cake becomes a skein that measures itself, and its rest stays a cake', () => {
    const { db, yarnId, pieceIds, pieces, balance } = cakes(['112']);
    const [id] = pieceIds as [number];
    idOf(noteFault(db, id, { requestKey: aKey(), kind: 'knot', at: '50 m', from: 'outer' }, 'metric', NOW));
    const before = yarnView(db, yarnId)!.samples.length;
    const reeled = idOf(reelPiece(db, id, reeling({ rest: '54' }), 'metric', NOW));
    const [skein, rest] = pieces().filter(({ createdBy }) => createdBy === reeled);
    expect(skein).toMatchObject({ form: 'hank', loopM: 1.46, mass: { massG: 57 } });
    expect(rest).toMatchObject({ form: 'cake', mass: { massG: 54 }, faults: [] });
    expect(skein!.faults).toHaveLength(1);
    expect(Math.abs(skein!.faults[0]!.atM - 50)).toBeLessThan(3);
    const { samples } = yarnView(db, yarnId)!;
    expect(samples).toHaveLength(before + 1);
    expect(samples.at(-1)).toMatchObject({ how: 'reel', loops: 140, lengthM: 204.4 });
    expect(balance().unexplained).toEqual([]);
    expect(twistPage(db, skein!.id)!.story.map(({ event }) => event.kind)).toEqual(['came', 'taken']);
    idOf(undoOperation(db, reeled, NOW));
    expect(yarnView(db, yarnId)!.samples).toHaveLength(before);
    expect(pieces().filter(({ consumedBy }) => consumedBy === null)).toHaveLength(1);
  });

  test.each([
    ['more than there was', { mass: '140' }, 'mass', /more than the 112 g/],
    ['a way that no cake gives its yarn', { fromEnd: 'inner', left: 'turning' }, 'left', /inner end/],
    ['no loops', { loops: '' }, 'loops', /./],
    ['a loop that no reel has', { loop: '90 m' }, 'loop', /./],
  ] as const)('%s is refused', (_, values, path, message) => {
    const { db, pieceIds } = cakes(['112']);
    const before = everything(db);
    expect(errorsOf(reelPiece(db, pieceIds[0]!, reeling(values), 'metric', NOW))[path]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('a hank lies in loops already', () => {
    const db = emptyDatabase();
    expect(errorsOf(reelPiece(db, shelved(db).pieceIds[0]!, reeling(), 'metric', NOW))['']).toMatch(/in loops already/);
  });
});

describe('joined', () => {
  test('three become one: a knot at each joint, the masses together, the order as it was chosen', () => {
    const { db, yarnId, pieceIds, now, balance } = cakes(['40', '30', '20']);
    const [a, b, c] = pieceIds as [number, number, number];
    const joined = idOf(joinPieces(db, joining([c, a, b], { mass: '89' }), 'metric', NOW));
    const whole = yarnPage(db, yarnId)!.pieces.at(-1)!;
    expect(whole).toMatchObject({ form: 'cake', mass: { massG: 89 }, createdBy: joined });
    const places = whole.faults.map(({ kind, atM }) => [kind, atM] as const);
    expect(places.map(([kind]) => kind)).toEqual(['knot', 'knot']);
    expect(places[0]![1]).toBeCloseTo((20 / 90) * 89 * M_PER_G, 2);
    expect(places[1]![1]).toBeCloseTo((60 / 90) * 89 * M_PER_G, 2);
    expect(balance()).toMatchObject({ thereG: 89, differsG: { scales: 1 } });
    expect(operationPage(db, joined)).toMatchObject({ joint: 'knot', balance: { verdict: 'balances' } });
    expect(twistPage(db, whole.id)!.story[0]!.event).toMatchObject({ kind: 'came', joined: true });
    const step = yarnOverview(db, yarnId)!.steps.at(-1)!;
    expect(step).toMatchObject({ in: [a, b, c], out: [whole.id], together: [whole.id] });
    idOf(undoOperation(db, joined, NOW));
    expect([a, b, c].map((id) => now(id).consumedBy)).toEqual([null, null, null]);
  });

  test('not weighed, it weighs what its parts did, as sure as they are together', () => {
    const { db, yarnId, pieceIds, balance } = cakes(['40', '30']);
    idOf(joinPieces(db, joining(pieceIds), 'metric', NOW));
    const { mass } = yarnPage(db, yarnId)!.pieces.at(-1)!;
    expect(mass).toMatchObject({ massG: 70, from: 'scale', resolutionG: 1.414 });
    expect(balance()).toMatchObject({ thereG: 70, unexplained: [] });
  });

  test.each([
    ['with itself', (ids: number[]) => joining([ids[0]!, ids[0]!]), 'pieceIds', /there twice/],
    ['with nothing', (ids: number[]) => joining([ids[0]!]), 'pieceIds', /joined to it/],
    ['weighing too much', (ids: number[]) => joining(ids, { mass: '120' }), 'mass', /more than the 70 g/],
  ])('%s is refused', (_, form, path, message) => {
    const { db, pieceIds } = cakes(['40', '30']);
    expect(errorsOf(joinPieces(db, form(pieceIds), 'metric', NOW))[path]).toMatch(message);
  });

  test('only of one yarn', () => {
    const { db, pieceIds } = cakes(['40']);
    const other = shelved(db).pieceIds[0]!;
    expect(errorsOf(joinPieces(db, joining([pieceIds[0]!, other]), 'metric', NOW)).pieceIds).toMatch(/one yarn/);
  });
});

describe('the family of a piece', () => {
  test('from what is left of a ply back to the bands of both singles', () => {
    const db = emptyDatabase();
    const one = shelved(db, { line: 'Skerry', form: 'bobbin', loop: '', masses: ['60'] });
    const other = shelved(db, { line: 'Beacon', form: 'bobbin', loop: '', masses: ['58'] });
    const form = plyValues([one.pieceIds[0]!, other.pieceIds[0]!], { form: 'cake', mass: '115', rests: ['', '2'] });
    const plied = idOf(plySingles(db, form, 'metric', NOW));
    const ply = db.prepare('SELECT id FROM piece WHERE created_by = ? ORDER BY id').all(plied) as { id: number }[];
    const skein = idOf(reelPiece(db, ply[0]!.id, reeling({ mass: '114', loops: '200' }), 'metric', NOW));
    const last = db.prepare('SELECT id FROM piece WHERE created_by = ?').get(skein) as { id: number };
    const family = lineageOf(db, last.id);
    expect(family.bands.map(({ yarnName }) => yarnName).sort()).toEqual(['Beacon, Low tide', 'Skerry, Low tide']);
    expect(family.pieces.map(({ id }) => id)).toEqual([one.pieceIds[0], other.pieceIds[0], ply[0]!.id, last.id]);
    expect(family.steps.map(({ kind }) => kind)).toEqual(['receive', 'receive', 'ply', 'reel']);
    expect(family.steps[2]).toMatchObject({ out: [ply[0]!.id], together: [ply[0]!.id] });
    // Seen from a single, what was left over of the other is no kin.
    const own = lineageOf(db, one.pieceIds[0]!);
    expect(own.pieces.map(({ id }) => id)).toEqual([one.pieceIds[0], ply[0]!.id, last.id]);
  });

  test('leaves out its sisters', () => {
    const { db, pieceIds } = cakes(['40', '30']);
    expect(lineageOf(db, pieceIds[0]!).pieces.map(({ id }) => id)).toEqual([pieceIds[0]]);
  });
});

test('what was weighed lighter without a word stays unexplained until it is said', () => {
  const { db, pieceIds, balance } = cakes(['112']);
  const [id] = pieceIds as [number];
  const weighing = { requestKey: aKey(), mass: '80', tare: '', humidity: '', scaleResolutionG: 1, note: '' };
  const weighed = idOf(weighPiece(db, id, weighing, 'metric', NOW));
  expect(balance().unexplained).toEqual([{ operationId: weighed, kind: 'weigh', missingG: 32, withinG: 1 }]);
  idOf(undoOperation(db, weighed, NOW));
  idOf(consumePiece(db, id, consumeValues({ howMuch: 'left', mass: '80' }), 'metric', NOW));
  expect(balance()).toMatchObject({ unexplained: [], consumedG: { used: 32 } });
});

describe('water and dye change mass, never metres', () => {
  const dried = (mass: string) => ({
    requestKey: aKey(),
    mass,
    tare: '',
    humidity: '',
    scaleResolutionG: 0.1,
    note: '',
  });
  const hundred = { putUpMass: '100 g', putUpLength: '220 m', masses: ['100'], scaleResolutionG: 0.1 };

  test('washed from 100 g to 96.5 g, a hank is as long as it was, on every page and in its plan', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db, hundred);
    const [hank] = pieceIds as [number];
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [hank], note: '' }, NOW));
    idOf(markDry(db, hank, dried('96.5'), 'metric', new Date(NOW.getTime() + 864e5)));
    const page = yarnPage(db, yarnId)!;
    expect(page.remaining!.lengthM.mean).toBeCloseTo(220, 6);
    expect(page.remaining!.massG.mean).toBeCloseTo(96.5, 6);
    expect(page.pieces[0]!.lengthM!.mean).toBeCloseTo(220, 6);
    expect(page.pieces[0]!.grist!.mean).toBeCloseTo(220 / 96.5, 6);
    // As many metres through all of it.
    expect(page.history.map(({ massG }) => Math.round(massG * page.yarn.grist!.mean))).toEqual([220, 220]);
    expect(shelfPage(db, {}, 'metric').cards[0]!.left!.lengthM.mean).toBeCloseTo(220, 6);
    idOf(consumePiece(db, hank, consumeValues({ howMuch: 'took', took: '55 m' }), 'metric', NOW));
    expect(piecePage(db, hank)!.piece.lengthM!.mean).toBeCloseTo(165, 1);
    expect(piecePage(db, hank)!.piece.mass!.massG).toBeCloseTo(96.5 * 0.75, 2);
  });

  test('undone, it weighs and measures what it did', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, hundred);
    const [hank] = pieceIds as [number];
    const washed = idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: [hank], note: '' }, NOW));
    const dry = idOf(markDry(db, hank, dried('103'), 'metric', NOW));
    expect(piecePage(db, hank)!.piece.lengthM!.mean).toBeCloseTo(220, 6);
    for (const id of [dry, washed]) idOf(undoOperation(db, id, NOW));
    expect(piecePage(db, hank)!.piece).toMatchObject({
      mass: { massG: 100 },
      lengthM: { mean: expect.closeTo(220, 6) as number },
    });
  });

  test('noted humidity counts the same on the page and in the plan', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { ...hundred, humidity: '35 %' });
    const { piece } = piecePage(db, pieceIds[0]!)!;
    const runId = idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
    const { plan } = runPage(db, runId)!;
    expect(plan.mass.massG * plan.gristMPerG).toBeCloseTo(piece.lengthM!.mean, 6);
  });
});
