import { boxOfPoints, type PointMm } from "../../drawing";
import { Length, readWritten, type Reading } from "../../quantity";
import { DIMENSIONS } from "../dimensions/dimensions";
import { HEADS, type Heads } from "../heads";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";

/** Lettering of levels. Millimetres. */
const HEIGHT_MM = { least: 1.2, most: 7 };
/** The line or tip of a level stands so many heights of its lettering above or below it, and beside it, at most. */
const REACH = { up: 3.2, beside: 4 };
const LEVEL_MM = 0.05;
/** Lines and heads beside lettering that are looked at; among more, nobody sees which one is meant. */
const MOST_HEIGHTS = 12;
const MOST_LEVELS = 20_000;
const CONFIDENCE = { marked: 0.95, bare: 0.7 };
/** What people write before a level that is no name of a storey. */
const GENERIC = /^(?:f\.?f\.?l|s\.?s\.?l|el(?:ev)?|level|lvl|inv|datum|t\.?o\.?[a-z]|top)\.?$/i;
const WITH_NAME = /^(\p{L}[\p{L}\d .'/-]*?)[\s:=]+([+\-±−]?\s?\d[\d.,'"/ -]*(?:m|mm|ft)?)$/u;

/** Nought with the places or inches of a level: `0.00`, `±0.000`, `0'-0"`. */
const NOUGHT = /^[±]?0+\s*(?:[.,]0+|'.*0)/;

/** A level as it is written, and the heights on the sheet that it may stand for. */
export interface Level {
  readonly text: string;
  /** What it may mean, likeliest first: metres, feet. */
  readonly readings: readonly Reading[];
  /** Of the storey or thing; empty where none is written. */
  readonly name: string;
  readonly line: TextLine;
  readonly atMm: PointMm;
  /** Of level lines and tips beside it, from the lower edge of the page. Millimetres on paper; the nearest first. */
  readonly heightsMm: readonly number[];
  readonly rows: readonly number[];
}

export const LEVELS: PageRecogniser<Level> = {
  id: "levels",
  on: "page",
  finds: "levels and the heights that they are written at",
  from: "lettering that reads as a level, with a sign, a word for levels or a mark beside it, and level lines and tips of arrows around it",
  find: (facts) => levelsOf(facts),
};

function levelsOf(facts: PageFacts): Sure<Level>[] {
  const lines = facts.of(LINE_WORK)[0]?.value;
  const heads = facts.of(HEADS)[0]?.value;
  if (!lines || !heads) return [];
  const figures = new Set(facts.of(DIMENSIONS).flatMap(({ value }) => value.figure.rows));
  const blocks = facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap(({ values }) => values));
  const inBlocks = new Set(blocks);
  const found: Sure<Level>[] = [];
  const looked = { left: TRIANGLE.mostLookedAt };
  for (const { value: line } of facts.of(LETTERING)) {
    if (found.length >= MOST_LEVELS) break;
    const isLevel = Math.abs(line.angleDeg) < 1;
    if (!isLevel || line.heightMm < HEIGHT_MM.least || line.heightMm > HEIGHT_MM.most) continue;
    if (inBlocks.has(line) || line.rows.some((row) => figures.has(row))) continue;
    const read = readLevel(line.text.trim()) ?? readAtTriangle(lines, line, looked);
    if (!read) continue;
    const heightsMm = heightsBeside(lines, heads, line);
    if (heightsMm.length === 0 && !read.isSigned) continue;
    const level: Level = {
      text: line.text.trim(),
      readings: read.readings,
      name: read.name,
      line,
      atMm: middleOf(line),
      heightsMm,
      rows: [],
    };
    const confidence = heightsMm.length > 0 ? CONFIDENCE.marked : CONFIDENCE.bare;
    found.push(madeOut(facts.page.index, level, confidence, line.rows, []));
  }
  return found;
}

function readLevel(text: string): { name: string; readings: readonly Reading[]; isSigned: boolean } | undefined {
  const whole = readWritten(text);
  if (whole?.kind === "level") return { name: "", readings: whole.readings, isSigned: true };
  // Nought has no sign. A bare 0 may be anything.
  if (
    whole?.kind === "length" &&
    NOUGHT.test(text) &&
    whole.readings.every(({ length }) => length.compare(Length.zero) === 0)
  )
    return { name: "", readings: whole.readings, isSigned: false };
  const parted = WITH_NAME.exec(text);
  const [name = "", figure = ""] = [parted?.[1]?.trim(), parted?.[2]?.trim()];
  if (!parted) return undefined;
  const isSigned = /^[+\-±−]/.test(figure);
  const read = readWritten(isSigned ? figure : `+${figure}`);
  // “ROOM 12” is no level: figures without a sign need their point, or feet and inches.
  if (read?.kind !== "level" || (!isSigned && !/[.,']/.test(figure))) return undefined;
  return { name: GENERIC.test(name) ? "" : name.toUpperCase(), readings: read.readings, isSigned };
}

/** A length without a sign, in metres with decimals or in feet, over or beside a triangle that stands on its tip. */
function readAtTriangle(
  lines: LineWork,
  line: TextLine,
  looked: { left: number },
): { name: string; readings: readonly Reading[]; isSigned: boolean } | undefined {
  const text = line.text.trim();
  const written = /[.,']/.test(text) ? readWritten(text) : undefined;
  if (written?.kind !== "length" || !hasTriangle(lines, line, looked)) return undefined;
  return { name: "", readings: written.readings, isSigned: false };
}

/** Whether two short lines that slant either way meet in a tip below or above lettering, or beside it. */
function hasTriangle(lines: LineWork, line: TextLine, looked: { left: number }): boolean {
  const own = boxOfPoints(cornersOf(line));
  const reach = REACH.up * line.heightMm;
  const around = { x: own.x - reach, y: own.y - reach, width: own.width + 2 * reach, height: own.height + 2 * reach };
  const near = looked.left > 0 ? lines.near(around) : [];
  looked.left -= near.length;
  if (near.length > TRIANGLE.mostNear) return false;
  const sides = near.filter((i) => {
    const [[x1, y1], [x2, y2]] = [lines.end(i, 0), lines.end(i, 1)];
    const slant = Math.abs(y2 - y1) / (Math.hypot(x2 - x1, y2 - y1) || 1);
    return lines.length(i) < TRIANGLE.mostHeights * line.heightMm && slant > TRIANGLE.least && slant < TRIANGLE.most;
  });
  const tips = sides.map((i) => {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const [low, high] = p[1] < q[1] ? [p, q] : [q, p];
    return { low, high, leans: Math.sign(high[0] - low[0]) };
  });
  return tips.some((a) =>
    tips.some(
      (b) =>
        a.leans * b.leans < 0 &&
        Math.hypot(a.low[0] - b.low[0], a.low[1] - b.low[1]) <= TRIANGLE.meetMm &&
        Math.abs(a.high[1] - b.high[1]) <= TRIANGLE.meetMm,
    ),
  );
}
const TRIANGLE = { mostHeights: 2.5, least: 0.4, most: 0.97, meetMm: 0.1, mostNear: 60, mostLookedAt: 500_000 };

/** Heights of the level lines and tips that stand right above, below or beside a line of lettering. */
function heightsBeside(lines: LineWork, heads: Heads, line: TextLine): number[] {
  const own = boxOfPoints(cornersOf(line));
  const up = REACH.up * line.heightMm;
  const beside = REACH.beside * line.heightMm;
  const around = {
    x: own.x - beside,
    y: own.y - up,
    width: own.width + 2 * beside,
    height: own.height + 2 * up,
  };
  const middle = own.y + own.height / 2;
  const heights: number[] = [];
  const add = (height: number): void => {
    if (height >= around.y && height <= around.y + around.height) heights.push(height);
  };
  for (const i of lines.near(around)) {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    if (Math.abs(p[1] - q[1]) <= LEVEL_MM && lines.length(i) >= line.heightMm) add((p[1] + q[1]) / 2);
  }
  for (const { atMm, towards } of heads.near(around)) if (Math.abs(towards[0]) < 0.2) add(atMm[1]);
  const away = (height: number): number => Math.abs(height - middle);
  return [...new Set(heights.map((height) => Math.round(height * 1000) / 1000))]
    .sort((a, b) => away(a) - away(b))
    .slice(0, MOST_HEIGHTS);
}
