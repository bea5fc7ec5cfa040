import { groupedBy } from "../../base/grouped";
import { boxOfPoints, type PointMm } from "../../drawing";
import { readWritten, type Reading, type Written } from "../../quantity";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { DIMENSIONS } from "./dimensions";

/** A figure at the end of its line: from the end to the figure, and off the line, in heights of capitals. */
const REACH = { along: 1.8, off: 1.6 };
const HEIGHTS_MM = { least: 0.8, most: 8 };
const PARALLEL_SIN = 0.02;
const LEAST_LINE_MM = 1.5;
/** Figures of one group stand in a row: so far apart at most, from one to the next, and off it by no more. Millimetres. */
const IN_ROW_MM = 3;
const NEXT_MM = 150;
/** Lines beside one figure, and figures of a page, that are looked at. */
const MOST_LINES = 40;
const MOST_FIGURES = 5000;
const MOST_IN_ROW = 200;
const MOST_LOOKED_AT = 1_000_000;
/** Of the figures of a group so many have to be as far from zero as they say, at one scale, and two at least. */
const AGREEING = 0.6;
const LEAST_AGREEING = 2;
const OFF = { share: 0.001, mm: 0.2 };
const CONFIDENCE = 0.9;

/** One of several figures at the ends of parallel lines, each the distance of its line from the one that bears 0. */
export interface RunningDimension {
  readonly figure: TextLine;
  readonly written: Written;
  /** From the line of the zero to this one, square across; millimetres on paper. */
  readonly drawn: number;
  readonly from: PointMm;
  readonly to: PointMm;
  /** Rows of the page's paths: its line. */
  readonly rows: readonly number[];
}

export const RUNNING_DIMENSIONS: PageRecogniser<RunningDimension> = {
  id: "running-dimensions",
  on: "page",
  ofDrawing: true,
  finds: "distances from a zero line (coordinates)",
  from: "figures in a row at the ends of parallel lines, one of them 0, that rise as their lines lie farther from it",
  find: (facts) =>
    groupsOf(facts)
      .flatMap((group) => measured(facts, group))
      .sort((a, b) => (a.value.figure.rows[0] ?? 0) - (b.value.figure.rows[0] ?? 0)),
};

/** A figure at the end of a line. */
interface AtEnd {
  readonly figure: TextLine;
  readonly written: Written;
  /** Of the line, 0 ≤ angle < 180. */
  readonly angleDeg: number;
  /** Where the line's end at the figure lies, along the line's direction and across it. */
  readonly along: number;
  readonly across: number;
  readonly end: PointMm;
  readonly row: number;
}

function groupsOf(facts: PageFacts): AtEnd[][] {
  const lines = facts.of(LINE_WORK)[0]?.value;
  if (!lines) return [];
  const taken = new Set(facts.of(DIMENSIONS).flatMap(({ value }) => value.figure.rows));
  const figures = facts.of(LETTERING).flatMap(({ value: line }) => {
    if (line.heightMm < HEIGHTS_MM.least || line.heightMm > HEIGHTS_MM.most) return [];
    const written = line.rows.some((row) => taken.has(row)) ? undefined : readWritten(line.text);
    return written?.kind === "length" ? [{ line, written }] : [];
  });
  if (!figures.some(({ written }) => isZero(written)) || figures.length > MOST_FIGURES) return [];
  const looked = { left: MOST_LOOKED_AT };
  const ends = figures.flatMap(({ line, written }) => endAt(lines, line, written, looked) ?? []);
  return rowsOf(ends).filter(
    (row) => row.length >= 3 && row.length <= MOST_IN_ROW && row.filter(({ written }) => isZero(written)).length === 1,
  );
}

const isZero = ({ readings }: Written): boolean => readings[0]?.length.toNumber() === 0;

/** The line at whose end a figure stands: in it, or above its end. */
function endAt(lines: LineWork, figure: TextLine, written: Written, looked: { left: number }): AtEnd | undefined {
  if (looked.left <= 0) return undefined;
  const middle = middleOf(figure);
  const { angleDeg, lengthMm, heightMm } = figure;
  const turn = (angleDeg * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const reach = lengthMm / 2 + REACH.along * heightMm;
  const near = lines.near(boxOfPoints([middle], reach));
  looked.left -= near.length;
  if (near.length > MOST_LINES) return undefined;
  let best: { at: AtEnd; off: number } | undefined;
  for (const i of near) {
    const length = lines.length(i);
    if (length < LEAST_LINE_MM) continue;
    for (const which of [0, 1] as const) {
      const [end, other] = [lines.end(i, which), lines.end(i, which === 0 ? 1 : 0)];
      const [dx, dy] = [(other[0] - end[0]) / length, (other[1] - end[1]) / length];
      if (Math.abs(ux * dy - uy * dx) > PARALLEL_SIN) continue;
      const [x, y] = [end[0] - middle[0], end[1] - middle[1]];
      const [along, off] = [x * ux + y * uy, Math.abs(y * ux - x * uy)];
      // The line goes away from its figure, or runs beneath it up to its end.
      const isAway = along * (dx * ux + dy * uy) > 0;
      const gap = isAway ? Math.abs(along) - lengthMm / 2 : Math.abs(Math.abs(along) - lengthMm / 2);
      if (gap < -0.5 * heightMm || gap > REACH.along * heightMm || off > REACH.off * heightMm) continue;
      if (best && off + gap >= best.off) continue;
      const angle = ((((Math.atan2(dy, dx) * 180) / Math.PI) % 180) + 180) % 180;
      const at = { angleDeg: angle, ...frame(end, angle), end, figure, written, row: lines.rows[i] ?? 0 };
      best = { at, off: off + gap };
    }
  }
  return best?.at;
}

function frame([x, y]: PointMm, angleDeg: number): { along: number; across: number } {
  const turn = (angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return { along: x * cos + y * sin, across: y * cos - x * sin };
}

/** Ends of parallel lines that stand in a row, one not far from the next. */
function rowsOf(ends: readonly AtEnd[]): AtEnd[][] {
  const directions = groupedBy(ends, ({ angleDeg }) => Math.round(angleDeg) % 180);
  const rows: AtEnd[][] = [];
  for (const own of directions.values()) {
    own.sort((a, b) => a.along - b.along);
    for (let start = 0; start < own.length;) {
      let end = start + 1;
      while (end < own.length && (own[end]?.along ?? 0) - (own[start]?.along ?? 0) <= IN_ROW_MM) end++;
      rows.push(...inReach(own.slice(start, end)));
      start = end;
    }
  }
  return rows;
}

function inReach(level: readonly AtEnd[]): AtEnd[][] {
  const rows: AtEnd[][] = [];
  for (const each of level.slice().sort((a, b) => a.across - b.across)) {
    const last = rows.at(-1);
    if (last && each.across - (last.at(-1)?.across ?? 0) <= NEXT_MM) last.push(each);
    else rows.push([each]);
  }
  return rows;
}

/** The figures of a row as distances, where most of them are as far from the zero as they say, at one scale. */
function measured({ page }: PageFacts, row: readonly AtEnd[]): Sure<RunningDimension>[] {
  const zero = row.find(({ written }) => isZero(written));
  if (!zero) return [];
  const others = row.filter((each) => each !== zero && Math.abs(each.across - zero.across) > OFF.mm);
  const away = (each: AtEnd): number => Math.abs(each.across - zero.across);
  // Figures of one row are all in one unit.
  const guesses = others.flatMap((each) =>
    each.written.readings.map(({ unit, length }) => ({ unit, scale: length.toNumber() / away(each) })),
  );
  const agreeing = ({ unit, scale }: (typeof guesses)[number]): number =>
    others.filter((each) =>
      each.written.readings.some((reading) => reading.unit === unit && isAsFar(reading, scale, away(each))),
    ).length;
  const most = guesses.reduce((best, guess) => Math.max(best, agreeing(guess)), 0);
  if (most < LEAST_AGREEING || most < AGREEING * others.length) return [];
  return others.map((each) => {
    const [x, y] = each.end;
    const turn = ((zero.angleDeg + 90) * Math.PI) / 180;
    const by = zero.across - each.across;
    const from: PointMm = [x + by * Math.cos(turn), y + by * Math.sin(turn)];
    const value = {
      figure: each.figure,
      written: each.written,
      drawn: away(each),
      from,
      to: each.end,
      rows: [each.row],
    };
    return madeOut(page.index, value, CONFIDENCE, each.figure.rows, [each.row]);
  });
}

const isAsFar = ({ length, halfLastMm }: Reading, scale: number, awayMm: number): boolean =>
  Math.abs(length.toNumber() / scale - awayMm) <= OFF.mm + halfLastMm / scale + OFF.share * awayMm;
