import { type ColourAlong, coloursFrom } from '../../core/yarn/coloursAlong';
import type { Fault } from '../../core/yarn/faults';
import type { FibreShare } from '../../core/yarn/fibre';
import type { PieceForm } from '../../core/yarn/piece';
import type { ParentPiece } from '../../core/minis/miniPlan';
import { endsOf } from '../../core/bench/schools';
import { strandOfYarnMm } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { pieceById } from '../../db/yarn/pieces';
import { coloursOfPiece } from '../yarn/colours';
import { endWorked, workFromOf } from '../yarn/workedEnd';
import { yarnPage, type YarnView } from '../yarn/yarnViews';

/** A yarn that minis can be made of, with its pieces. */
export interface MiniYarn {
  id: number;
  name: string;
  colourHex: string;
  fibres: FibreShare[];
  strandMm: number;
  /** Null: nothing tells how long a gram of it is. */
  gristMPerG: number | null;
  parents: MiniParentView[];
}

/** A piece that minis may be cut from; `parent` is missing where its mass or its yarn's length is not known. */
export interface MiniParentView {
  pieceId: number;
  label: string;
  form: PieceForm;
  faults: Fault[];
  /** Its colours from the end that it is worked from; empty where nobody looked. */
  colours: ColourAlong[];
  parent: ParentPiece | null;
  /** It is on the bench already. */
  busy: boolean;
}

/** Where nothing tells a yarn's thickness. */
const STRAND_MM = 2;

/** The yarns with what there is of them now; minis are not cut up again. */
export function miniYarns(db: Db, yarnIds: readonly number[]): MiniYarn[] {
  return yarnIds.flatMap((id) => {
    const page = yarnPage(db, id);
    if (!page) return [];
    const { yarn, pieces } = page;
    return {
      id,
      name: yarn.name,
      colourHex: yarn.colourHex,
      fibres: yarn.fibres,
      strandMm: strandOf(yarn),
      gristMPerG: yarn.grist?.mean ?? null,
      parents: pieces
        .filter(({ consumedBy, form }) => consumedBy === null && form !== 'mini skein')
        .map((piece): MiniParentView => {
          const ends = endsOf(piece.form);
          const wanted = endWorked(workFromOf(db, yarn));
          const fromEnd = ends.includes(wanted) ? wanted : ends[0]!;
          return {
            pieceId: piece.id,
            label: piece.label,
            form: piece.form,
            faults: piece.faults,
            colours: coloursFrom(fromEnd, coloursOfPiece(db, piece)),
            busy: piece.openRunId !== null,
            parent:
              piece.mass && piece.grist
                ? {
                    pieceId: piece.id,
                    yarnId: yarn.id,
                    massG: piece.mass.massG,
                    resolutionG: piece.mass.from === 'scale' ? piece.mass.resolutionG : BAND_STEP_G,
                    grist: piece.grist,
                    faults: piece.faults,
                    fromEnd,
                  }
                : null,
          };
        }),
    };
  });
}

/** What only the band tells is not weighed: it may be out by a few grams. */
const BAND_STEP_G = 10;

export function strandOf(yarn: YarnView): number {
  return strandOfYarnMm({ wpi: yarn.measuredWpi ?? yarn.wpi, gristMPerG: yarn.grist?.mean ?? null }) ?? STRAND_MM;
}

/** The yarns of some pieces, each once. */
export function yarnsOfPieces(db: Db, pieceIds: readonly number[]): number[] {
  return [...new Set(pieceIds.flatMap((id) => pieceById(db, id)?.yarnId ?? []))];
}
