/** What becomes of yarn at Tern Rock: knitted up, washed, reeled again, joined, given away; and some that went missing. */
import type { Db } from '../db/common/connection';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import {
  markDry,
  type ConsumeForm,
  joinPieces,
  consumePiece,
  reelPiece,
  treatPieces,
  weighPiece,
} from '../server/yarn/pieceOperations';
import { saveTime } from '../server/days/benchTime';
import { dayOf } from '../core/days/days';
import { type TaskForm, saveTask } from '../server/days/tasks';
import { saveProject } from '../server/projects/projects';
import { idOf } from './idOf';
import { addYarn, type YarnForm } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';

const DAY_MS = 24 * 3600 * 1000;

export function ternRockThread(db: Db, now: Date): void {
  let keys = 0;
  const key = () => `tern-rock-thread-${++keys}`;
  const daysAgo = (days: number, hour = 10) => {
    const date = new Date(now.getTime() - days * DAY_MS);
    date.setUTCHours(hour, 40, 0, 0);
    return date;
  };
  const onScale = { tare: '', humidity: '', scaleResolutionG: 1, note: '' };
  const add = (yarn: Partial<YarnForm>, at: Date): { yarnId: number; pieceIds: number[] } => {
    const count = String(yarn.masses?.length ?? 1);
    const form = { ...EMPTY_BAND, ...onScale, form: 'cake' as const, count, loop: '', masses: [], requestKey: key() };
    const { note, ...band } = form;
    const yarnId = idOf(addYarn(db, { ...band, ...yarn }, 'metric', at));
    return { yarnId, pieceIds: yarnPage(db, yarnId)!.pieces.map(({ id }) => id) };
  };
  const consumption = (pieceId: number, form: Partial<ConsumeForm>, at: Date) => {
    const all = { ...onScale, requestKey: key(), mass: '', took: '', why: null, projectId: null };
    return idOf(consumePiece(db, pieceId, { ...all, howMuch: 'left', fromEnd: 'outer', ...form }, 'metric', at));
  };
  const treat = (kind: 'wash' | 'dye', pieceIds: number[], note: string, at: Date) =>
    idOf(treatPieces(db, { requestKey: key(), kind, pieceIds, note }, at));
  const weigh = (pieceId: number, mass: string, at: Date) =>
    idOf(weighPiece(db, pieceId, { ...onScale, requestKey: key(), mass }, 'metric', at));

  // Three cakes of a guernsey yarn: one knitted up, one begun, the third washed, joined to what a sleeve left over.
  const guernsey = add(
    {
      maker: 'Gannet Lane Dyehouse',
      line: 'Breakwater',
      colourName: 'Deep water',
      colourHex: '#27425f',
      dyeLot: '318',
      fibres: '100 % wool',
      putUpMass: '105 g',
      putUpLength: '236 m',
      weightClass: '3',
      masses: ['104', '106', '105', '103'],
      place: 'Loft, chest by the stairs',
    },
    daysAgo(40),
  );
  const [first, second, third, fourth] = guernsey.pieceIds as [number, number, number, number];
  const pullover = idOf(
    saveProject(
      db,
      null,
      {
        requestKey: key(),
        name: 'Pilot’s pullover',
        notes: 'For the winter crossing. The yoke first.',
        castOn: '',
        dueOn: '',
        margin: '10',
        spare: '0',
        needs: [{ colour: 'Deep water', amount: '150 m', done: '', yarnIds: [guernsey.yarnId] }],
      },
      'metric',
      daysAgo(39),
    ),
  );
  consumption(first, { howMuch: 'all', projectId: pullover, note: 'Body, to the armholes.' }, daysAgo(30));
  consumption(second, { mass: '61', projectId: pullover, note: 'Left sleeve, to the elbow.' }, daysAgo(21));
  treat('wash', [third], 'Lukewarm, wool soap, squeezed in a towel.', daysAgo(14));
  idOf(markDry(db, third, { ...onScale, requestKey: key(), mass: '102' }, 'metric', daysAgo(12)));
  // Somebody took some and did not say so.
  weigh(second, '47', daysAgo(9));
  idOf(
    joinPieces(
      db,
      { ...onScale, requestKey: key(), pieceIds: [second, third], form: 'cake', joint: 'knot', mass: '149' },
      'metric',
      daysAgo(5),
    ),
  );
  consumption(fourth, { howMuch: 'all', why: 'given away', note: 'To the lifeboat station, for hats.' }, daysAgo(4));

  // A cone, of which a skein was reeled for the dye pot; it hangs and dries.
  const cone = add(
    {
      maker: 'Skua Mill',
      line: 'Undyed lace',
      colourName: 'Raw',
      colourHex: '#d8d0bd',
      fibres: '70 % wool, 30 % silk',
      putUpMass: '480 g',
      putUpLength: '3840 m',
      weightClass: '0',
      form: 'cone',
      masses: ['476'],
      notes: 'Oiled for weaving; it grows lighter in the first wash.',
    },
    daysAgo(17),
  );
  const reeled = idOf(
    reelPiece(
      db,
      cone.pieceIds[0]!,
      {
        ...onScale,
        requestKey: key(),
        form: 'hank',
        loops: '356',
        loop: '146 cm',
        mass: '65',
        rest: '411',
        fromEnd: 'outer',
        left: 'near',
        laid: 'reel',
      },
      'metric',
      daysAgo(6),
    ),
  );
  const skein = yarnPage(db, cone.yarnId)!.pieces.find(
    ({ createdBy, form }) => createdBy === reeled && form === 'hank',
  )!;
  treat('dye', [skein.id], 'Crotal from the west shore, no mordant.', daysAgo(1, 16));

  planned(db, skein.id, key, now);
}

/** What is to be done in the next days: some of it settled, some proposed, one that would be late. */
function planned(db: Db, skeinId: number, key: () => string, now: Date): void {
  const day = (days: number) => dayOf(new Date(now.getTime() + days * DAY_MS));
  const hankOf = (line: string) =>
    db
      .prepare<[string], { id: number }>(
        `SELECT p.id FROM piece_now p JOIN yarn y ON y.id = p.yarn_id
         WHERE y.line = ? AND p.form = 'hank' AND p.consumed_by IS NULL
           AND NOT EXISTS (SELECT 1 FROM run r WHERE r.piece_id = p.id AND r.ended_at IS NULL)
         ORDER BY p.id DESC LIMIT 1`,
      )
      .get(line)!.id;
  const task = (form: Partial<TaskForm>, daysBefore = 1) =>
    idOf(
      saveTask(
        db,
        null,
        {
          requestKey: key(),
          kind: 'wind',
          title: '',
          pieceId: null,
          projectId: null,
          minutes: '',
          dueOn: '',
          plannedOn: '',
          after: [],
          ...form,
        },
        new Date(now.getTime() - daysBefore * DAY_MS),
      ),
    );
  idOf(saveTime(db, { weekdays: ['40', '40', '', '40', '30', '75', ''], from: '19:30' }));
  task({ pieceId: hankOf('Causeway'), plannedOn: day(1), dueOn: day(4) });
  task({ pieceId: hankOf('Ferry aran'), dueOn: day(8) });
  task({ kind: 'weigh', pieceId: skeinId, title: 'what the crotal added' });
  task({ kind: 'wind', pieceId: skeinId, dueOn: day(2) });
  const soap = task({ kind: 'other', title: 'Fetch soap and a new clamp', minutes: '25', plannedOn: day(-2) }, 4);
  task({ kind: 'other', title: 'Oil the large winder', minutes: '10', after: [{ taskId: soap, waitDays: '' }] });
}
