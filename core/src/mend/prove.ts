import { countBelow } from "../base/sorted";
import { PAINT, type Drawing, type Page, type PathColumns, type TextColumns } from "../drawing";
import type { AddedText, ChangeLog } from "./change-log";
import { isAsSet, isHeightAsSet } from "./expected";

/** Two coordinates nearer than this are the same. Millimetres. */
const SAME_MM = 0.001;
const SAME_DEG = 0.001;
/** Words that came in stand where they were to within this. Millimetres. */
const WRITTEN_MM = 0.02;

/** What differs between two drawings beyond what was meant to; nothing, if the mend was sound. */
export function unmeantDifferences(before: Drawing, after: Drawing, log: ChangeLog): string[] {
  if (before.pages.length !== after.pages.length)
    return [`There were ${before.pages.length} pages and are now ${after.pages.length}.`];
  return [
    ...layerDifferences(before, after, log),
    ...before.pages.flatMap((page, i) => {
      const other = after.pages[i];
      if (!other) return [];
      const sides = { before, after, page, other, log };
      const found = [...pathDifferences(sides), ...textDifferences(sides), ...otherDifferences(sides)];
      return found.slice(0, 5).map((each) => `Page ${page.index}: ${each}`);
    }),
  ];
}

/** A page as it was and as it is. */
interface Sides {
  readonly before: Drawing;
  readonly after: Drawing;
  readonly page: Page;
  readonly other: Page;
  readonly log: ChangeLog;
}

/** Layers print as they did, but for those that were switched off. */
function layerDifferences(before: Drawing, after: Drawing, log: ChangeLog): string[] {
  return before.layers.flatMap(({ name, visible }, id) => {
    const now = after.layers.find((each) => each.name === log.nameNow(id));
    if (!now) return [`The layer “${name}” is gone.`];
    return now.visible === (visible && !log.isOff(id))
      ? []
      : [`The layer “${name}” is ${now.visible ? "printed" : "not printed any more"}.`];
  });
}

function pathDifferences({ before, after, page, other, log }: Sides): string[] {
  const [a, b] = [page.paths, other.paths];
  const left = log.pathsLeft(page.index);
  const expected = left?.length ?? a.count;
  if (b.count !== expected) return [`There were ${a.count} painted lines and are now ${b.count}.`];
  const moved = patternsMoved(page, log);
  const turns = new Turns(a, left, (id) => log.rowOf(page.index, id));
  for (let now = 0; now < b.count; now++) {
    const id = left?.[now] ?? now;
    const added = log.addedLine(page.index, id);
    // A line that came in looks as those did whose place it took.
    const row = added?.template ?? id;
    if (!(added ? isLine(b, now, added.ends) : samePoints(a, row, b, now))) return [`Line ${id} has moved.`];
    // The cell of a pattern is read with the area that it fills, and on its layer.
    const layer = layerNow(after, b.layer[now]);
    const follows = moved.size > 0 && moved.get(cellOf(page, a.group[row] ?? 0) ?? -1)?.has(layer);
    if (!follows && layer !== log.layerNow(page.index, "paths", id)) return [`Line ${row} is on another layer.`];
    const seen = {
      widthMm: b.widthMm[now] ?? 0,
      dash: after.dashes[b.dash[now] ?? 0] ?? [],
      colour: b.strokeColour[now] ?? 0,
    };
    const asSet = (kind: "set-width" | "set-line-type" | "set-shade"): boolean | undefined => {
      const setting = log.settingOn(page.index, "paths", kind, id);
      return setting && isAsSet(setting, seen);
    };
    const widthKept = Math.abs((a.widthMm[row] ?? 0) - seen.widthMm) <= SAME_MM;
    if (!(asSet("set-width") ?? widthKept)) return [`Line ${id} has another width than it was to have.`];
    if (!(asSet("set-line-type") ?? sameDash(before.dashes[a.dash[row] ?? 0], seen.dash)))
      return [`Line ${row} has another line type than it was to have.`];
    if (
      !(asSet("set-shade") ?? a.strokeColour[row] === b.strokeColour[now]) ||
      a.fillColour[row] !== b.fillColour[now] ||
      paintNow(a, row, log) !== b.paint[now] ||
      turns.now(a.order[row] ?? 0) !== b.order[now] ||
      !sameValue(before.fillPatterns[a.fillPattern[row] ?? 0], after.fillPatterns[b.fillPattern[now] ?? 0]) ||
      !sameSurroundings(before, after, page, other, [a, b], row, now)
    )
      return [`Line ${row} is painted in another way.`];
  }
  return [];
}

/** Patterns of areas that were to go to other layers, and the names of those. */
function patternsMoved({ index, paths }: Page, log: ChangeLog): ReadonlyMap<number, ReadonlySet<string | undefined>> {
  const meant = log.meantOn(index, "paths");
  const moved = new Map<number, Set<string | undefined>>();
  for (let row = 0; row < paths.count; row++) {
    const pattern = paths.fillPattern[row] ?? 0;
    if (pattern === 0 || !meant("move", row)) continue;
    const names = moved.get(pattern) ?? new Set();
    moved.set(pattern, names.add(log.layerNow(index, "paths", row)));
  }
  return moved;
}

/** The pattern in whose cell a group's marks stand. */
function cellOf({ groups }: Page, group: number): number | undefined {
  for (let at = groups[group]; at; at = groups[at.parent]) if (at.cell) return at.cell.pattern;
  return undefined;
}

/** Turns in which marks are painted: those of removed marks are not counted any more. */
class Turns {
  /** Turns that are gone, in rising order. */
  private readonly gone: readonly number[];

  constructor({ order, count }: PathColumns, left: Uint32Array | undefined, rowOf: (id: number) => number) {
    const kept = new Set(Array.from(left ?? [], rowOf));
    const gone = new Set<number>();
    if (left) for (let row = 0; row < count; row++) if (!kept.has(row)) gone.add(order[row] ?? 0);
    // One operator paints several marks in one turn.
    for (const row of kept) gone.delete(order[row] ?? 0);
    this.gone = [...gone].sort((x, y) => x - y);
  }

  /** What a turn of the original is now. */
  now = (turn: number): number => turn - countBelow(this.gone, turn);
}

/** What is on a layer that was switched off is hidden, and nothing else. */
const paintNow = (a: PathColumns | TextColumns, row: number, log: ChangeLog): number =>
  (a.paint[row] ?? 0) | (log.isOff(a.layer[row] ?? -1) ? PAINT.hidden : 0);

/** Whether a mark is one straight line with two ends. */
function isLine(b: PathColumns, now: number, ends: readonly number[]): boolean {
  const at = (b.firstPoint[now] ?? 0) * 2;
  if ((b.firstPoint[now + 1] ?? 0) * 2 - at !== 4 || ((b.paint[now] ?? 0) & PAINT.closed) !== 0) return false;
  return ends.every((each, i) => Math.abs(each - (b.points[at + i] ?? NaN)) <= SAME_MM);
}

function samePoints(a: PathColumns, row: number, b: PathColumns, now: number): boolean {
  const [from, to, at] = [(a.firstPoint[row] ?? 0) * 2, (a.firstPoint[row + 1] ?? 0) * 2, (b.firstPoint[now] ?? 0) * 2];
  if (to - from !== (b.firstPoint[now + 1] ?? 0) * 2 - at) return false;
  for (let i = 0; i < to - from; i++)
    if (!(Math.abs((a.points[from + i] ?? 0) - (b.points[at + i] ?? NaN)) <= SAME_MM)) return false;
  const [verbA, verbB] = [a.firstVerb[row] ?? 0, b.firstVerb[now] ?? 0];
  const verbs = (a.firstVerb[row + 1] ?? 0) - verbA;
  if (verbs !== (b.firstVerb[now + 1] ?? 0) - verbB) return false;
  for (let i = 0; i < verbs; i++) if (a.verbs[verbA + i] !== b.verbs[verbB + i]) return false;
  return true;
}

function textDifferences({ before, after, page, other, log }: Sides): string[] {
  const [a, b] = [page.texts, other.texts];
  const written = log.writtenOn(page.index);
  if (b.count !== a.count + written.length) return [`There were ${a.count} strings and are now ${b.count}.`];
  for (const [i, words] of written.entries())
    if (!isWritten(words, { before, after, page, other, log }, a.count + i))
      return [`“${words.string}” is not written as it was to be.`];
  const meant = log.meantOn(page.index, "texts");
  const { rewritten, turnedAbout } = log.letteringOf(page.index);
  const turns = new Turns(page.paths, log.pathsLeft(page.index), (id) => log.rowOf(page.index, id));
  for (let row = 0; row < a.count; row++) {
    if ((rewritten.get(row)?.string ?? a.strings[row]) !== b.strings[row]) return [`String ${row} reads differently.`];
    if (layerNow(after, b.layer[row]) !== log.layerNow(page.index, "texts", row))
      return [`String ${row} is on another layer.`];
    const height = log.settingOn(page.index, "texts", "set-height", row);
    const heightKept = Math.abs((a.heightMm[row] ?? 0) - (b.heightMm[row] ?? 0)) <= SAME_MM;
    if (!(height ? isHeightAsSet(height, b.heightMm[row] ?? 0) : heightKept))
      return [`String ${row} has another height than it was to have.`];
    // Strings of one line that were resized alike move with each other's ends; all others stay.
    const goesOn = meant("set-height", row) && meant("set-height", row - 1) && a.runsOn[row] === 1;
    if (offPlace(a, b, row, log, page.index) > SAME_MM && !goesOn) return [`String ${row} has moved.`];
    if (before.fonts[a.font[row] ?? 0]?.name !== after.fonts[b.font[row] ?? 0]?.name)
      return [`String ${row} has another font.`];
    const longer = Math.abs((a.advanceMm[row] ?? 0) - (b.advanceMm[row] ?? 0)) > SAME_MM;
    if (longer && !meant("set-height", row) && !rewritten.has(row)) return [`String ${row} has another length.`];
    const turned = (a.angleDeg[row] ?? 0) + (turnedAbout.has(row) ? 180 : 0) - (b.angleDeg[row] ?? 0);
    if (
      a.colour[row] !== b.colour[row] ||
      turns.now(a.order[row] ?? 0) !== b.order[row] ||
      Math.abs(turned - 360 * Math.round(turned / 360)) > SAME_DEG ||
      // A string that is resized may come to lie within a clip or without.
      (paintNow(a, row, log) !== b.paint[row] && !meant("set-height", row)) ||
      !sameSurroundings(before, after, page, other, [a, b], row, row)
    )
      return [`String ${row} is shown in another way.`];
  }
  return [];
}

/** Whether words came in where and as they were to, like the string that they were to be like, or were changed as was meant. */
function isWritten({ string, like, heightMm, startMm }: AddedText, sides: Sides, row: number): boolean {
  const { before, after, page, other, log } = sides;
  const [a, b] = [page.texts, other.texts];
  const turned = (a.angleDeg[like] ?? 0) - (b.angleDeg[row] ?? 0);
  const set = log.settingOn(page.index, "texts", "set-height", row);
  return (
    b.strings[row] === (log.letteringOf(page.index).rewritten.get(row)?.string ?? string) &&
    layerNow(after, b.layer[row]) ===
      (log.movedTo(page.index, "texts", row) ?? log.layerNow(page.index, "texts", like)) &&
    before.fonts[a.font[like] ?? 0]?.name === after.fonts[b.font[row] ?? 0]?.name &&
    (set ? isHeightAsSet(set, b.heightMm[row] ?? 0) : Math.abs((b.heightMm[row] ?? 0) - heightMm) <= WRITTEN_MM) &&
    Math.abs((b.anchors[row * 2] ?? 0) - startMm[0]) <= WRITTEN_MM &&
    Math.abs((b.anchors[row * 2 + 1] ?? 0) - startMm[1]) <= WRITTEN_MM &&
    Math.abs(turned - 360 * Math.round(turned / 360)) <= SAME_DEG &&
    a.colour[like] === b.colour[row] &&
    ((b.paint[row] ?? 0) & PAINT.hidden) === 0 &&
    b.clip[row] === 0
  );
}

/** How far a string is from where it was to be. Millimetres. */
function offPlace(a: TextColumns, b: TextColumns, row: number, log: ChangeLog, page: number): number {
  const { shiftMm, rewritten, turnedAbout } = log.letteringOf(page);
  const turn = ((a.angleDeg[row] ?? 0) * Math.PI) / 180;
  const grown = (b.advanceMm[row] ?? 0) - (a.advanceMm[row] ?? 0);
  const along = (shiftMm.get(row) ?? 0) - grown * (rewritten.get(row)?.about ?? 0);
  let x = (a.anchors[row * 2] ?? 0) + along * Math.cos(turn);
  let y = (a.anchors[row * 2 + 1] ?? 0) + along * Math.sin(turn);
  const about = turnedAbout.get(row);
  if (about) [x, y] = [2 * about[0] - x, 2 * about[1] - y];
  return Math.max(Math.abs(x - (b.anchors[row * 2] ?? 0)), Math.abs(y - (b.anchors[row * 2 + 1] ?? 0)));
}

/** Whether a mark is cut by the same clip, lets through as much, and came in with the same part of the page. */
function sameSurroundings(
  before: Drawing,
  after: Drawing,
  page: Page,
  other: Page,
  [a, b]: readonly [PathColumns | TextColumns, PathColumns | TextColumns],
  row: number,
  now: number,
): boolean {
  const [clipA, clipB] = [a.clip[row] ?? 0, b.clip[now] ?? 0];
  return (
    (clipA === clipB || sameValue(page.clips[clipA], other.clips[clipB])) &&
    sameValue(before.transparencies[a.transparency[row] ?? 0], after.transparencies[b.transparency[now] ?? 0]) &&
    a.group[row] === b.group[now]
  );
}

/** Pictures, shadings, clips, views and notes on what could not be read: nothing of these is ever mended. */
function otherDifferences({ before, after, page, other, log }: Sides): string[] {
  const turns = new Turns(page.paths, log.pathsLeft(page.index), (id) => log.rowOf(page.index, id));
  const pictures = ({ transparencies }: Drawing, { images }: Page, turn: (order: number) => number): unknown =>
    images.map(({ layer: _layer, transparency, order, ...image }) => ({
      ...image,
      order: turn(order),
      seen: transparencies[transparency],
    }));
  const found: string[] = [];
  const was = pictures(before, page, turns.now);
  if (
    !sameValue(
      was,
      pictures(after, other, (order) => order),
    )
  )
    found.push("A picture or a shading has changed.");
  if (page.images.some(({ layer }) => log.isOff(layer)))
    found.push("A picture or a shading is on the layer that is to be off.");
  if (!sameValue(page.clips, other.clips)) found.push("Something is cut in another way.");
  if (!sameValue(page.viewports, other.viewports)) found.push("The stated scales have changed.");
  if (page.widthMm !== other.widthMm || page.heightMm !== other.heightMm) found.push("The page has another size.");
  if (!sameValue(before.unread, after.unread)) found.push("Something else can't be read.");
  return found;
}

const sameValue = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

const layerNow = (drawing: Drawing, layer: number | undefined): string | undefined => drawing.layers[layer ?? -1]?.name;

const sameDash = (a: readonly number[] = [], b: readonly number[] = []): boolean =>
  a.length === b.length && a.every((each, i) => Math.abs(each - (b[i] ?? NaN)) <= SAME_MM);
