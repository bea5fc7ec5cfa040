/** The angle between two directions of lines, degrees: none between 0 and 180. */
export function apart(a: number, b: number): number {
  const off = Math.abs(a - b) % 180;
  return Math.min(off, 180 - off);
}
