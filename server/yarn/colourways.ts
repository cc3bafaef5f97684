import { type Colourway, coloursOfPieces, shownColour } from '../../core/yarn/colourways';
import type { Db } from '../../db/common/connection';
import { type BathRow, colouredBathsOf } from '../../db/dyeing/baths';
import { liveOfYarn } from '../../db/yarn/operations';
import { piecesOfYarn } from '../../db/yarn/pieces';
import type { YarnRow } from '../../db/yarn/yarns';

const NONE: ReadonlyMap<number, Colourway> = new Map();

/** What a bath came out as; undefined: nobody has seen it yet. */
function colourwayOf({ id, name, colourHex, dyeLot }: BathRow): Colourway | undefined {
  return colourHex === null ? undefined : { bathId: id, name, hex: colourHex, dyeLot };
}

/** The colourways of a yarn's pieces, those since turned into others too; those that were never dyed are left out. */
export function coloursOfYarnPieces(db: Db, yarnId: number): ReadonlyMap<number, Colourway> {
  const baths = colouredBathsOf(db, yarnId);
  if (baths.length === 0) return NONE;
  const byOperation = new Map(baths.map((bath) => [bath.operationId, colourwayOf(bath)]));
  return coloursOfPieces(liveOfYarn(db, yarnId), (id) => byOperation.get(id));
}

/** A yarn's row as it is called once its pieces were dyed. */
export function asDyed(db: Db, row: YarnRow): YarnRow {
  const colours = coloursOfYarnPieces(db, row.id);
  if (colours.size === 0) return row;
  const there = piecesOfYarn(db, row.id).filter(({ consumedBy }) => consumedBy === null);
  return {
    ...row,
    ...shownColour(
      row,
      there.map(({ id }) => colours.get(id)),
    ),
  };
}
