import type { Change, ChangeKind, Drawing, Page } from "../drawing";

/** Two coordinates nearer than this are the same. Millimetres. */
const SAME_MM = 0.001;

/** Asks whether a row of a page was meant to be changed in one way. */
type Meant = (kind: Exclude<ChangeKind, "rename">, row: number) => boolean;

/** All that has been changed since the original, over several passes. */
export class ChangeLog {
  /** Rows by page and kind of change. */
  private readonly rows = new Map<string, Set<number>>();
  private readonly names = new Map<number, string>();

  constructor(private readonly original: Drawing) {}

  /** Notes the changes of one pass over `drawing`, whose layers may already have fewer entries than the original's. */
  note(drawing: Drawing, changes: readonly Change[]): void {
    for (const change of changes) {
      if (change.kind === "rename") {
        const was = drawing.layers[change.layer]?.name;
        this.original.layers.forEach((each, id) => {
          if ((this.names.get(id) ?? each.name) === was) this.names.set(id, change.to);
        });
        continue;
      }
      const key = `${change.page} ${change.kind}`;
      const known = this.rows.get(key) ?? new Set();
      this.rows.set(key, known);
      change.rows.forEach((row) => known.add(row));
    }
  }

  meantOn(page: number): Meant {
    return (kind, row) => this.rows.get(`${page} ${kind}`)?.has(row) ?? false;
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
  const meant = log.meantOn(page.index);
  for (let row = 0; row < a.count; row++) {
    if (layerNow(after, b.layer[row]) !== layerMeant(a.layer[row], log)) return [`Line ${row} is on another layer.`];
    const widthKept = Math.abs((a.widthMm[row] ?? 0) - (b.widthMm[row] ?? 0)) <= SAME_MM;
    if (!widthKept && !meant("set-width", row)) return [`Line ${row} has another width.`];
    if (!meant("set-line-type", row) && !sameDash(before.dashes[a.dash[row] ?? 0], after.dashes[b.dash[row] ?? 0]))
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
  const meant = log.meantOn(page.index);
  for (let row = 0; row < a.count; row++) {
    if (a.strings[row] !== b.strings[row]) return [`String ${row} reads differently.`];
    if (layerNow(after, b.layer[row]) !== layerMeant(a.layer[row], log)) return [`String ${row} is on another layer.`];
    if (!meant("set-height", row) && Math.abs((a.heightMm[row] ?? 0) - (b.heightMm[row] ?? 0)) > SAME_MM)
      return [`String ${row} has another height.`];
    // Strings of one line that were resized alike move with each other's ends; all others stay.
    const goesOn = meant("set-height", row) && meant("set-height", row - 1) && a.runsOn[row] === 1;
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
