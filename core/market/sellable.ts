/** What can be sold in one go: one piece, or a kit that was packed of a plan's minis. */
export type Sellable = { pieceId: number } | { planId: number; kit: number };

/**
 * What a thing for sale is called by in an address: of a piece its number, of a kit its plan's and its own.
 *
 * @example
 * keyOf({ planId: 3, kit: 2 }) // => '3-2'
 */
export function keyOf(sellable: Sellable): string {
  return 'pieceId' in sellable ? String(sellable.pieceId) : `${sellable.planId}-${sellable.kit}`;
}

/**
 * The path that the code on a label leads to: the page of a piece, or a kit's place on the market table.
 *
 * @example
 * pathOf({ planId: 3, kit: 2 }) // => '/market?kit=3-2'
 */
export function pathOf(sellable: Sellable): string {
  return 'pieceId' in sellable ? `/pieces/${sellable.pieceId}` : `/market?kit=${keyOf(sellable)}`;
}

const PIECE_PATH = /\/pieces\/(\d{1,15})\/?(?:[?#].*)?$/;
const KIT_PATH = /\/market\?kit=(\d{1,15})-(\d{1,6})$/;

/**
 * What a scanner has read off one of our labels, or someone has copied; null for anything else.
 *
 * @example
 * readCode('http://loft.example:4600/pieces/12') // => { pieceId: 12 }
 * @example
 * readCode('http://loft.example:4600/market?kit=3-2') // => { planId: 3, kit: 2 }
 */
export function readCode(text: string): Sellable | null {
  const piece = PIECE_PATH.exec(text.trim());
  if (piece) return { pieceId: Number(piece[1]) };
  const kit = KIT_PATH.exec(text.trim());
  return kit && { planId: Number(kit[1]), kit: Number(kit[2]) };
}

/**
 * Reads a kit's key, as `keyOf` writes it.
 *
 * @returns null where it is none
 * @example
 * readKit('3-2') // => { planId: 3, kit: 2 }
 */
export function readKit(text: string): { planId: number; kit: number } | null {
  const found = readCode(`/market?kit=${text}`);
  return found && 'planId' in found ? found : null;
}
