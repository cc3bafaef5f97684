/** Repeatable chance: even between 0 and 1. */
export function evens(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Repeatable chance: a normal variate as the sum of twelve even ones, less six. */
export function normals(seed: number): () => number {
  const even = evens(seed);
  return () => Array.from({ length: 12 }, even).reduce((sum, value) => sum + value, -6);
}

/** How many times as much chance is tried as in every run of the tests: `npm run soak` tries fifty times as much. */
export const TRIES = Number(process.env.TRIES ?? 1);
