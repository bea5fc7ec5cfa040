/** Whether two plain values say the same; the order of properties, which a database changes, does not count. */
export const sameValue = (a: unknown, b: unknown): boolean => JSON.stringify(ordered(a)) === JSON.stringify(ordered(b));

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== "object" || value === null) return value;
  const entries = Object.entries(value)
    .filter(([, each]) => each !== undefined)
    .map(([key, each]): [string, unknown] => [key, ordered(each)]);
  return Object.fromEntries(entries.sort(([a], [b]) => (a < b ? -1 : 1)));
}
