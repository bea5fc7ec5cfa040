/** How many of some numbers in rising order are below a value. */
export function countBelow(rising: ArrayLike<number>, value: number): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((rising[middle] ?? 0) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
