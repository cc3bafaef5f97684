import { plural } from '../../core/common/format';
import type { FibreShare } from '../../core/yarn/fibre';
import { massOf, type PieceForm } from '../../core/yarn/piece';
import { keyOf, type Sellable } from '../../core/market/sellable';
import type { Db } from '../../db/common/connection';
import { allOffers, offerOf, type OfferRow } from '../../db/market/market';
import { miniPlanById, minisOfPlan } from '../../db/minis/minis';
import { isThere, pieceById, wetBy } from '../../db/yarn/pieces';
import { nameOfYarn, pieceView, type PieceView, type YarnView, yarnView } from '../yarn/yarnViews';

/** One thing that is sold as a whole: a piece, or a kit with the minis that are in it. */
export interface Ware {
  key: string;
  sellable: Sellable;
  title: string;
  /** "Cake 2", or "kit 1: 5 minis". */
  label: string;
  pieces: {
    id: number;
    form: PieceForm;
    colourHex: string;
    /** What it was dyed; null: it is as it came. */
    colourway: string | null;
    massG: number | null;
  }[];
  /** Of all of it; null where something of it was not weighed, or nobody knows its length. */
  massG: number | null;
  lengthM: number | null;
  /** Its length is a guess. */
  isGuess: boolean;
  /** Where all of it is of one. */
  lot: string;
  fibres: FibreShare[];
  maker: string;
  /** A piece that has gone can still be told of. */
  isThere: boolean;
  /** Minis of the kit that have gone otherwise. */
  missing: number;
  /** Something of it is in water, or drying. */
  isWet: boolean;
  /** Null: it is not for sale. */
  price: string | null;
}

export const rowKeyOf = (sellable: Sellable) =>
  'pieceId' in sellable
    ? { pieceId: sellable.pieceId, planId: null, kit: null }
    : { pieceId: null, planId: sellable.planId, kit: sellable.kit };

const sellableOf = ({ pieceId, planId, kit }: OfferRow): Sellable =>
  pieceId === null ? { planId: planId!, kit: kit! } : { pieceId };

/** The piece itself, or the minis that are in a kit; and how many of those have gone. */
function contentsOf(db: Db, sellable: Sellable): { ids: number[]; missing: number } {
  if ('pieceId' in sellable) return { ids: pieceById(db, sellable.pieceId) ? [sellable.pieceId] : [], missing: 0 };
  const packed = minisOfPlan(db, sellable.planId).filter(({ kit }) => kit === sellable.kit);
  const ids = packed.map(({ pieceId }) => pieceId).filter((id) => isThere(db, id));
  return { ids, missing: packed.length - ids.length };
}

/** Views of yarns, each read once. */
function reader(db: Db): (yarnId: number) => YarnView {
  const known = new Map<number, YarnView>();
  return (id) => known.get(id) ?? known.set(id, yarnView(db, id)!).get(id)!;
}

/** A piece or a kit as it is, or was; undefined where there never was such a piece, or nothing is in such a kit. */
export function wareOf(db: Db, sellable: Sellable, yarnOf = reader(db)): Ware | undefined {
  const { ids, missing } = contentsOf(db, sellable);
  if (ids.length === 0) return undefined;
  const pieces = ids.map((id) => {
    const row = pieceById(db, id)!;
    const yarn = yarnOf(row.yarnId);
    return { yarn, piece: pieceView(db, yarn, row) };
  });
  const [first] = pieces as [(typeof pieces)[number]];
  const masses = pieces.map(({ yarn, piece }) => (piece.mass ? massOf(piece.mass, yarn.fibres).mean : null));
  const alike = <T>(of: (each: (typeof pieces)[number]) => T, otherwise: T): T =>
    pieces.every((each) => JSON.stringify(of(each)) === JSON.stringify(of(first))) ? of(first) : otherwise;
  const isKit = 'kit' in sellable;
  return {
    key: keyOf(sellable),
    sellable,
    title: isKit ? miniPlanById(db, sellable.planId)!.name : titleOf(first),
    label: isKit ? `Kit ${sellable.kit}: ${plural(pieces.length, 'mini')}` : first.piece.label,
    pieces: pieces.map(({ piece: { id, form, colourHex, colourway } }, i) => ({
      id,
      form,
      colourHex,
      colourway: colourway?.name ?? null,
      massG: masses[i]!,
    })),
    massG: sumOf(masses),
    lengthM: sumOf(pieces.map(({ piece }) => piece.lengthM?.mean ?? null)),
    isGuess: pieces.some(({ yarn }) => yarn.grist?.guess),
    lot: alike(lotOf, ''),
    fibres: alike(({ yarn }) => yarn.fibres, []),
    maker: alike(({ yarn }) => yarn.maker, ''),
    isThere: ids.every((id) => isThere(db, id)),
    missing,
    isWet: ids.some((id) => wetBy(db, id) !== null),
    price: offerOf(db, rowKeyOf(sellable))?.price ?? null,
  };
}

/** A piece is called by its own colourway, where it was dyed. */
export function titleOf({
  yarn,
  piece: { colourway },
}: {
  yarn: YarnView;
  piece: Pick<PieceView, 'colourway'>;
}): string {
  return colourway ? nameOfYarn({ ...yarn, colourName: colourway.name }) : yarn.name;
}

function lotOf({ yarn, piece: { colourway } }: { yarn: YarnView; piece: Pick<PieceView, 'colourway'> }): string {
  return colourway ? colourway.dyeLot : yarn.printed.dyeLot;
}

const sumOf = (figures: readonly (number | null)[]) =>
  figures.includes(null) ? null : figures.reduce<number>((sum, figure) => sum + figure!, 0);

/** Everything that is for sale and is there, the newest offers first. */
export function waresForSale(db: Db): Ware[] {
  return waresOf(db, allOffers(db).map(sellableOf));
}

/** These pieces and kits, as far as they are there. */
export function waresOf(db: Db, sellables: readonly Sellable[]): Ware[] {
  const yarnOf = reader(db);
  return sellables.flatMap((sellable) => wareOf(db, sellable, yarnOf) ?? []).filter((ware) => ware.isThere);
}
