import { PAINT, pathBox, straightsOfRow, type BoxMm, type Group, type Page } from "../../drawing";
import type { PageFacts } from "../recogniser";
import { apart } from "./angles";
import type { HatchFamily } from "./families";
import type { Hatch } from "./hatches";

/** Cells around the one that is read, both ways: enough for lines that run slanting through several. */
const CELLS = 8;
/** Lines of one cell that are looked at; a cell of more is a picture. */
const MOST_LINES = 400;
const SAME_DEG = 0.3;
/** Places across that are this near are one line; spacings within this share are one. */
const SAME_MM = 0.02;
const EVEN_SHARE = 0.05;
const EVEN_OF_ALL = 0.9;
const LEAST_MM = 0.1;

/** Areas that are filled with a pattern of lines: the cell says which, once, and each area is a hatch. */
export function patternHatches(facts: PageFacts): Hatch[] {
  const { page } = facts;
  const cells = page.groups.flatMap((group, index) => (group.cell ? [{ group, index }] : []));
  if (cells.length === 0) return [];
  const rows = rowsOfCells(page);
  const byPattern = new Map<number, CellFamily[]>();
  for (const { group, index } of cells) {
    const pattern = group.cell?.pattern ?? 0;
    if (byPattern.has(pattern)) continue;
    const families = familiesOfCell(facts, group, rows.get(index) ?? []);
    if (families.length > 0) byPattern.set(pattern, families);
  }
  const hatches: Hatch[] = [];
  const { paths } = page;
  for (let row = 0; row < paths.count; row++) {
    const families = byPattern.get(paths.fillPattern[row] ?? 0);
    if (!families || !paints(page, row, PAINT.fill)) continue;
    const boxMm = pathBox(paths, row);
    const rows = Uint32Array.of(row);
    hatches.push({
      families: families.map((family) => ({ ...family, boxMm, rows, lines: linesIn(family, boxMm) })),
      boxMm,
      layer: paths.layer[row] ?? -1,
      rows,
    });
  }
  return hatches;
}

/** Whether a mark shows and is painted in a way. */
const paints = ({ paths }: Page, row: number, what: number): boolean =>
  ((paths.paint[row] ?? 0) & (what | PAINT.hidden)) === what;

/** About how many lines of a family run through a box. */
function linesIn({ angleDeg, spacingMm }: CellFamily, { width, height }: BoxMm): number {
  const turn = (angleDeg * Math.PI) / 180;
  return Math.max(1, Math.round((width * Math.abs(Math.sin(turn)) + height * Math.abs(Math.cos(turn))) / spacingMm));
}

interface CellLine {
  readonly angleDeg: number;
  readonly x: number;
  readonly y: number;
  readonly lengthMm: number;
  readonly row: number;
}

/** A family of a cell, before it is known where it fills an area. */
type CellFamily = Omit<HatchFamily, "lines" | "rows" | "boxMm">;

function familiesOfCell({ page, file }: PageFacts, { cell }: Group, rows: readonly number[]): CellFamily[] {
  const lines = linesOf(page, rows);
  if (!cell || lines.length === 0 || lines.length > MOST_LINES) return [];
  const groups: CellLine[][] = [];
  for (const line of lines) {
    const known = groups.find(([first]) => first && apart(first.angleDeg, line.angleDeg) <= SAME_DEG);
    if (known) known.push(line);
    else groups.push([line]);
  }
  return groups.flatMap((group) => {
    const [first] = group;
    if (!first) return [];
    const dash = file.drawing.dashes[page.paths.dash[first.row] ?? 0] ?? [];
    const family = familyOf(group, cell.stepsMm);
    return family ? [{ ...family, dash }] : [];
  });
}

/** Rows of the strokes in each cell, by its group; of a cell of too many, no more than are looked at. */
function rowsOfCells(page: Page): ReadonlyMap<number, number[]> {
  const { paths, groups } = page;
  const rows = new Map<number, number[]>();
  for (let row = 0; row < paths.count; row++) {
    const group = paths.group[row] ?? 0;
    if (!groups[group]?.cell || !paints(page, row, PAINT.stroke)) continue;
    const known = rows.get(group);
    if (!known) rows.set(group, [row]);
    else if (known.length <= MOST_LINES) known.push(row);
  }
  return rows;
}

function linesOf({ paths }: Page, rows: readonly number[]): CellLine[] {
  const lines: CellLine[] = [];
  for (const row of rows) {
    straightsOfRow(paths, row, (x1, y1, x2, y2) => {
      const lengthMm = Math.hypot(x2 - x1, y2 - y1);
      if (lengthMm < LEAST_MM) return;
      const degrees = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
      lines.push({ angleDeg: ((degrees % 180) + 180) % 180, x: (x1 + x2) / 2, y: (y1 + y2) / 2, lengthMm, row });
    });
  }
  return lines;
}

/** Parallel lines of one cell with their repetitions as a family, where they come to one spacing. */
function familyOf(
  lines: readonly CellLine[],
  [ax, ay, bx, by]: readonly [number, number, number, number],
): Omit<CellFamily, "dash"> | undefined {
  const [first] = lines;
  if (!first) return undefined;
  const turn = (first.angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const across = (x: number, y: number): number => y * cos - x * sin;
  const places: number[] = [];
  for (const { x, y } of lines)
    for (let i = -CELLS; i <= CELLS; i++)
      for (let k = -CELLS; k <= CELLS; k++) places.push(across(x + i * ax + k * bx, y + i * ay + k * by));
  places.sort((a, b) => a - b);
  // Only those around the cell: at the edges of what is looked at, some repetitions are missing.
  const reach = (Math.max(Math.abs(across(ax, ay)), Math.abs(across(bx, by))) * CELLS) / 2;
  const middle = across(first.x, first.y);
  const distinct = places.filter(
    (place, i) => Math.abs(place - middle) <= reach && (i === 0 || place - (places[i - 1] ?? 0) > SAME_MM),
  );
  const steps = distinct.slice(1).map((place, i) => place - (distinct[i] ?? 0));
  const spacingMm = steps.slice().sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const even = steps.filter((step) => Math.abs(step - spacingMm) <= EVEN_SHARE * spacingMm);
  if (spacingMm < LEAST_MM || even.length < EVEN_OF_ALL * steps.length) return undefined;
  return { angleDeg: first.angleDeg, angleOffDeg: 0, spacingMm, offsetMm: middle };
}
