/** Whole numbers that look random and are the same in every run. */
export function dice(seed: number): (most: number) => number {
  let state = seed;
  return (most) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * most);
  };
}
