import type { OperationKind, Side } from './piece';

/** A colour that pieces of a yarn were dyed in. */
export interface Colourway {
  bathId: number;
  name: string;
  hex: string;
  dyeLot: string;
}

/** An operation that holds, with the parts that a yarn's own pieces had in it. */
interface Step {
  id: number;
  kind: OperationKind;
  parts: readonly { pieceId: number; side: Side }[];
}

/**
 * The colourway of each piece: that of the bath it was in last, or, where it was made of others, theirs. What was made of
 * several colourways has none of its own.
 *
 * @param steps oldest first
 * @param bathOf the colourway that came of an operation, where somebody has seen it
 * @returns by piece; those that were never dyed are left out
 * @example
 * coloursOfPieces(
 *   [{ id: 1, kind: 'dye', parts: [{ pieceId: 1, side: 'on' }] }, { id: 2, kind: 'wind', parts: [{ pieceId: 1, side: 'in' }, { pieceId: 2, side: 'out' }] }],
 *   () => ({ bathId: 1, name: 'kelp', hex: '#556b2f', dyeLot: 'B1' }),
 * ).get(2)?.name // => 'kelp'
 */
export function coloursOfPieces(
  steps: readonly Step[],
  bathOf: (operationId: number) => Colourway | undefined,
): Map<number, Colourway> {
  const now = new Map<number, Colourway>();
  for (const { id, kind, parts } of steps) {
    const bath = kind === 'dye' ? bathOf(id) : undefined;
    if (bath) for (const { pieceId } of parts) now.set(pieceId, bath);
    const came = new Set(parts.flatMap(({ pieceId, side }) => (side === 'in' ? [now.get(pieceId)] : [])));
    const [only] = came;
    if (came.size !== 1 || !only) continue;
    for (const { pieceId, side } of parts) if (side === 'out') now.set(pieceId, only);
  }
  return now;
}

/** What a yarn is called by: as its band says, or as it was dyed. */
export interface ShownColour {
  colourName: string;
  colourHex: string;
  dyeLot: string;
}

const NAMED_AT_MOST = 2;

/**
 * How a yarn is called once its pieces were dyed: by their colourways, as long as none of them is as it came.
 *
 * @param pieces the colourway of each that is there; undefined: as it came
 * @example
 * shownColour({ colourName: 'Undyed', colourHex: '#e7dcc6', dyeLot: '' }, [{ bathId: 1, name: 'kelp', hex: '#556b2f', dyeLot: 'B1' }]) // => { colourName: 'kelp', colourHex: '#556b2f', dyeLot: 'B1' }
 * @example
 * shownColour({ colourName: 'Undyed', colourHex: '#e7dcc6', dyeLot: '' }, [undefined]).colourName // => 'Undyed'
 */
export function shownColour(printed: ShownColour, pieces: readonly (Colourway | undefined)[]): ShownColour {
  const baths = [...new Map(pieces.map((each) => [each?.bathId, each])).values()];
  const [first] = baths;
  if (!first || baths.includes(undefined)) return printed;
  const names = [...new Set(baths.map((each) => each!.name))];
  return {
    colourName: names.length > NAMED_AT_MOST ? `in ${names.length} colours` : names.join(' and '),
    colourHex: first.hex,
    dyeLot: [...new Set(baths.map((each) => each!.dyeLot))].filter(Boolean).join(', '),
  };
}
