/** What one kit takes. */
export interface KitLine {
  sizeId: string;
  perKit: number;
}

/** A mini that is there, and the kit that it was packed into. */
export interface KitMini {
  id: number;
  sizeId: string;
  kit: number | null;
}

export interface Kit {
  /** Counted from 1. */
  number: number;
  packed: boolean;
  lines: { sizeId: string; minis: number[]; missing: number }[];
  /** How many minis it still lacks. */
  missing: number;
}

/**
 * Which minis go into which kit: those that were packed stay where they are, the others fill one kit after another, so
 * that as many as possible can be packed now.
 *
 * @example
 * assembleKits([{ sizeId: 'a', perKit: 2 }], [{ id: 5, sizeId: 'a', kit: null }], 1)[0].missing // => 1
 */
export function assembleKits(recipe: readonly KitLine[], minis: readonly KitMini[], kits: number): Kit[] {
  const free = new Map(
    recipe.map(({ sizeId }) => [
      sizeId,
      minis.filter((mini) => mini.sizeId === sizeId && mini.kit === null).map(({ id }) => id),
    ]),
  );
  return Array.from({ length: kits }, (_, i): Kit => {
    const number = i + 1;
    const inKit = minis.filter(({ kit }) => kit === number);
    const packed = inKit.length > 0;
    const lines = recipe.map(({ sizeId, perKit }) => {
      const own = inKit.filter((mini) => mini.sizeId === sizeId).map(({ id }) => id);
      // What was packed is what is in it; nothing is put to it unasked.
      const more = packed ? [] : free.get(sizeId)!.splice(0, Math.max(0, perKit - own.length));
      const all = [...own, ...more];
      return { sizeId, minis: all, missing: Math.max(0, perKit - all.length) };
    });
    return { number, packed, lines, missing: lines.reduce((sum, { missing }) => sum + missing, 0) };
  });
}
