import { z } from 'zod';
import { angleOnCoreDeg, type CakeShape, radiusAtMm } from '../../core/bench/cake';
import type { WoundOnto } from '../../core/winding/run';
import type { PackageEnd } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import type { PieceForm } from '../../core/yarn/piece';
import type { ReelKind } from '../../core/minis/miniLoops';
import {
  isLoop,
  LAYING_WAYS,
  type LayingWay,
  layingOf,
  LEAVING_WAYS,
  type LeavingWay,
  waysToLeave,
} from '../../core/twist/strandWays';
import type { Db } from '../../db/common/connection';
import { toolById, type WinderRow } from '../../db/bench/bench';
import { setSetting, settingOf } from '../../db/common/settings';
import { noteLaid, noteLeaving } from '../../db/twist/strandWays';
import { plannedUse } from './plannedUse';
import { toMm, toUm } from '../common/storageUnits';

/** How a strand left what it was on; empty: nobody looked. */
export const leavingWay = z.enum(['', ...LEAVING_WAYS]);

/** How it was laid; empty: nobody looked. */
export const layingWay = z.enum(['', ...LAYING_WAYS]);

/** Notes how the strand of a piece left it. */
export function recordLeaving(
  db: Db,
  operationId: number,
  { form, fromEnd }: { form: PieceForm; fromEnd: PackageEnd },
  way: z.output<typeof leavingWay>,
  path = 'left',
): void {
  if (way !== '' && !waysToLeave(form, fromEnd).includes(way))
    throw new InputError(`a ${form} does not give its yarn so from the ${fromEnd} end`, path);
  noteLeaving(db, operationId, way === '' ? null : way);
  if (way === 'cw' || way === 'ccw') remember(db, { hanging: way });
}

/** Nothing of a laying is known but that there was one. */
export const NOT_LOOKED = {
  how: null,
  direction: null,
  coreUm: null,
  outerUm: null,
  crossingMillideg: 0,
  loopMm: null,
  innerEnd: null,
  farSide: null,
};

/** A tool, and a plan of winding, as a run keeps them. */
type ToolThen = CakeShape & { id: number | null; onto: WoundOnto };
interface PlanThen {
  swift: { kind: 'pegs' | 'umbrella' | 'chairs' } | null;
  fromEnd: PackageEnd;
  cakes: readonly { tool: ToolThen }[];
}

/** Notes how one cake of a winding was laid, and how large it became: as it was measured, or as it was to become. */
export function recordLaidCake(
  db: Db,
  cake: {
    operationId: number;
    pieceId: number;
    massG: number;
    diameterMm: number | null;
    way: z.output<typeof layingWay>;
    path: string;
  },
  { tool, densityGPerCm3 }: { tool: ToolThen; densityGPerCm3: number },
): void {
  const { operationId, pieceId, way } = cake;
  if (way === 'reel') throw new InputError('a cake is not wound on a reel', cake.path);
  const outerMm = cake.diameterMm ?? 2 * radiusAtMm({ ...tool, densityGPerCm3 }, cake.massG);
  noteLaid(db, {
    ...NOT_LOOKED,
    operationId,
    pieceId,
    // A winder's spindle turns, whichever way: only what is pulled off the cake depends on that.
    ...(way !== '' ? layingOf(way) : { how: tool.onto === 'winder' ? 'spindle' : null }),
    coreUm: toUm(tool.coreDiameterMm),
    outerUm: Math.max(toUm(tool.coreDiameterMm) + 1, toUm(outerMm)),
    crossingMillideg: Math.round(angleOnCoreDeg(tool) * 1000),
  });
  if (way.startsWith('carried')) remember(db, { hand: layingOf(way as LayingWay).direction! });
}

/** Notes how one mini was laid round its reel; or, without a loop, that something was cut out and balled up. */
export function recordLaidLoops(
  db: Db,
  {
    operationId,
    pieceId,
    loopM,
    way,
  }: { operationId: number; pieceId: number; loopM: number | null; way: z.output<typeof layingWay> },
): void {
  if (way.startsWith('spindle')) throw new InputError('minis are wound on a reel or carried round by hand', 'laid');
  noteLaid(db, {
    ...NOT_LOOKED,
    operationId,
    pieceId,
    ...(way !== '' && loopM !== null && layingOf(way)),
    loopMm: loopM === null ? null : toMm(loopM),
  });
  if (way.startsWith('carried')) remember(db, { hand: layingOf(way as LayingWay).direction! });
}

/** Notes that something was wound on by turning, either way: it makes no difference to the twist. */
export function recordLaidTurning(db: Db, { operationId, pieceId }: { operationId: number; pieceId: number }): void {
  noteLaid(db, { ...NOT_LOOKED, operationId, pieceId, how: 'spindle' });
}

/** Which way round a winder's spindle turns, seen from above; null where that is not known, or it is no winder. */
export function spindleTurning(db: Db, { onto, id }: Pick<ToolThen, 'onto' | 'id'>): WinderRow['turning'] {
  return onto === 'winder' && id !== null ? (toolById(db, 'winder', id)?.turning ?? null) : null;
}

/** What the bench's tools and the user's own ways suggest, to be put right where it was otherwise. */
export function windingWays(
  db: Db,
  { pieceId, form, plan }: { pieceId: number; form: PieceForm; plan: PlanThen },
): { left: LeavingWay | ''; laid: (LayingWay | '')[] } {
  const { hanging } = habits(db);
  const laid = plan.cakes.map(({ tool }): LayingWay | '' => {
    if (tool.onto !== 'winder') return handWay(db);
    const turning = spindleTurning(db, tool);
    return turning === null ? '' : turning === 'clockwise' ? 'spindle cw' : 'spindle ccw';
  });
  const meant = plannedUse(db, pieceId)?.rewind?.left;
  if (meant && waysToLeave(form, plan.fromEnd).includes(meant)) return { left: meant, laid };
  if (!isLoop(form)) return { left: plan.fromEnd === 'inner' ? 'near' : '', laid };
  if (plan.swift && plan.swift.kind !== 'chairs') return { left: 'turning', laid };
  return { left: hanging ?? '', laid };
}

/** The same for minis: their parent stands, and what they are wound on turns or not. */
export function miniWays(
  db: Db,
  { form, fromEnd, reel }: { form: PieceForm; fromEnd: PackageEnd; reel: ReelKind },
): { left: LeavingWay | ''; laid: LayingWay | '' } {
  return {
    left: isLoop(form) ? 'turning' : fromEnd === 'inner' ? 'near' : '',
    laid: reel === 'reel' ? 'reel' : handWay(db),
  };
}

const habitsSchema = z.strictObject({
  /** Which way round a strand goes that is taken off a hank that hangs still. */
  hanging: z.enum(['cw', 'ccw']).optional(),
  /** And a hand that carries it. */
  hand: z.enum(['cw', 'ccw']).optional(),
});
type Habits = z.infer<typeof habitsSchema>;

/** Makers do it the same way each time, so the last time is the best guess. */
function habits(db: Db): Habits {
  const text = settingOf(db, 'strand habits');
  return text === undefined ? {} : habitsSchema.parse(JSON.parse(text));
}

function remember(db: Db, more: Habits): void {
  setSetting(db, 'strand habits', JSON.stringify({ ...habits(db), ...more }));
}

function handWay(db: Db): LayingWay | '' {
  const { hand } = habits(db);
  return hand ? `carried ${hand}` : '';
}

/** Whether this is what `habits` can read, as an archive brings it. */
export function isStrandHabits(json: string): boolean {
  return habitsSchema.safeParse(JSON.parse(json)).success;
}
