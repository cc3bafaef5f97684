/** Repeatable chance: a normal variate as the sum of twelve even ones, less six. */
export function normals(seed: number): () => number {
  let state = seed;
  const even = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return () => Array.from({ length: 12 }, even).reduce((sum, value) => sum + value, -6);
}
