import type { Drawing, DrawingChanges, Page } from "../drawing";

/** Two coordinates nearer than this are the same. Millimetres. */
const SAME_MM = 0.001;

/** Rows of a page that a mend was meant to change. */
interface Meant {
  readonly widths: ReadonlySet<number>;
  readonly dashes: ReadonlySet<number>;
  readonly heights: ReadonlySet<number>;
}

/** All that has been changed since the original, over several passes. */
export class ChangeLog {
  private readonly pages = new Map<number, { widths: Set<number>; dashes: Set<number>; heights: Set<number> }>();
  private readonly names = new Map<number, string>();

  constructor(private readonly original: Drawing) {}

  /** Notes the changes of one pass over `drawing`, whose layers may already have fewer entries than the original's. */
  note(drawing: Drawing, changes: DrawingChanges): void {
    for (const [layer, name] of changes.layerNames) {
      const was = drawing.layers[layer]?.name;
      this.original.layers.forEach((each, id) => {
        if ((this.names.get(id) ?? each.name) === was) this.names.set(id, name);
      });
    }
    for (const { page, widths, dashes, heights } of changes.pages) {
      const known = this.pages.get(page) ?? { widths: new Set(), dashes: new Set(), heights: new Set() };
      this.pages.set(page, known);
      for (const { rows } of widths) rows.forEach((row) => known.widths.add(row));
      for (const { rows } of dashes) rows.forEach((row) => known.dashes.add(row));
      for (const { rows } of heights) rows.forEach((row) => known.heights.add(row));
    }
  }

  meant(page: number): Meant {
    return this.pages.get(page) ?? { widths: new Set(), dashes: new Set(), heights: new Set() };
  }

  /** The name that a layer of the original should bear now. */
  nameNow(layer: number): string | undefined {
    return this.names.get(layer) ?? this.original.layers[layer]?.name;
  }
}

/** What differs between two drawings beyond what was meant to; nothing, if the mend was sound. */
export function unmeantDifferences(before: Drawing, after: Drawing, log: ChangeLog): string[] {
  if (before.pages.length !== after.pages.length)
    return [`There were ${before.pages.length} pages and are now ${after.pages.length}.`];
  return before.pages.flatMap((page, i) => {
    const other = after.pages[i];
    if (!other) return [];
    const found = [
      ...pathDifferences(before, after, page, other, log),
      ...textDifferences(before, after, page, other, log),
    ];
    return found.slice(0, 5).map((each) => `Page ${page.index}: ${each}`);
  });
}

function pathDifferences(before: Drawing, after: Drawing, page: Page, other: Page, log: ChangeLog): string[] {
  const [a, b] = [page.paths, other.paths];
  if (a.count !== b.count || a.points.length !== b.points.length)
    return [`There were ${a.count} painted lines and are now ${b.count}.`];
  const moved = a.points.findIndex((value, i) => !(Math.abs(value - (b.points[i] ?? NaN)) <= SAME_MM));
  if (moved >= 0) return [`A line has moved (coordinate ${moved}).`];
  const meant = log.meant(page.index);
  for (let row = 0; row < a.count; row++) {
    if (layerNow(after, b.layer[row]) !== layerMeant(a.layer[row], log)) return [`Line ${row} is on another layer.`];
    const widthKept = Math.abs((a.widthMm[row] ?? 0) - (b.widthMm[row] ?? 0)) <= SAME_MM;
    if (!widthKept && !meant.widths.has(row)) return [`Line ${row} has another width.`];
    if (!meant.dashes.has(row) && !sameDash(before.dashes[a.dash[row] ?? 0], after.dashes[b.dash[row] ?? 0]))
      return [`Line ${row} has another line type.`];
    if (
      a.strokeColour[row] !== b.strokeColour[row] ||
      a.fillColour[row] !== b.fillColour[row] ||
      a.paint[row] !== b.paint[row]
    )
      return [`Line ${row} is painted in another way.`];
  }
  return [];
}

function textDifferences(before: Drawing, after: Drawing, page: Page, other: Page, log: ChangeLog): string[] {
  const [a, b] = [page.texts, other.texts];
  if (a.count !== b.count) return [`There were ${a.count} strings and are now ${b.count}.`];
  const meant = log.meant(page.index);
  for (let row = 0; row < a.count; row++) {
    if (a.strings[row] !== b.strings[row]) return [`String ${row} reads differently.`];
    if (layerNow(after, b.layer[row]) !== layerMeant(a.layer[row], log)) return [`String ${row} is on another layer.`];
    if (!meant.heights.has(row) && Math.abs((a.heightMm[row] ?? 0) - (b.heightMm[row] ?? 0)) > SAME_MM)
      return [`String ${row} has another height.`];
    // Strings of one line that were resized alike move with each other's ends; all others stay.
    const goesOn =
      meant.heights.has(row) && meant.heights.has(row - 1) && page.source.texts.carried[a.source[row] ?? 0] === 1;
    const off = Math.max(
      Math.abs((a.anchors[row * 2] ?? 0) - (b.anchors[row * 2] ?? 0)),
      Math.abs((a.anchors[row * 2 + 1] ?? 0) - (b.anchors[row * 2 + 1] ?? 0)),
    );
    if (off > SAME_MM && !goesOn) return [`String ${row} has moved.`];
    if (before.fonts[a.font[row] ?? 0]?.name !== after.fonts[b.font[row] ?? 0]?.name)
      return [`String ${row} has another font.`];
  }
  return [];
}

const layerNow = (drawing: Drawing, layer: number | undefined): string | undefined => drawing.layers[layer ?? -1]?.name;
const layerMeant = (layer: number | undefined, log: ChangeLog): string | undefined => log.nameNow(layer ?? -1);

const sameDash = (a: readonly number[] = [], b: readonly number[] = []): boolean =>
  a.length === b.length && a.every((each, i) => Math.abs(each - (b[i] ?? NaN)) <= SAME_MM);
