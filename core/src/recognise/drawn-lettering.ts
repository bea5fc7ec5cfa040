import Flatbush from "flatbush";
import { PAINT, pathBox, straightsOfRow, together, type BoxMm, type Page } from "../drawing";
import { HATCHES, hatchRows, SURE_HATCH } from "./hatches/hatches";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import { Sets } from "./sets";

/** A letter, and what it is drawn with, is no larger than this, and no smaller. Millimetres on paper. */
const LARGEST_MM = 12;
const LEAST_HEIGHT_MM = 0.8;
/** Marks of one letter touch each other, but for this; letters don't. */
const TOUCHING_MM = 0.06;
/** Letters of one line: off its baseline, from one to the next, and in width, as shares of their height. */
const OFF_BASELINE = 0.12;
const NEXT = 1.7;
const WIDEST = 1.3;
/** Within words one letter follows the other as close as this: so many of them do, or they are things that stand in a row. */
const CLOSE = { heights: 0.5, share: 0.5 };
/** So many letters of a line have a slanted or a round stroke, as A, O and S have; windows and doors have none. */
const SLANTED_SHARE = 0.2;
/** Small letters are so much of the height of capitals. */
const SMALL = 0.55;
/** A line has so many letters at least, of so many shapes; of these so many are more than a stroke or two. */
const LEAST_LETTERS = 4;
const LEAST_SHAPES = 3;
const RICH = { parts: 3, share: 0.5 };
/** A third of a line's letters, and two at least, are as tall as the tallest. */
const TALL = { share: 0.35, least: 2, within: 0.07 };
/** Small marks of a page beyond which letters are not looked for among them. */
const MOST_MARKS = 60_000;
/** Marks beside marks, and letters beside letters, that are looked at on a page. */
const MOST_LOOKED_AT = 3_000_000;
const CONFIDENCE = 0.85;

/** A line of lettering that is drawn, not written: as strokes of a pen, or as filled outlines. */
export interface DrawnLettering {
  readonly boxMm: BoxMm;
  /** Of its capitals, as they are drawn. Millimetres. */
  readonly heightMm: number;
  readonly letters: number;
  readonly as: "strokes" | "outlines";
  /** It runs upwards, not level. */
  readonly isUpright: boolean;
  /** Rows of the page's paths. */
  readonly rows: Uint32Array;
}

/** The drawn lettering of a page, and whether it was too much to look for all of it. */
interface Search {
  readonly lines: readonly DrawnLettering[];
  readonly isCut: boolean;
}

export const DRAWN_LETTERING_SEARCH: PageRecogniser<Search> = {
  id: "drawn-lettering-search",
  on: "page",
  ofDrawing: true,
  finds: "lettering that is drawn as lines or outlines, and whether all of a page could be looked for",
  from: "small shapes of many kinds, as tall as each other, that stand on one line one beside the other",
  find: (facts) => [measuredOn(facts.page.index, searched(facts))],
};

export const DRAWN_LETTERING: PageRecogniser<DrawnLettering> = {
  id: "drawn-lettering",
  on: "page",
  ofDrawing: true,
  finds: "lettering that is drawn as lines or outlines",
  from: "small shapes of many kinds, as tall as each other, that stand on one line one beside the other",
  find: (facts) =>
    (facts.of(DRAWN_LETTERING_SEARCH)[0]?.value.lines ?? []).map((line) => ({
      ...measuredOn(facts.page.index, line, { of: "paths", rows: line.rows }),
      confidence: CONFIDENCE,
    })),
};

function searched(facts: PageFacts): Search {
  const marks = smallMarks(facts.page);
  if (marks.length > MOST_MARKS) return { lines: [], isCut: true };
  if (marks.length < LEAST_LETTERS) return { lines: [], isCut: false };
  const hatched = facts.of(HATCHES).length > 0 ? hatchRows(facts, SURE_HATCH) : new Set<number>();
  const looked = { left: MOST_LOOKED_AT };
  const glyphs = glyphsOf(
    facts.page,
    marks.filter((row) => !hatched.has(row)),
    looked,
  );
  // What has written words in it is a frame, or a thing that is named.
  const { paint } = facts.page.texts;
  const bare = glyphs.filter(({ boxMm }) =>
    facts.near("texts", boxMm).every((row) => ((paint[row] ?? 0) & PAINT.hidden) !== 0),
  );
  const lines = lettersOf(bare, looked);
  return looked.left > 0 ? { lines, isCut: false } : { lines: [], isCut: true };
}

function lettersOf(glyphs: readonly Glyph[], looked: { left: number }): DrawnLettering[] {
  const taken = new Set<Glyph>();
  const level = linesOf(glyphs, false, looked);
  for (const { glyphs: own } of level) for (const glyph of own) taken.add(glyph);
  const upright = linesOf(
    glyphs.filter((glyph) => !taken.has(glyph)),
    true,
    looked,
  );
  return [...level, ...upright].map(({ glyphs: own, heightMm, isUpright }) => ({
    boxMm: own.reduce((box, glyph) => together(box, glyph.boxMm), own[0]!.boxMm),
    heightMm,
    letters: own.length,
    as: own.filter(({ isFilled }) => isFilled).length * 2 > own.length ? "outlines" : "strokes",
    isUpright,
    rows: Uint32Array.from(own.flatMap(({ rows }) => rows)).sort(),
  }));
}

/** Rows of visible marks that are small enough for a part of a letter. */
function smallMarks({ paths, groups }: Page): number[] {
  const rows: number[] = [];
  for (let row = 0; row < paths.count && rows.length <= MOST_MARKS; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.hidden) !== 0 || (paint & (PAINT.stroke | PAINT.fill)) === 0) continue;
    if ((paths.dash[row] ?? 0) !== 0 || groups[paths.group[row] ?? 0]?.cell) continue;
    if ((paint & PAINT.stroke) === 0 && paths.fillColour[row] === 0xffffff) continue;
    const { width, height } = pathBox(paths, row);
    if (width <= LARGEST_MM && height <= LARGEST_MM && width + height > 0) rows.push(row);
  }
  return rows;
}

/** Marks that touch each other: a letter, a part of one, or something else. */
interface Glyph {
  readonly boxMm: BoxMm;
  readonly rows: readonly number[];
  /** Pieces that it is drawn with. */
  readonly parts: number;
  readonly isFilled: boolean;
  /** It has a stroke that is neither level nor upright. */
  readonly isSlanted: boolean;
}

/** Whether a mark has a stroke that is neither level nor upright. */
function isSlanted(paths: Page["paths"], row: number): boolean {
  let found = false;
  straightsOfRow(paths, row, (x0, y0, x1, y1) => {
    const [dx, dy] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
    found ||= Math.min(dx, dy) > 0.1 * Math.max(dx, dy);
  });
  return found;
}

function glyphsOf({ paths }: Page, rows: readonly number[], looked: { left: number }): Glyph[] {
  if (rows.length === 0) return [];
  const boxes = rows.map((row) => pathBox(paths, row));
  const index = new Flatbush(rows.length, 16, Float32Array);
  for (const { x, y, width, height } of boxes) index.add(x, y, x + width, y + height);
  index.finish();
  const sets = new Sets(rows.length);
  boxes.forEach(({ x, y, width, height }, i) => {
    if (looked.left <= 0) return;
    const t = TOUCHING_MM;
    const near = index.search(x - t, y - t, x + width + t, y + height + t);
    looked.left -= near.length;
    for (const k of near) if (k > i) sets.join(i, k);
  });
  if (looked.left <= 0) return [];
  const members = new Map<number, number[]>();
  rows.forEach((_, i) => {
    const first = sets.first(i);
    const known = members.get(first);
    if (known) known.push(i);
    else members.set(first, [i]);
  });
  return [...members.values()].flatMap((own) => {
    const boxMm = own.map((i) => boxes[i]!).reduce(together);
    if (Math.max(boxMm.width, boxMm.height) > LARGEST_MM) return [];
    const ownRows = own.map((i) => rows[i] ?? 0);
    const parts = ownRows.reduce(
      (sum, row) => sum + (paths.firstVerb[row + 1] ?? 0) - (paths.firstVerb[row] ?? 0) - 1,
      0,
    );
    const isFilled = ownRows.every((row) => ((paths.paint[row] ?? 0) & PAINT.fill) !== 0);
    return [{ boxMm, rows: ownRows, parts, isFilled, isSlanted: ownRows.some((row) => isSlanted(paths, row)) }];
  });
}

interface Line {
  readonly glyphs: readonly Glyph[];
  readonly heightMm: number;
  readonly isUpright: boolean;
}

/** A glyph in the direction of its line: where it begins and ends along, its foot, and how tall it is. */
interface Standing {
  readonly glyph: Glyph;
  readonly from: number;
  readonly to: number;
  readonly foot: number;
  readonly height: number;
}

function linesOf(glyphs: readonly Glyph[], isUpright: boolean, looked: { left: number }): Line[] {
  const standing = glyphs
    .map((glyph): Standing => {
      const { x, y, width, height } = glyph.boxMm;
      // Upright lines read from the right: their letters have their feet to the right.
      return isUpright
        ? { glyph, from: y, to: y + height, foot: -(x + width), height: width }
        : { glyph, from: x, to: x + width, foot: y, height };
    })
    .filter(({ height, from, to }) => height >= LEAST_HEIGHT_MM && to - from <= WIDEST * height + TOUCHING_MM)
    .sort((a, b) => a.foot - b.foot);
  const lines: Line[] = [];
  const taken = new Set<Standing>();
  for (let start = 0; start < standing.length && looked.left > 0; start++) {
    const first = standing[start];
    if (!first || taken.has(first)) continue;
    const level: Standing[] = [];
    for (let k = start; k < standing.length; k++) {
      const each = standing[k]!;
      if (each.foot - first.foot > OFF_BASELINE * Math.max(first.height, each.height)) break;
      looked.left--;
      if (!taken.has(each)) level.push(each);
    }
    for (const run of runsOf(level.sort((a, b) => a.from - b.from))) {
      const heightMm = heightOf(run);
      if (heightMm === undefined) continue;
      run.forEach((each) => taken.add(each));
      lines.push({ glyphs: run.map(({ glyph }) => glyph), heightMm, isUpright });
    }
  }
  return lines;
}

/** Letters that follow each other without a wide gap. */
function runsOf(level: readonly Standing[]): Standing[][] {
  const runs: Standing[][] = [];
  for (const each of level) {
    const last = runs.at(-1);
    const before = last?.at(-1);
    const tall = Math.max(each.height, before?.height ?? 0);
    const isAlike = before && Math.min(each.height, before.height) >= SMALL * tall * 0.9;
    if (last && before && isAlike && each.from - before.to <= NEXT * tall) last.push(each);
    else runs.push([each]);
  }
  return runs;
}

/** The height of the capitals of what reads as a line of lettering; undefined for anything else. */
function heightOf(run: readonly Standing[]): number | undefined {
  if (run.length < LEAST_LETTERS) return undefined;
  const tallest = Math.max(...run.map(({ height }) => height));
  const tall = run.filter(({ height }) => height >= (1 - TALL.within) * tallest);
  if (tall.length < Math.max(TALL.least, TALL.share * run.length)) return undefined;
  const rich = run.filter(({ glyph, height }) => glyph.parts >= RICH.parts && height >= SMALL * tallest);
  if (rich.length < RICH.share * run.length) return undefined;
  const close = run.slice(1).filter(({ from }, k) => from - run[k]!.to <= CLOSE.heights * tallest);
  if (close.length < CLOSE.share * (run.length - 1)) return undefined;
  if (run.filter(({ glyph }) => glyph.isSlanted).length < SLANTED_SHARE * run.length) return undefined;
  const shapes = new Set(
    run.map(({ glyph, from, to, height }) => `${glyph.parts} ${Math.round(((to - from) / height) * 10)}`),
  );
  // Things that are all alike are a row of chairs, of treads, of columns.
  if (shapes.size < LEAST_SHAPES || shapes.size < run.length / 6) return undefined;
  const sorted = tall.map(({ height }) => height).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}
