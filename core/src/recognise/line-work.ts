import Flatbush from "flatbush";
import { distanceToSegment, type BoxMm, type Page, type PointMm } from "../drawing";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import type { Thin } from "./dashed-areas";
import { rowsBetween, STRAIGHTS } from "./straights";
import { thinAt } from "./thin-areas";

/** An area is a piece of line from so many times its width on: ticks are short. */
const LEAST_SHARE = 4;
const LEAST_LENGTH_MM = 0.8;
/**
 * Where a program draws its lines as areas, a shorter one as wide as long ones is a line, too: the end of a wall at 1:100
 * is hardly longer than the pen is wide. So many long ones of a width, and how long they are in widths.
 */
const PENS = { least: 4, long: 20, share: 1.25 };
/** Widths that round to the same of these steps are of one pen. Millimetres. */
const PEN_STEP_MM = 0.05;

/** The straight pieces of all lines of a page, strokes and thin areas alike, by where they stand. */
export class LineWork {
  private index: Flatbush | undefined;
  private stamps: Uint32Array | undefined;
  private asked = 0;

  constructor(
    /** Row of the page's paths, by piece: the first that draws it. */
    readonly rows: Uint32Array,
    /** x and y of both ends of each, millimetres. */
    readonly ends: Float32Array,
    readonly widthMm: Float32Array,
    /** The last row that draws it, where a file wrote it in pieces. */
    readonly lastRows: Uint32Array = rows,
  ) {}

  /** All rows of the page's paths that draw a piece. */
  rowsOf(i: number): number[] {
    return rowsBetween(this.rows[i] ?? 0, this.lastRows[i] ?? 0);
  }

  get count(): number {
    return this.rows.length;
  }

  length(i: number): number {
    const { ends } = this;
    return Math.hypot((ends[i * 4 + 2] ?? 0) - (ends[i * 4] ?? 0), (ends[i * 4 + 3] ?? 0) - (ends[i * 4 + 1] ?? 0));
  }

  /** One end of a piece. */
  end(i: number, which: 0 | 1): PointMm {
    const at = i * 4 + which * 2;
    return [this.ends[at] ?? 0, this.ends[at + 1] ?? 0];
  }

  /** How far a point lies from a piece. */
  distance(i: number, at: PointMm): number {
    return distanceToSegment(at, this.end(i, 0), this.end(i, 1));
  }

  /** Pieces whose boxes meet a box. */
  near({ x, y, width, height }: BoxMm): number[] {
    this.index ??= this.indexed();
    return this.index?.search(x, y, x + width, y + height) ?? [];
  }

  /** Tells of each piece whether it is met for the first time. Only one is in use at a time: asking again begins anew. */
  seenAnew(): (i: number) => boolean {
    const stamps = (this.stamps ??= new Uint32Array(this.count));
    const now = ++this.asked;
    return (i) => {
      const isNew = stamps[i] !== now;
      stamps[i] = now;
      return isNew;
    };
  }

  private indexed(): Flatbush | undefined {
    if (this.count === 0) return undefined;
    const index = new Flatbush(this.count, 16, Float32Array);
    const { ends } = this;
    for (let i = 0; i < this.count; i++) {
      const [x1, y1, x2, y2] = [ends[i * 4] ?? 0, ends[i * 4 + 1] ?? 0, ends[i * 4 + 2] ?? 0, ends[i * 4 + 3] ?? 0];
      index.add(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2));
    }
    index.finish();
    return index;
  }
}

export const LINE_WORK: PageRecogniser<LineWork> = {
  id: "line-work",
  on: "page",
  ofDrawing: true,
  finds: "the straight pieces of all lines",
  from: "strokes, and areas as thin as a line",
  find: (facts) => [measuredOn(facts.page.index, lineWorkOf(facts))],
};

/** Off level or upright by no more than this, as a sine. */
const SQUARE_SIN = 0.01;

export const SQUARE_WORK: PageRecogniser<LineWork> = {
  id: "square-work",
  on: "page",
  ofDrawing: true,
  finds: "level and upright pieces of lines",
  from: "the straight pieces of all lines",
  find: (facts) => {
    const lines = facts.of(LINE_WORK)[0]?.value;
    return lines ? [measuredOn(facts.page.index, squareOf(lines))] : [];
  },
};

/** Frames and tables are looked for among these alone: of a large page they are few. */
function squareOf({ rows, ends, widthMm, lastRows }: LineWork): LineWork {
  const square: number[] = [];
  for (let i = 0; i < rows.length; i++) {
    const [dx, dy] = [(ends[i * 4 + 2] ?? 0) - (ends[i * 4] ?? 0), (ends[i * 4 + 3] ?? 0) - (ends[i * 4 + 1] ?? 0)];
    const least = Math.min(Math.abs(dx), Math.abs(dy));
    if (least * least <= SQUARE_SIN * SQUARE_SIN * (dx * dx + dy * dy)) square.push(i);
  }
  return new LineWork(
    Uint32Array.from(square, (i) => rows[i] ?? 0),
    Float32Array.from({ length: square.length * 4 }, (_, k) => ends[(square[k >> 2] ?? 0) * 4 + (k & 3)] ?? 0),
    Float32Array.from(square, (i) => widthMm[i] ?? 0),
    Uint32Array.from(square, (i) => lastRows[i] ?? 0),
  );
}

function lineWorkOf(facts: PageFacts): LineWork {
  const { page } = facts;
  const straights = facts.of(STRAIGHTS)[0]?.value;
  const thin = thinRows(page);
  const strokes = straights?.count ?? 0;
  const rows = new Uint32Array(strokes + thin.length);
  const ends = new Float32Array(rows.length * 4);
  const lastRows = new Uint32Array(rows.length);
  const widthMm = new Float32Array(rows.length);
  if (straights) {
    rows.set(straights.rows);
    lastRows.set(straights.lastRows);
    ends.set(straights.ends);
    for (let i = 0; i < strokes; i++) widthMm[i] = page.paths.widthMm[straights.rows[i] ?? 0] ?? 0;
  }
  thin.forEach(({ row, middle: [x, y], along: [ux, uy], lengthMm, widthMm: width }, k) => {
    const i = strokes + k;
    rows[i] = lastRows[i] = row;
    widthMm[i] = width;
    const half = lengthMm / 2;
    ends.set([x - ux * half, y - uy * half, x + ux * half, y + uy * half], i * 4);
  });
  return new LineWork(rows, ends, widthMm, lastRows);
}

function thinRows(page: Page): Thin[] {
  const thins: Thin[] = [];
  const pens = new Map<number, number>();
  const stepOf = ({ widthMm }: Thin): number => Math.round(widthMm / PEN_STEP_MM);
  for (let row = 0; row < page.paths.count; row++) {
    const thin = thinAt(page, row);
    if (!thin || thin.lengthMm < LEAST_LENGTH_MM) continue;
    thins.push(thin);
    if (thin.lengthMm >= PENS.long * thin.widthMm) pens.set(stepOf(thin), (pens.get(stepOf(thin)) ?? 0) + 1);
  }
  return thins.filter((thin) => {
    const isOfPen = (pens.get(stepOf(thin)) ?? 0) >= PENS.least;
    return thin.lengthMm >= (isOfPen ? PENS.share : LEAST_SHARE) * thin.widthMm;
  });
}
