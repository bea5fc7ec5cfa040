import { changesOf, type Change } from "../drawing";

/** A mark of a page's paths after changes: one that was there, or a line that came in place of others. */
export type PathAfter =
  { readonly was: number } | { readonly template: number; readonly ends: readonly [number, number, number, number] };

/**
 * The paths of a page after changes, in their order, by their rows before: what was removed is gone, and lines that were
 * drawn anew stand where the first of those stood that they replace. Undefined where all stay as they are.
 */
export function pathsAfter(count: number, changes: readonly Change[], page: number): PathAfter[] | undefined {
  const gone = new Set<number>();
  const instead = new Map<number, PathAfter[]>();
  for (const { page: own, rows } of changesOf(changes, "remove"))
    if (own === page) for (const row of rows) gone.add(row);
  for (const { page: own, rows, linesMm } of changesOf(changes, "re-space")) {
    if (own !== page) continue;
    const template = rows.reduce((least, row) => Math.min(least, row), Infinity);
    for (const row of rows) gone.add(row);
    const lines: PathAfter[] = [];
    for (let i = 0; i + 3 < linesMm.length; i += 4) {
      const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = linesMm.subarray(i, i + 4);
      lines.push({ template, ends: [x1, y1, x2, y2] });
    }
    instead.set(template, lines);
  }
  if (gone.size === 0) return undefined;
  const after: PathAfter[] = [];
  for (let row = 0; row < count; row++) {
    if (!gone.has(row)) after.push({ was: row });
    else after.push(...(instead.get(row) ?? []));
  }
  return after;
}
