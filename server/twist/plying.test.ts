import { turnsWithin } from '../../core/twist/twistChange';
import { ternRock } from '../../scripts/ternRock';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import type { Db } from '../../db/common/connection';
import { yarnOverview } from '../logbook/yarnOverview';
import { operationPage } from '../logbook/operationPage';
import { latestOperations } from '../logbook/logbook';
import { redoOperation, undoOperation } from '../yarn/pieces';
import { weighPiece, treatPieces } from '../yarn/pieceOperations';
import { plyWaits } from './plied';
import { type BobbinSplitForm, type PlyForm, plyPage, plySingles, splitOverBobbins } from './plying';
import { borrowFrom, mergeYarns } from '../yarn/yarnLifecycle';
import { addMore } from '../yarn/yarns';
import { addSample, type SampleForm } from '../yarn/measurementForms';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  NOW,
  plyValues,
  shelved,
  yarnValues,
} from '../../tests/support/serverTesting';
import { today } from '../days/today';
import { twistOfYarn, twistPage } from './twist';
import { piecePage, yarnPage, yarnView } from '../yarn/yarnViews';

const DAY_MS = 24 * 3600 * 1000;
const later = (days: number) => new Date(NOW.getTime() + days * DAY_MS);

function singles(db: Db, values: Parameters<typeof shelved>[1] = {}) {
  return shelved(db, {
    line: 'Beacon single',
    plies: '1',
    twistDirection: 'Z',
    twist: '300 t/m',
    form: 'bobbin',
    loop: '',
    count: '2',
    masses: ['48', '47.5'],
    scaleResolutionG: 0.1,
    ...values,
  });
}

const ply = (db: Db, form: PlyForm, at = NOW) => plySingles(db, form, 'metric', at);

/** What an operation made, of another yarn than it took. */
function madeBy(db: Db, operationId: number) {
  const { pieces } = operationPage(db, operationId)!;
  return pieces.filter(({ side }) => side === 'out').map(({ id }) => piecePage(db, id)!);
}

/** Enough for two plies, or for a cable of both. */
const FOUR = { count: '4', masses: ['50', '50', '50', '50'], putUpMass: '50 g', putUpLength: '207 m' };

/** Counted on the reel before it was washed. */
const onReel = (): SampleForm => ({
  how: 'reel',
  requestKey: aKey(),
  note: '',
  washed: false,
  scaleResolutionG: 1,
  humidity: '',
  loops: '130',
  loop: '150 cm',
  spread: '',
  mass: '',
});

describe('plying', () => {
  test('makes one piece of a new yarn: its plies, its direction, and no twist that nobody counted', () => {
    const db = emptyDatabase();
    const { pieceIds, yarnId } = singles(db);
    const operationId = idOf(ply(db, plyValues(pieceIds, { mass: '95.1' })));
    const [made] = madeBy(db, operationId);
    expect(made!.yarn).toMatchObject({
      line: 'Beacon two-ply',
      plies: 2,
      twistDirection: 'S',
      turnsPerM: null,
      ownTwist: null,
      fibres: yarnView(db, yarnId)!.fibres,
    });
    expect(made!.piece).toMatchObject({ form: 'hank', mass: { massG: 95.1 } });
    expect(yarnPage(db, yarnId)!.pieces.every(({ consumedBy }) => consumedBy === operationId)).toBe(true);
    expect(operationPage(db, operationId)!.balance!.differenceG).toBeCloseTo(-0.4, 9);
    expect(latestOperations(db, 1)[0]!.kind).toBe('ply');
    expect(twistOfYarn(db, made!.yarn).get(made!.piece.id)).toMatchObject({ gap: null, change: { wraps: [] } });
  });

  test('asked twice with one key it is done once; undone, the singles are there again', () => {
    const db = emptyDatabase();
    const { pieceIds, yarnId } = singles(db);
    const form = plyValues(pieceIds);
    const operationId = idOf(ply(db, form));
    expect(idOf(ply(db, form))).toBe(operationId);
    const plied = madeBy(db, operationId)[0]!.yarn.id;
    idOf(undoOperation(db, operationId, NOW));
    expect(yarnPage(db, yarnId)!.pieces.filter(({ consumedBy }) => consumedBy === null)).toHaveLength(2);
    expect(plyWaits(db, NOW)).toEqual([]);
    // A yarn that was never plied does not lie on the shelf; brought back, it does again.
    expect(yarnView(db, plied)!.gone).toBe('deleted');
    idOf(redoOperation(db, operationId, NOW));
    expect(yarnView(db, plied)!.gone).toBeNull();
    expect(plyWaits(db, NOW)).toHaveLength(1);
  });

  test('what is left over of the longer one stays a single, as it lay on its bobbin', () => {
    const db = emptyDatabase();
    const { pieceIds, yarnId } = singles(db);
    const operationId = idOf(ply(db, plyValues(pieceIds, { mass: '93', rests: ['', '1.9'] })));
    const rest = madeBy(db, operationId).find(({ yarn }) => yarn.id === yarnId)!;
    expect(rest.piece).toMatchObject({ form: 'bobbin', mass: { massG: 1.9 } });
    expect(plyWaits(db, NOW).map(({ pieceId }) => pieceId)).not.toContain(rest.piece.id);
    expect(twistPage(db, rest.piece.id, NOW)!.plied).toBeNull();
    expect(twistOfYarn(db, rest.yarn).get(rest.piece.id)!.change.lengthM).toBeCloseTo(rest.piece.lengthM!.mean, 6);
  });

  test.each([
    ['both ends of two', { method: 'both ends' as const }, 'pieceIds'],
    ['one bobbin for two', (ids: number[]) => ({ pieceIds: [ids[0]!, ids[0]!] }), 'pieceIds'],
    [
      'one twice for both its ends',
      (ids: number[]) => ({ method: 'both ends' as const, pieceIds: [ids[0]!, ids[0]!] }),
      'pieceIds',
    ],
    ['no name', { name: ' ' }, 'name'],
    ['more than went in', { mass: '150' }, 'mass'],
    ['a rest of a year', { restDays: '400' }, 'restDays'],
    ['a hundred turns a centimetre', { turns: '9000 t/m' }, 'turns'],
    ['a tare above it', { mass: '20', tare: '30 g' }, 'mass'],
  ])('%s is refused beside its field, and nothing is written', (_, more, path) => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db);
    const before = everything(db);
    const form = plyValues(pieceIds, typeof more === 'function' ? more(pieceIds) : more);
    expect(errorsOf(ply(db, form))).toHaveProperty([path]);
    expect(everything(db)).toBe(before);
  });

  test('three bobbins make a three-ply, and what is left over of two of them stays what it was', () => {
    const db = emptyDatabase();
    const { pieceIds, yarnId } = singles(db, { count: '3', masses: ['48', '47.5', '49.2'] });
    const values = { mass: '141', rests: ['0.5', '', '1.7'] };
    expect(errorsOf(ply(db, plyValues(pieceIds, { ...values, rests: ['60', '', ''] })))).toHaveProperty(['rests.0']);
    expect(errorsOf(ply(db, plyValues(pieceIds, { ...values, mass: '160' })))).toHaveProperty(['mass']);
    const operationId = idOf(ply(db, plyValues(pieceIds, values)));
    const made = madeBy(db, operationId);
    expect(made.filter(({ yarn }) => yarn.id !== yarnId)).toMatchObject([{ yarn: { plies: 3 } }]);
    const rests = made.filter(({ yarn }) => yarn.id === yarnId);
    expect(rests.map(({ piece }) => piece.mass?.massG)).toEqual([0.5, 1.7]);
    const account = twistOfYarn(db, rests[0]!.yarn);
    for (const { piece } of rests) expect(account.get(piece.id)!.change.lengthM).toBeCloseTo(piece.lengthM!.mean, 6);
    // In all as much as went in, but for what nobody weighed.
    const { balance } = yarnOverview(db, yarnId)!;
    expect(balance.thereG).toBeCloseTo(2.2, 6);
  });

  test('two that are plied already make a cable of all their strands', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db, { plies: '2', twistDirection: 'S', twist: '180 t/m' });
    const operationId = idOf(ply(db, plyValues(pieceIds, { plied: 'Z' })));
    expect(madeBy(db, operationId)[0]!.yarn).toMatchObject({ plies: 4, twistDirection: 'Z' });
  });

  test('of a chain there are three plies, of one single', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db);
    const operationId = idOf(ply(db, plyValues([pieceIds[0]!], { method: 'chain' })));
    expect(madeBy(db, operationId)[0]!.yarn.plies).toBe(3);
  });

  test('singles are offered first, and what one came with is chosen', () => {
    const db = emptyDatabase();
    shelved(db, { form: 'cake', loop: '', plies: '4' });
    const { pieceIds } = singles(db);
    const page = plyPage(db, [pieceIds[1]!, 999]);
    expect(page.chosen).toEqual([pieceIds[1]]);
    expect(page.singles.map(({ plies }) => plies)).toEqual([1, 1, 4]);
    expect(page.singles[0]).toMatchObject({ own: { direction: 'Z', turnsPerM: 300 }, massG: 48 });
  });
});

test('a hank or a mini gives no strand by itself: it is offered only to whoever comes with it', () => {
  const db = emptyDatabase();
  singles(db);
  const { yarnId } = shelved(db, { form: 'cake', loop: '', plies: '1' });
  const { tare, humidity, scaleResolutionG } = yarnValues();
  for (const form of ['hank', 'mini skein'] as const) {
    const more = { requestKey: aKey(), form, count: '1', loop: '', masses: ['20'], tare, humidity, scaleResolutionG };
    idOf(addMore(db, yarnId, more, 'metric', NOW));
  }
  const idOfForm = (form: string) => yarnPage(db, yarnId)!.pieces.find((piece) => piece.form === form)!.id;
  const offered = (...asked: number[]) =>
    plyPage(db, asked)
      .singles.map(({ form }) => form)
      .sort();
  expect(offered()).toEqual(['bobbin', 'bobbin', 'cake']);
  expect(offered(idOfForm('hank'))).toEqual(['bobbin', 'bobbin', 'cake', 'hank']);
  expect(offered(idOfForm('mini skein'))).toEqual(['bobbin', 'bobbin', 'cake', 'mini skein']);
});

describe('a single split over two bobbins', () => {
  const form = (values: Partial<BobbinSplitForm> = {}): BobbinSplitForm => ({
    requestKey: aKey(),
    masses: ['55.6', '55.2'],
    tare: '',
    humidity: '',
    scaleResolutionG: 0.1,
    left: 'cw',
    end: 'inner',
    note: '',
    ...values,
  });

  test('becomes two, each with its half of what the hank got', () => {
    const db = emptyDatabase();
    const { pieceIds, yarnId } = shelved(db, { plies: '1' });
    idOf(splitOverBobbins(db, pieceIds[0]!, form(), 'metric', NOW));
    const bobbins = yarnPage(db, yarnId)!.pieces.filter((piece) => piece.form === 'bobbin');
    expect(bobbins.map(({ label }) => label)).toEqual(['Bobbin 1', 'Bobbin 2']);
    const account = twistOfYarn(db, yarnView(db, yarnId)!);
    for (const { id, lengthM } of bobbins) {
      const { gap, change } = account.get(id)!;
      expect(gap).toBeNull();
      expect(turnsWithin(change, 0, change.lengthM)).toBeCloseTo(lengthM!.mean / 1.62, 4);
    }
  });

  test('more than there was is refused', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { plies: '1' });
    expect(errorsOf(splitOverBobbins(db, pieceIds[0]!, form({ masses: ['90', '80'] }), 'metric', NOW))).toHaveProperty([
      'mass',
    ]);
    expect(errorsOf(splitOverBobbins(db, pieceIds[0]!, form({ masses: ['', '80'] }), 'metric', NOW))).toHaveProperty([
      'masses.0',
    ]);
  });
});

describe('what a fresh ply waits for', () => {
  const measured = (db: Db, pieceId: number, sample: object, at: Date) =>
    idOf(
      addSample(db, pieceId, { requestKey: aKey(), note: '', washed: false, ...sample } as SampleForm, 'metric', at),
    );
  const reel = { how: 'reel', loops: '110', loop: '146 cm', spread: '', mass: '', humidity: '', scaleResolutionG: 0.1 };

  test('to rest, to be washed, to dry, to be measured: each in its turn, and today tells of it', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db);
    const [made] = madeBy(db, idOf(ply(db, plyValues(pieceIds, { mass: '95' }))));
    const { id } = made!.piece;
    const stageAt = (now: Date) => today(db, now).pendingCare.map(({ stage }) => stage);
    expect(today(db, NOW).pendingCare).toMatchObject([
      { href: `/twist/${id}`, stage: 'resting', until: later(2).toISOString() },
    ]);
    measured(db, id, { how: 'twist', turns: '49', over: '25 cm', leans: 'S' }, NOW);
    measured(db, id, { ...reel, washed: false }, NOW);
    measured(db, id, { how: 'wraps', wraps: '28', over: '5 cm' }, NOW);
    expect(stageAt(later(1))).toEqual(['resting']);
    expect(stageAt(later(3))).toEqual(['to wash']);
    const washed = idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [id], note: '' }, later(3)));
    expect(stageAt(later(3))).toEqual(['drying']);
    idOf(undoOperation(db, washed, later(3)));
    expect(stageAt(later(3))).toEqual(['to wash']);
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [id], note: '' }, later(3)));
    idOf(
      weighPiece(
        db,
        id,
        { requestKey: aKey(), mass: '94.4', tare: '', humidity: '', scaleResolutionG: 0.1, note: '' },
        'metric',
        later(4),
      ),
    );
    expect(stageAt(later(4))).toEqual(['to measure']);
    measured(db, id, { ...reel, loops: '104', washed: true }, later(4));
    measured(db, id, { how: 'wraps', wraps: '26', over: '5 cm', washed: true }, later(4));
    measured(db, id, { how: 'twist', turns: '51', over: '25 cm', leans: 'S', washed: true }, later(4));
    expect(stageAt(later(4))).toEqual([]);
    const record = twistPage(db, id, later(4))!.plied!;
    expect(record).toMatchObject({
      method: 'bobbins',
      spun: 'Z',
      spunTurnsPerM: 300,
      plied: 'S',
      meantTurnsPerM: 200,
      stage: 'done',
      singles: [{ label: 'Bobbin 1' }, { label: 'Bobbin 2' }],
      before: { twist: { direction: 'S', turnsPerM: 196 }, loops: { loops: 110 } },
      after: { twist: { direction: 'S', turnsPerM: 204 }, loops: { loops: 104 } },
    });
    expect(record.before.wpi).toBeCloseTo(14.224, 3);
    expect(record.after.wpi).toBeCloseTo(13.208, 3);
  });

  test('without a rest it is washed at once', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db);
    idOf(ply(db, plyValues(pieceIds, { restDays: '0' })));
    expect(today(db, NOW).pendingCare).toMatchObject([{ stage: 'to wash', until: null, ready: true }]);
  });

  test('a piece that is gone cannot be washed', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db);
    idOf(ply(db, plyValues(pieceIds)));
    expect(
      errorsOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [pieceIds[0]!], note: '' }, NOW)),
    ).toHaveProperty(['']);
  });
});

test('a yarn is plied again as it was last, and not as one that was undone', () => {
  const db = emptyDatabase();
  const { yarnId } = singles(db, FOUR);
  const [first, second, third] = yarnPage(db, yarnId)!.pieces.map(({ id }) => id) as [number, number, number];
  const last = () => plyPage(db, []).singles.find((single) => single.yarnId === yarnId)!.lastMethod;
  expect(last()).toBeNull();
  idOf(ply(db, plyValues([first, second])));
  expect(last()).toBe('bobbins');
  const chain = idOf(ply(db, plyValues([third], { method: 'chain', left: 'near', name: 'Chained' })));
  expect(last()).toBe('chain');
  idOf(undoOperation(db, chain, NOW));
  expect(last()).toBe('bobbins');
});

test('the demo’s spinning: one dries, one rests, a soft single stands there and a cake from a fair is not known', () => {
  const db = emptyDatabase();
  ternRock(db, NOW);
  ternRockTwist(db, NOW);
  expect(
    today(db, NOW)
      .pendingCare.map(({ stage }) => stage)
      .sort(),
  ).toEqual(['drying', 'resting']);
  const page = plyPage(db, []);
  expect(page.singles[0]).toMatchObject({ yarnName: 'Skerry single, Sea thrift', own: { from: 'counted', counts: 2 } });
  expect(page.singles.some(({ twist }) => twist.gap === 'came wound')).toBe(true);
});

describe('how long a ply is', () => {
  const lengthOf = (db: Db, operationId: number) => {
    const [made] = madeBy(db, operationId);
    return yarnPage(db, made!.piece.yarnId)!.remaining!.lengthM;
  };

  test('both ends of one cake make half its length, less what plying takes up, until the reel is counted', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db, {
      form: 'cake',
      count: '1',
      masses: ['100'],
      putUpMass: '100 g',
      putUpLength: '414 m',
    });
    const form = { ...plyValues(pieceIds, { method: 'both ends', mass: '100', left: 'near' }), turns: '85 t/m' };
    const operationId = idOf(ply(db, form));
    const predicted = lengthOf(db, operationId);
    expect(predicted.mean).toBeLessThan(207);
    expect(predicted.mean).toBeGreaterThan(190);
    expect(predicted.sd).toBeGreaterThan(207 * 0.02);
    const [out] = operationPage(db, operationId)!.pieces.filter(({ side }) => side === 'out');
    expect(out!.lengthM).toBeCloseTo(predicted.mean, 6);
    const [made] = madeBy(db, operationId);
    expect(made!.yarn.grist).toMatchObject({ source: 'singles', guess: true });
  });

  test('a chain is a third of its single', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db, { count: '1', masses: ['100'], putUpMass: '100 g', putUpLength: '414 m' });
    const operationId = idOf(ply(db, plyValues(pieceIds, { method: 'chain', mass: '100', turns: '110 t/m' })));
    const { mean } = lengthOf(db, operationId);
    expect(mean).toBeLessThan(138);
    expect(mean).toBeGreaterThan(120);
  });

  test('what the reel counts stands for it, and teaches the next', () => {
    const db = emptyDatabase();
    const { pieceIds } = singles(db, FOUR);
    const first = idOf(ply(db, plyValues(pieceIds.slice(0, 2), { mass: '100', turns: '85 t/m' })));
    const [made] = madeBy(db, first);
    const before = plyPage(db, []).takeUp;
    idOf(addSample(db, made!.piece.id, onReel(), 'metric', NOW));
    expect(lengthOf(db, first).mean).toBeCloseTo(195, -1);
    const after = plyPage(db, []).takeUp;
    expect([before.from, after.from]).toEqual([0, 1]);
    expect(after.sd).toBeLessThan(before.sd);
  });

  describe('a yarn does not lend itself its own figures, by whatever way', () => {
    const bare = { putUpMass: '', putUpLength: '', weightClass: '' as const, needle: '' };

    test('where a single borrows from what it was plied into', () => {
      const db = emptyDatabase();
      const { pieceIds, yarnId } = singles(db, bare);
      const [made] = madeBy(db, idOf(ply(db, plyValues(pieceIds, { mass: '95.5' }))));
      idOf(borrowFrom(db, yarnId, made!.yarn.id));
      expect(yarnView(db, yarnId)!.grist).toBeNull();
      expect(yarnView(db, made!.yarn.id)!.grist).toBeNull();
      idOf(addSample(db, made!.piece.id, onReel(), 'metric', NOW));
      // 195 m of 95.5 g.
      expect(yarnView(db, yarnId)!.grist!.mean).toBeCloseTo(yarnView(db, made!.yarn.id)!.grist!.mean, 6);
      expect(yarnView(db, made!.yarn.id)!.grist!.mean).toBeCloseTo(195 / 95.5, 2);
    });

    test('where a cable is counted, and what it was plied from is not', () => {
      const db = emptyDatabase();
      const { pieceIds } = singles(db, FOUR);
      const plied = [pieceIds.slice(0, 2), pieceIds.slice(2)].map(
        (ids) => madeBy(db, idOf(ply(db, plyValues(ids, { form: 'bobbin', mass: '100', turns: '85 t/m' }))))[0]!,
      );
      const grists = () => plied.map(({ yarn }) => yarnView(db, yarn.id)!.grist!.mean);
      const before = grists();
      const cable = idOf(
        ply(
          db,
          plyValues(
            plied.map(({ piece }) => piece.id),
            { plied: 'Z', mass: '200' },
          ),
        ),
      );
      idOf(addSample(db, madeBy(db, cable)[0]!.piece.id, onReel(), 'metric', NOW));
      expect(plyPage(db, []).takeUp.from).toBe(1);
      for (const [i, grist] of grists().entries()) expect(grist).toBeCloseTo(before[i]!, 0);
    });

    test('where a single and what it was plied into are merged', () => {
      for (const way of ['into the single', 'into the plied']) {
        const db = emptyDatabase();
        const { pieceIds, yarnId } = singles(db, bare);
        const plied = madeBy(db, idOf(ply(db, plyValues(pieceIds))))[0]!.yarn.id;
        const [from, into] = way === 'into the single' ? [plied, yarnId] : [yarnId, plied];
        idOf(mergeYarns(db, from, into, NOW));
        expect([yarnView(db, from)!.grist, yarnView(db, into)!.grist]).toEqual([null, null]);
      }
    });
  });
});
