import type { Change, ChangeKind, Drawing, HeightChange, Page, PathColumns, TextColumns } from "../drawing";

/** Two coordinates nearer than this are the same. Millimetres. */
const SAME_MM = 0.001;
const SAME_DEG = 0.001;

/** Asks whether a row of a page was meant to be changed in one way. */
type Meant = (kind: Exclude<ChangeKind, "rename">, row: number) => boolean;

const NO_CHANGE: HeightsOnPage = { shiftMm: new Map() };

/** What heights were set on a page. */
interface HeightsOnPage {
  /** How far strings were to move along their baselines. Millimetres by row. */
  readonly shiftMm: Map<number, number>;
}

/** All that has been changed since the original, over several passes. */
export class ChangeLog {
  /** Rows by page and kind of change. */
  private readonly rows = new Map<string, Set<number>>();
  private readonly heights = new Map<number, HeightsOnPage>();
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
      if (change.kind === "set-height") this.noteShifts(change);
    }
  }

  private noteShifts({ page, rows, shiftMm }: HeightChange): void {
    const heights = this.heights.get(page) ?? { shiftMm: new Map<number, number>() };
    this.heights.set(page, heights);
    rows.forEach((row, i) => {
      const moved = heights.shiftMm.get(row) ?? 0;
      heights.shiftMm.set(row, moved + (shiftMm?.[i] ?? 0));
    });
  }

  /** How far a string was to move along its baseline. Millimetres. */
  shiftOf(page: number, row: number): number {
    return (this.heights.get(page) ?? NO_CHANGE).shiftMm.get(row) ?? 0;
  }

  meantOn(page: number): Meant {
    return (kind, row) => this.rows.get(`${page} ${kind}`)?.has(row) ?? false;
  }

  /** Pages of which anything was changed, in order: all, where a layer was renamed. */
  pagesChanged(): number[] {
    if (this.names.size > 0) return this.original.pages.map(({ index }) => index);
    return [...new Set([...this.rows.keys()].map((key) => Number.parseInt(key, 10)))].sort((a, b) => a - b);
  }

  /** Rows of paths and of texts of a page that were changed. */
  rowsChanged(page: number): { readonly paths: ReadonlySet<number>; readonly texts: ReadonlySet<number> } {
    const of = (...kinds: readonly Exclude<ChangeKind, "rename">[]): Set<number> =>
      new Set(kinds.flatMap((kind) => [...(this.rows.get(`${page} ${kind}`) ?? [])]));
    return { paths: of("set-width", "set-line-type"), texts: of("set-height") };
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
      ...otherDifferences(before, after, page, other),
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
      a.paint[row] !== b.paint[row] ||
      a.order[row] !== b.order[row] ||
      !sameValue(before.fillPatterns[a.fillPattern[row] ?? 0], after.fillPatterns[b.fillPattern[row] ?? 0]) ||
      !sameSurroundings(before, after, page, other, [a, b], row)
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
    const turn = ((a.angleDeg[row] ?? 0) * Math.PI) / 180;
    const shift = log.shiftOf(page.index, row);
    const off = Math.max(
      Math.abs((a.anchors[row * 2] ?? 0) + shift * Math.cos(turn) - (b.anchors[row * 2] ?? 0)),
      Math.abs((a.anchors[row * 2 + 1] ?? 0) + shift * Math.sin(turn) - (b.anchors[row * 2 + 1] ?? 0)),
    );
    if (off > SAME_MM && !goesOn) return [`String ${row} has moved.`];
    if (before.fonts[a.font[row] ?? 0]?.name !== after.fonts[b.font[row] ?? 0]?.name)
      return [`String ${row} has another font.`];
    const longer = Math.abs((a.advanceMm[row] ?? 0) - (b.advanceMm[row] ?? 0)) > SAME_MM;
    if (longer && !meant("set-height", row)) return [`String ${row} has another length.`];
    if (
      a.colour[row] !== b.colour[row] ||
      a.order[row] !== b.order[row] ||
      Math.abs((a.angleDeg[row] ?? 0) - (b.angleDeg[row] ?? 0)) > SAME_DEG ||
      // A string that is resized may come to lie within a clip or without.
      (a.paint[row] !== b.paint[row] && !meant("set-height", row)) ||
      !sameSurroundings(before, after, page, other, [a, b], row)
    )
      return [`String ${row} is shown in another way.`];
  }
  return [];
}

/** Whether a mark is cut by the same clip, lets through as much, and came in with the same part of the page. */
function sameSurroundings(
  before: Drawing,
  after: Drawing,
  page: Page,
  other: Page,
  [a, b]: readonly [PathColumns | TextColumns, PathColumns | TextColumns],
  row: number,
): boolean {
  const [clipA, clipB] = [a.clip[row] ?? 0, b.clip[row] ?? 0];
  return (
    (clipA === clipB || sameValue(page.clips[clipA], other.clips[clipB])) &&
    sameValue(before.transparencies[a.transparency[row] ?? 0], after.transparencies[b.transparency[row] ?? 0]) &&
    a.group[row] === b.group[row]
  );
}

/** Pictures, shadings, clips, views and notes on what could not be read: nothing of these is ever mended. */
function otherDifferences(before: Drawing, after: Drawing, page: Page, other: Page): string[] {
  const pictures = ({ transparencies }: Drawing, { images }: Page): unknown =>
    images.map(({ layer: _layer, transparency, ...image }) => ({ ...image, seen: transparencies[transparency] }));
  const found: string[] = [];
  if (!sameValue(pictures(before, page), pictures(after, other))) found.push("A picture or a shading has changed.");
  if (!sameValue(page.clips, other.clips)) found.push("Something is cut in another way.");
  if (!sameValue(page.viewports, other.viewports)) found.push("The stated scales have changed.");
  if (page.widthMm !== other.widthMm || page.heightMm !== other.heightMm) found.push("The page has another size.");
  if (!sameValue(before.unread, after.unread)) found.push("Something else can't be read.");
  return found;
}

const sameValue = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

const layerNow = (drawing: Drawing, layer: number | undefined): string | undefined => drawing.layers[layer ?? -1]?.name;
const layerMeant = (layer: number | undefined, log: ChangeLog): string | undefined => log.nameNow(layer ?? -1);

const sameDash = (a: readonly number[] = [], b: readonly number[] = []): boolean =>
  a.length === b.length && a.every((each, i) => Math.abs(each - (b[i] ?? NaN)) <= SAME_MM);
