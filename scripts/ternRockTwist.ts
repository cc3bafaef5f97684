/** What Tern Rock spins: a soft single on a cake, one that was plied and dries, one that rests, and a cake from a fair. */
import type { Db } from '../db/common/connection';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import { keepAnswer } from '../server/twist/practice';
import { treatPieces } from '../server/yarn/pieceOperations';
import { type PlyForm, plySingles, splitOverBobbins } from '../server/twist/plying';
import { idOf } from './idOf';
import { runById } from '../db/winding/runs';
import { runPage, WINDING } from '../server/winding/runEvents';
import { syncRun } from '../server/winding/runSync';
import { logRun } from '../server/winding/runLog';
import { startRun } from '../server/winding/runStart';
import { addSample, type SampleForm } from '../server/yarn/measurementForms';
import { logValues, plyValues, startValues } from '../tests/support/serverTesting';
import { addYarn, type YarnForm } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';
import { evens } from '../tests/support/chance';
import { EXERCISE_KINDS } from '../core/twist/twistPractice';

const DAY_MS = 24 * 3600 * 1000;

export function ternRockTwist(db: Db, now: Date): void {
  let keys = 0;
  const key = () => `tern-rock-twist-${++keys}`;
  const daysAgo = (days: number, hour = 10) => {
    const date = new Date(now.getTime() - days * DAY_MS);
    date.setUTCHours(hour, 5, 0, 0);
    return date;
  };
  const add = (yarn: Partial<YarnForm>, at: Date): { yarnId: number; pieceIds: number[] } => {
    const form = {
      ...EMPTY_BAND,
      form: 'hank' as const,
      count: String(yarn.masses?.length ?? 1),
      loop: '152 cm',
      masses: [],
      tare: '',
      humidity: '',
      scaleResolutionG: 0.1,
      requestKey: key(),
      ...yarn,
    };
    const yarnId = idOf(addYarn(db, form, 'metric', at));
    return { yarnId, pieceIds: yarnPage(db, yarnId)!.pieces.map(({ id }) => id) };
  };
  const measure = (pieceId: number, sample: object, at: Date) =>
    idOf(addSample(db, pieceId, { requestKey: key(), note: '', washed: false, ...sample } as SampleForm, 'metric', at));
  const twist = (turns: string, over: string, leans: 'S' | 'Z') => ({ how: 'twist', turns, over, leans });
  const spun = { maker: 'Spun by Maren', fibres: '100 % wool', plies: '1', twistDirection: 'Z' as const };

  // A soft single, wound on the small winder and standing there to be worked or plied.
  const soft = add(
    {
      ...spun,
      line: 'Skerry single',
      colourName: 'Sea thrift',
      colourHex: '#c07a94',
      wpi: '17',
      masses: ['83.4'],
      notes: 'Long draw, soft on purpose.',
    },
    daysAgo(8),
  );
  measure(soft.pieceIds[0]!, twist('33', '25 cm', 'Z'), daysAgo(8, 11));
  measure(soft.pieceIds[0]!, twist('29.5', '25 cm', 'Z'), daysAgo(8, 11));
  const softRun = idOf(startRun(db, soft.pieceIds[0]!, startValues({ swiftId: 2 }), 'metric', daysAgo(7)));
  const { crankTurns } = runPage(db, softRun)!.plan.cakes[0]!;
  syncRun(
    db,
    runById(db, softRun)!,
    {
      writer: 'demo-twist',
      events: [
        { writer: 'demo-twist', seq: 1, atMs: daysAgo(7).getTime(), part: 0, kind: 'stage', stage: 'wind' },
        {
          writer: 'demo-twist',
          seq: 2,
          atMs: daysAgo(7).getTime() + 600_000,
          part: 0,
          kind: 'turns',
          amount: Math.round(crankTurns.mean),
        },
        { writer: 'demo-twist', seq: 3, atMs: daysAgo(7).getTime() + 700_000, part: 0, kind: 'stage', stage: 'weigh' },
      ],
    },
    daysAgo(7),
    WINDING,
  );
  const log = { ...logValues(['83.1']), ...runPage(db, softRun)!.ways, requestKey: key(), scaleResolutionG: 0.1 };
  idOf(logRun(db, softRun, log, 'metric', daysAgo(7, 11)));

  // A cake from a fair: wound, and nobody knows how.
  add(
    {
      maker: 'A stall at the harbour fair',
      line: 'Fair single',
      colourName: 'Gorse',
      colourHex: '#d9b23a',
      fibres: '100 % wool',
      wpi: '14',
      plies: '1',
      form: 'cake',
      loop: '',
      masses: ['101.2'],
    },
    daysAgo(6),
  );

  const ply = (pieceIds: number[], form: Partial<PlyForm>, at: Date) =>
    idOf(plySingles(db, plyValues(pieceIds, { turns: '', ...form, requestKey: key() }), 'metric', at));
  const pliedOf = (operationId: number) =>
    db
      .prepare<[number], { id: number }>(
        `SELECT p.id FROM piece p JOIN yarn y ON y.id = p.yarn_id WHERE p.created_by = ? AND y.plies > 1`,
      )
      .get(operationId)!.id;

  // Spun lively, split over two bobbins, plied, washed: it dries.
  const lively = add(
    { ...spun, line: 'Lookout single', colourName: 'Storm', colourHex: '#5b6f86', wpi: '24', masses: ['61.8'] },
    daysAgo(12),
  );
  measure(lively.pieceIds[0]!, twist('96', '25 cm', 'Z'), daysAgo(12, 11));
  idOf(
    splitOverBobbins(
      db,
      lively.pieceIds[0]!,
      {
        requestKey: key(),
        masses: ['30.9', '30.7'],
        tare: '',
        humidity: '',
        scaleResolutionG: 0.1,
        left: 'turning',
        end: 'inner',
        note: '',
      },
      'metric',
      daysAgo(11),
    ),
  );
  const bobbins = yarnPage(db, lively.yarnId)!.pieces.filter(({ form }) => form === 'bobbin');
  const storm = ply(
    bobbins.map(({ id }) => id),
    { name: 'Lookout two-ply', turns: '250 t/m', mass: '60.9', rests: ['', '0.6'], note: 'On the small whorl.' },
    daysAgo(5),
  );
  const stormSkein = pliedOf(storm);
  measure(stormSkein, twist('61', '25 cm', 'S'), daysAgo(5, 12));
  measure(stormSkein, { how: 'wraps', wraps: '26', over: '4 cm' }, daysAgo(5, 12));
  measure(
    stormSkein,
    { how: 'reel', loops: '119', loop: '146 cm', spread: '', mass: '', humidity: '', scaleResolutionG: 0.1 },
    daysAgo(5, 12),
  );
  idOf(treatPieces(db, { requestKey: key(), kind: 'wash', pieceIds: [stormSkein], note: '' }, daysAgo(1)));

  // From both ends of one cake, plied last night: it rests.
  const ember = add(
    {
      ...spun,
      line: 'Beacon single',
      colourName: 'Ember',
      colourHex: '#a8522f',
      wpi: '21',
      form: 'cake',
      loop: '',
      masses: ['44.2'],
    },
    daysAgo(4),
  );
  ply(
    ember.pieceIds,
    { method: 'both ends', end: 'inner', left: 'near', name: 'Beacon two-ply', mass: '44.0' },
    daysAgo(1, 19),
  );

  // Somebody has practised a little.
  const even = evens(5);
  for (let i = 0; i < 14; i++) {
    const kind = i < 6 ? 'letter' : EXERCISE_KINDS[i % 3]!;
    keepAnswer(db, { kind, right: even() < 0.8 }, daysAgo(2, 20));
  }
}
