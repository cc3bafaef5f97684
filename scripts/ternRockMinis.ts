/** The minis of Tern Rock: a set of lichen-dye tests that is half counted, and kits over four colours. */
import type { Highs } from 'highs';
import { remainderPlaces, type MiniEvent, type NewMiniEvent, minisMade, nextMini } from '../core/minis/miniRun';
import type { Db } from '../db/common/connection';
import { setLoop } from '../db/yarn/pieces';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import { saveTool } from '../server/bench/bench';
import { noteFault } from '../server/yarn/measurementForms';
import { treatPieces } from '../server/yarn/pieceOperations';
import { packKit } from '../server/minis/miniCare';
import { miniPlanPage } from '../server/minis/miniPlanPages';
import { type MiniPlanForm, saveMiniPlan } from '../server/minis/miniPlans';
import { MINI_COUNTING } from '../server/minis/miniRunEvents';
import { logMiniRun, miniRunPage, startMiniRun } from '../server/minis/miniRuns';
import { askedValues, miniLogValues, plannedMinis, sizeValues } from '../tests/support/minisTesting';
import { idOf } from './idOf';
import { runById } from '../db/winding/runs';
import { syncRun } from '../server/winding/runSync';
import { addYarn, type YarnForm } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';
import { normals } from '../tests/support/chance';

const FRAME = 2;
const DAY_MS = 24 * 3600 * 1000;

export function ternRockMinis(db: Db, highs: Highs, now: Date): void {
  const normal = normals(23);
  let keys = 0;
  const key = () => `tern-rock-minis-${++keys}`;
  const daysAgo = (days: number, hour = 10) => {
    const date = new Date(now.getTime() - days * DAY_MS);
    date.setUTCHours(hour, 40, 0, 0);
    return date;
  };
  idOf(
    saveTool(
      db,
      FRAME,
      { tool: 'reel', name: 'Small frame', measured: ['loopM'], kind: 'frame', loopM: '74.5 cm', spreadMm: '80 mm' },
      'metric',
    ),
  );

  const add = (yarn: Partial<YarnForm>, at: Date): { yarnId: number; pieceIds: number[] } => {
    const form = {
      ...EMPTY_BAND,
      maker: 'Tern Rock',
      fibres: '100 % wool',
      putUpMass: '100 g',
      putUpLength: '345 m',
      weightClass: '2',
      plies: '3',
      care: 'hand wash cool, dry flat',
      form: 'hank' as const,
      count: String(yarn.masses?.length ?? 1),
      loop: '150 cm',
      masses: [],
      tare: '',
      humidity: '',
      scaleResolutionG: 0.1,
      requestKey: key(),
      ...yarn,
    };
    const yarnId = idOf(addYarn(db, form, 'metric', at));
    const pieceIds = yarnPage(db, yarnId)!.pieces.map(({ id }) => id);
    for (const pieceId of pieceIds) setLoop(db, pieceId, 1500);
    return { yarnId, pieceIds };
  };

  /** Plans as the screen does, and keeps it. */
  const plan = (name: string, asked: MiniPlanForm['asked'], at: Date): number =>
    idOf(saveMiniPlan(db, null, { requestKey: key(), name, asked, ...plannedMinis(highs, db, asked) }, 'metric', at));

  /** Counts off and weighs the minis of one skein as a hand does, up to `most` of them; logs it when all are made. */
  const count = (planId: number, pieceId: number, at: Date, most = Infinity, started = 0): number => {
    const runId = idOf(startMiniRun(db, planId, pieceId, at));
    const page = miniRunPage(db, runId)!;
    const fold = MINI_COUNTING.fold(JSON.stringify(page.plan));
    const events: MiniEvent[] = [];
    let state = fold.start;
    let clockMs = at.getTime();
    const happen = (newEvent: NewMiniEvent, afterMs = 1500) => {
      const event = {
        ...newEvent,
        writer: `demo-${runId}`,
        seq: events.length + 1,
        atMs: (clockMs += afterMs),
      };
      events.push(event);
      state = fold.after(state, event);
    };
    const truth = page.plan.gramsPerLoop.mean * (1 + 0.03 * normal());
    const drift = 0.02 * normal();
    const last = Math.min(most, page.plan.minis.length);
    for (let part = 0; part < last; part++) {
      happen({ kind: 'stage', part, stage: 'count' });
      const { loops } = nextMini(page.plan, state, page.plan.parent);
      for (let ten = 0; ten < loops; ten += 10)
        happen({ kind: 'loops', part, amount: Math.min(10, loops - ten) }, 14_000);
      happen({ kind: 'stage', part, stage: 'weigh' });
      const massG = loops * truth * (1 + drift * (part / last - 0.5)) * (1 + 0.01 * normal());
      happen({ kind: 'weigh', part, massG: Math.round(massG * 10) / 10, resolutionG: 0.1, odd: false }, 20_000);
    }
    if (last < page.plan.minis.length) {
      happen({ kind: 'stage', part: last, stage: 'count' });
      if (started > 0) happen({ kind: 'loops', part: last, amount: started }, 40_000);
    } else happen({ kind: 'stage', part: last - 1, stage: 'finish' });
    syncRun(db, runById(db, runId)!, { writer: `demo-${runId}`, events }, at, MINI_COUNTING);
    if (last < page.plan.minis.length) return runId;
    const madeG = minisMade(state).reduce((sum, part) => sum + state.weighed[part]!.massG + page.plan.cutLossG, 0);
    const { plan } = page;
    const asideG = plan.left.reduce((sum, { afterMini, massG }) => sum + (afterMini < last ? massG : 0), 0);
    const left = remainderPlaces(plan).map((afterMini, i) => {
      const massG = afterMini === last ? plan.parent.massG - madeG - asideG : plan.left[i]!.massG;
      return { mass: massG > 0.2 ? massG.toFixed(1) : '', kept: massG > 3 };
    });
    const form = miniLogValues(left, { requestKey: key() });
    return idOf(logMiniRun(db, runId, form, 'metric', new Date(clockMs + 120_000)));
  };

  const size = (id: string, amount: string, more: Partial<MiniPlanForm['asked']['sizes'][number]> = {}) =>
    sizeValues({ id, amount, tolerance: '', ...more });

  // Undyed minis for the lichen pots: one skein is done and dyed, one is being counted, one has a knot.
  const base = add(
    {
      line: 'Lichen three-ply',
      colourName: 'Undyed',
      colourHex: '#e3d9c2',
      dyeLot: 'B',
      masses: ['101.3', '98.6', '104.2'],
    },
    daysAgo(6),
  );
  const [first, second, third] = base.pieceIds as [number, number, number];
  idOf(noteFault(db, third, { requestKey: key(), kind: 'knot', at: '118 m', from: 'inner' }, 'metric', daysAgo(5)));
  const tests = plan(
    'Minis for the lichen pots',
    askedValues({
      reelId: FRAME,
      pieceIds: base.pieceIds,
      sizes: [
        size('test', '11 g', { count: '20' }),
        size('swatch', '5 g', { name: 'swatch', count: '9', priority: 2 }),
      ],
    }),
    daysAgo(5, 12),
  );
  count(tests, first, daysAgo(4));
  const dyed = miniPlanPage(db, tests)!.minis.slice(0, 6);
  idOf(
    treatPieces(
      db,
      {
        requestKey: key(),
        kind: 'dye',
        pieceIds: dyed.map(({ pieceId }) => pieceId),
        note: 'Ochre crust, three weeks steeped.',
      },
      daysAgo(1, 14),
    ),
  );
  count(tests, second, daysAgo(1, 16), 4, 31);

  // Kits of four lichen colours; the violet is short.
  const colours = [
    { colourName: 'Xanthoria gold', colourHex: '#c9962c', masses: ['96.4', '99.1'] },
    { colourName: 'Crottle brown', colourHex: '#7a4526', masses: ['102.7', '97.5'] },
    { colourName: 'Orchil violet', colourHex: '#7c4a80', masses: ['94.8'] },
    { colourName: 'Reindeer grey', colourHex: '#9aa39a', masses: ['100.6', '98.2'] },
  ].map((colour, i) => add({ line: 'Lichen three-ply', dyeLot: `L${i + 1}`, ...colour }, daysAgo(3, 9)));
  const kits = plan(
    'Four lichens, kits',
    askedValues({
      reelId: FRAME,
      next: 'sell',
      tiesOfOwn: false,
      kits: true,
      pieceIds: colours.flatMap(({ pieceIds }) => pieceIds),
      sizes: colours.map(({ yarnId }, i) =>
        size(`colour-${i + 1}`, i === 0 ? '15 g' : '18 g', { yarnId: String(yarnId), count: i === 2 ? '1' : '2' }),
      ),
    }),
    daysAgo(2, 11),
  );
  const { parents } = miniPlanPage(db, kits)!;
  // One hank of each colour so far.
  colours.forEach(({ yarnId }, i) => {
    const parent = parents.find((each) => each.yarnId === yarnId && each.planned > 0)!;
    count(kits, parent.pieceId, daysAgo(1, 9 + i));
  });
  const complete = miniPlanPage(db, kits)!.kits.find(({ missing }) => missing === 0)!;
  idOf(
    packKit(
      db,
      kits,
      complete.number,
      complete.lines.flatMap(({ minis }) => minis),
    ),
  );
}
