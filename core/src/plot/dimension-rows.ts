import { formatLength, Length, parseLength, type LengthStyle } from "../quantity";
import type { DimensionRow, DimensionStyleEntry, UnitStyleEntry } from "../standard/plain";

/** What is measured along one side of a building: the stops of each row, building millimetres. */
export type RowStops = Partial<Readonly<Record<DimensionRow, readonly number[]>>>;

/** One row as a style draws it. Millimetres on paper: `along` the side, `out` from the object. */
export interface LaidRow {
  readonly row: DimensionRow;
  /** Distance of the dimension line from the object. */
  readonly outMm: number;
  readonly stops: readonly number[];
  /** Extension lines: where along, and from where to where out. */
  readonly extensions: readonly { readonly along: number; readonly from: number; readonly to: number }[];
  /** Values between neighbouring stops, written, with their middle along. */
  readonly values: readonly { readonly text: string; readonly along: number; readonly room: number }[];
}

/** How a style of units writes lengths. */
export function lengthStyle(units: UnitStyleEntry): LengthStyle {
  const { system, decimals, finestFraction, suffix, zeroInches } = units;
  const step = units.roundTo === undefined ? undefined : parseLength(units.roundTo);
  return { system, decimals, finestFraction, suffix, zeroInches, ...(step?.ok ? { roundTo: step.value } : {}) };
}

/** Rows that a style draws for a side, from outside in; a row that repeats another is left out where the style says so. */
export function rowsDrawn(style: DimensionStyleEntry, stops: RowStops): DimensionRow[] {
  const present = style.rows.filter((row) => (stops[row]?.length ?? 0) >= 2);
  if (style.repeats === "drawn") return present;
  const seen = new Set<string>();
  return present.filter((row) => {
    const key = (stops[row] ?? []).join(" ");
    const fresh = !seen.has(key);
    seen.add(key);
    return fresh;
  });
}

/**
 * Lays out the dimension rows of one side: the first row at its distance from the object, each
 * further one a pitch out. The same distances are what rows are judged by.
 */
export function layRows(
  style: DimensionStyleEntry,
  units: UnitStyleEntry,
  stops: RowStops,
  buildingPerPaper: number,
): LaidRow[] {
  const rows = rowsDrawn(style, stops);
  return rows.map((row, i) => {
    const outMm = style.firstRowMm + (rows.length - 1 - i) * style.pitchMm;
    const building = stops[row] ?? [];
    const paper = building.map((each) => each / buildingPerPaper);
    return {
      row,
      outMm,
      stops: paper,
      extensions: paper.map((along) => ({ along, from: extensionStart(style, outMm), to: outMm + style.overshootMm })),
      values: building.slice(1).map((to, k) => {
        const from = building[k] ?? 0;
        return {
          text: formatLength(Length.of(Number((to - from).toFixed(4)), "mm"), lengthStyle(units)),
          along: (from + to) / 2 / buildingPerPaper,
          room: (to - from) / buildingPerPaper,
        };
      }),
    };
  });
}

/** Extension lines never come nearer to the object than the gap. */
function extensionStart(style: DimensionStyleEntry, outMm: number): number {
  return style.extension === "full" ? style.gapMm : Math.max(style.gapMm, outMm - style.extensionMm);
}
