/** Values that stand in a value, however deep. */
export function leavesOf(value: unknown): number {
  if (typeof value !== "object" || value === null) return 1;
  return Object.values(value).reduce((sum: number, each) => sum + leavesOf(each), 0);
}
