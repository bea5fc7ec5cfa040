import type { TextColumns } from "../drawing";

/** Strings whose ends are nearer than this are lined up. Millimetres. */
const LINED_UP_MM = 0.02;

/** Where strings of one direction stand along it: their start, middle and end. */
type Stops = readonly [start: number, middle: number, end: number];

/**
 * How each string is set: 0 where it shares its start with another string of its direction (a
 * column, a list), 1 where it shares its end, 0.5 where it stands alone or shares its middle.
 * A file does not say so; lettering that stands alone is centred on what it names.
 */
export function alignments(texts: TextColumns): Float32Array {
  const result = new Float32Array(texts.count).fill(0.5);
  const sharers = [
    new Map<string, Set<string>>(),
    new Map<string, Set<string>>(),
    new Map<string, Set<string>>(),
  ] as const;
  const keyOf = (row: number, stop: number): string =>
    `${Math.round(texts.angleDeg[row] ?? 0)}|${Math.round(stop / LINED_UP_MM)}`;
  for (let row = 0; row < texts.count; row++) {
    stopsOf(texts, row).forEach((stop, i) => {
      const key = keyOf(row, stop);
      const set = sharers[i]?.get(key) ?? new Set();
      // Strings of one length share all three; only others tell which end is lined up.
      set.add((texts.advanceMm[row] ?? 0).toFixed(2));
      sharers[i]?.set(key, set);
    });
  }
  for (let row = 0; row < texts.count; row++) {
    const stops = stopsOf(texts, row);
    const [starts, middles, ends] = stops.map((stop, i) => sharers[i]?.get(keyOf(row, stop))?.size ?? 0) as [
      number,
      number,
      number,
    ];
    if (middles > 1) continue;
    if (starts > 1) result[row] = 0;
    else if (ends > 1) result[row] = 1;
  }
  return result;
}

function stopsOf(texts: TextColumns, row: number): Stops {
  const turn = ((texts.angleDeg[row] ?? 0) * Math.PI) / 180;
  const start = (texts.anchors[row * 2] ?? 0) * Math.cos(turn) + (texts.anchors[row * 2 + 1] ?? 0) * Math.sin(turn);
  const length = texts.advanceMm[row] ?? 0;
  return [start, start + length / 2, start + length];
}
