import type { Colourway } from '../../core/yarn/colourways';
import { type KnownTwist, ownTwist } from '../../core/twist/ownTwist';
import { turnsPerMCounted } from '../../core/twist/plying';
import { type ComparedStrand, type Seen, seenInCloth, unevennessOf } from '../../core/twist/strandCompare';
import { strandOfYarnMm } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { pieceById, piecesOfYarn } from '../../db/yarn/pieces';
import { pieceView, type SampleView, yarnView, type YarnView } from '../yarn/yarnViews';

/** One of two strands that lie side by side. */
export interface StrandSide {
  pieceId: number;
  label: string;
  yarnId: number;
  yarnName: string;
  colourHex: string;
  colourway: Colourway | null;
  plies: number | null;
  twist: KnownTwist | null;
  wpi: number | null;
  strand: ComparedStrand;
  /** Figures that were not measured on this very piece, but are known of its yarn. */
  ofYarn: ('twist' | 'wraps' | 'grist')[];
  /** Other pieces of its yarn that it could be. */
  pieces: { id: number; label: string }[];
}

export interface StrandComparePage {
  one: StrandSide;
  /** Null: none was chosen yet. */
  other: StrandSide | null;
  seen: Seen[];
}

/**
 * Two pieces side by side, each by what was measured on it, and where nothing was, by what is known of its yarn.
 *
 * @returns undefined where the first is not there
 */
export function strandComparePage(
  db: Db,
  { oneId, otherId, otherYarnId }: { oneId: number | null; otherId: number | null; otherYarnId: number | null },
): StrandComparePage | undefined {
  const one = oneId === null ? undefined : sideOf(db, oneId);
  if (!one) return undefined;
  const id = otherId ?? (otherYarnId === null ? null : measuredPieceOf(db, otherYarnId, one.pieceId));
  const other = (id === null ? undefined : sideOf(db, id)) ?? null;
  return { one, other, seen: other ? seenInCloth(one.strand, other.strand) : [] };
}

/** The piece of a yarn that most was measured on. */
function measuredPieceOf(db: Db, yarnId: number, without: number): number | null {
  const yarn = yarnView(db, yarnId);
  if (!yarn) return null;
  const many = (id: number) => yarn.samples.filter(({ pieceId }) => pieceId === id).length;
  const ids = piecesOfYarn(db, yarnId)
    .map(({ id }) => id)
    .filter((id) => id !== without);
  return ids.reduce<number | null>((best, id) => (best === null || many(id) > many(best) ? id : best), null);
}

function sideOf(db: Db, pieceId: number): StrandSide | undefined {
  const row = pieceById(db, pieceId);
  if (!row) return undefined;
  const yarn = yarnView(db, row.yarnId)!;
  const { label, colourHex, colourway } = pieceView(db, yarn, row);
  const own = measuredOn(yarn.samples.filter((sample) => sample.pieceId === pieceId));
  const twist = own.twist ?? yarn.ownTwist;
  const wpi = own.wpi ?? yarn.measuredWpi ?? yarn.wpi;
  const gristMPerG = own.gristMPerG ?? yarn.grist?.mean ?? null;
  return {
    pieceId,
    label,
    yarnId: yarn.id,
    yarnName: yarn.name,
    colourHex,
    colourway,
    plies: yarn.plies,
    twist,
    wpi,
    strand: {
      twist,
      diameterMm: strandOfYarnMm({ wpi, gristMPerG }),
      gristMPerG,
      unevenness: own.unevenness ?? measuredOn(yarn.samples).unevenness,
    },
    ofYarn: ofYarnAlone(own, { twist, wpi, gristMPerG }),
    pieces: piecesOfYarn(db, yarn.id)
      .filter(({ id, consumedBy }) => consumedBy === null || id === pieceId)
      .map(({ id, label }) => ({ id, label })),
  };
}

interface Measured {
  twist: KnownTwist | null;
  wpi: number | null;
  gristMPerG: number | null;
  unevenness: number | null;
}

function ofYarnAlone(own: Measured, known: Omit<Measured, 'unevenness'>): StrandSide['ofYarn'] {
  const names = { twist: 'twist', wpi: 'wraps', gristMPerG: 'grist' } as const;
  return (['twist', 'wpi', 'gristMPerG'] as const).flatMap((key) =>
    own[key] === null && known[key] !== null ? [names[key]] : [],
  );
}

/** What these measurements come to, and how far those of one kind lie apart, by the kind that differs most. */
function measuredOn(samples: YarnView['samples']): Measured {
  const counts = samples.flatMap(({ twist, washed }) => (twist ? [{ ...twist, washed }] : []));
  const turns = counts.map(({ turns, overMm }) => turnsPerMCounted(turns, overMm));
  const wraps = samples.flatMap(({ wpi }) => wpi ?? []);
  const grists = samples.flatMap(gristOf);
  const apart = [turns, wraps, grists].flatMap((figures) => unevennessOf(figures) ?? []);
  return {
    twist: ownTwist(counts, null),
    wpi: meanOf(wraps),
    gristMPerG: meanOf(grists),
    unevenness: apart.length > 0 ? Math.max(...apart) : null,
  };
}

const gristOf = ({ lengthM, massG }: SampleView) => (lengthM !== null && massG ? lengthM / massG : []);

const meanOf = (figures: readonly number[]) =>
  figures.length === 0 ? null : figures.reduce((sum, each) => sum + each, 0) / figures.length;
