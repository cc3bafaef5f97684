/**
 * The rows of a list, the one at a place changed in part; as they are where there is none at that place.
 *
 * @example
 * changedAt([{ g: 4, kept: true }, { g: 9, kept: true }], 1, { kept: false })[1] // => { g: 9, kept: false }
 */
export function changedAt<Row extends object>(rows: readonly Row[], at: number, change: Partial<Row>): Row[] {
  return rows.map((row, i) => (i === at ? { ...row, ...change } : row));
}

/**
 * The rows of a list without the one at a place.
 *
 * @example
 * withoutAt(['kelp', 'moss', 'fog'], 1) // => ['kelp', 'fog']
 */
export function withoutAt<Row>(rows: readonly Row[], at: number): Row[] {
  return rows.filter((_, i) => i !== at);
}
