import { lowerFirst } from '../../core/common/format';
import { dryByHours, hoursToDry } from '../../core/days/drying';
import type { PieceForm } from '../../core/yarn/piece';
import type { PlyStage } from '../../core/twist/plyCare';
import type { Db } from '../../db/common/connection';
import { miniPlanById, miniOfPiece } from '../../db/minis/minis';
import { namedOperationPieces } from '../../db/logbook/logbook';
import { hoursDried, wetPieces, type WetRow } from '../../db/days/pendingCare';
import { yarnsById } from '../../db/yarn/yarns';
import { plyWaits } from '../twist/plied';
import { asDyed } from '../yarn/colourways';
import { nameOfYarn } from '../yarn/yarnViews';

/** Something that waits: a ply to have rested, anything wet to be dry. */
export interface PendingCare {
  /** Where one goes on with it. */
  href: string;
  /** "hank 2", "6 minis". */
  what: string;
  form: PieceForm;
  yarnName: string;
  colourHex: string;
  stage: Exclude<PlyStage, 'done'>;
  wetBy: 'wash' | 'dye';
  since: string | null;
  /** When it will have rested, or be dry, as well as can be told. */
  until: string | null;
  /** It should be ready by now. */
  ready: boolean;
}

const DAY_MS = 24 * 3600_000;
const HOUR_MS = 3600_000;

/** What has hung for longer is dry, whether somebody said so or not. */
const FORGOTTEN_AFTER_DAYS = 60;
const WASHES_REMEMBERED = 40;

/** How long what was washed hangs here until it is dry, in hours, as well as it is known. */
export function hoursToDryHere(db: Db): number {
  return dryByHours(hoursToDry(hoursDried(db, WASHES_REMEMBERED)));
}

/** What waits, that which is ready first. */
export function pendingCare(db: Db, now: Date): PendingCare[] {
  const wet = wetPieces(db, new Date(now.getTime() - FORGOTTEN_AFTER_DAYS * DAY_MS).toISOString());
  const hours = wet.length > 0 ? hoursToDryHere(db) : 0;
  const dryAt = (at: string) => new Date(Date.parse(at) + hours * HOUR_MS).toISOString();
  const plies = plyWaits(db, now);
  const plied = plies.map((ply): PendingCare => {
    const until = ply.stage === 'drying' ? dryAt(ply.washedAt!) : ply.restUntil;
    return {
      href: `/twist/${ply.pieceId}`,
      what: lowerFirst(ply.label),
      form: 'hank',
      yarnName: ply.yarnName,
      colourHex: ply.colourHex,
      stage: ply.stage,
      wetBy: 'wash',
      since: ply.washedAt,
      until,
      ready: ply.stage === 'to wash' || ply.stage === 'to measure' || (until !== null && until <= now.toISOString()),
    };
  });
  const reported = new Set(plies.map(({ pieceId }) => pieceId));
  const groups = new Map<number, WetRow[]>();
  for (const row of wet.filter(({ pieceId }) => !reported.has(pieceId)))
    groups.set(row.operationId, [...(groups.get(row.operationId) ?? []), row]);
  const drying = [...groups.values()].map((rows) => dryingOf(db, rows, dryAt, now));
  return [...plied, ...drying].sort(
    (a, b) => Number(b.ready) - Number(a.ready) || (a.until ?? '').localeCompare(b.until ?? ''),
  );
}

/** Pieces that went into the water together. */
function dryingOf(db: Db, rows: readonly WetRow[], dryAt: (at: string) => string, now: Date): PendingCare {
  const [first] = rows as [WetRow, ...WetRow[]];
  const parts = namedOperationPieces(db, [first.operationId]);
  const part = parts.find(({ pieceId }) => pieceId === first.pieceId)!;
  const yarn = asDyed(db, yarnsById(db, [part.yarnId])[0]!);
  const mini = miniOfPiece(db, first.pieceId);
  const until = dryAt(first.at);
  return {
    href: mini ? `/minis/${miniPlanById(db, mini.planId)!.id}` : `/pieces/${first.pieceId}/change?what=dry`,
    what: rows.length === 1 ? lowerFirst(part.label) : `${rows.length} ${part.form}s`,
    form: part.form,
    yarnName: nameOfYarn(yarn),
    colourHex: yarn.colourHex,
    stage: 'drying',
    wetBy: first.kind,
    since: first.at,
    until,
    ready: until <= now.toISOString(),
  };
}
