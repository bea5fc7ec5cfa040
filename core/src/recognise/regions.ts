import { markBox, PAINT, type BoxMm, visibleStraightsOfRow, type Page, type PointMm } from "../drawing";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import { STRAIGHTS, type LineInPieces } from "./straights";

/** Marks with less than this between them belong together, unless titles tell otherwise. Millimetres on paper. */
const APART_MM = 14;
const CELL_MM = 3.5;
/**
 * Two drawings have 10 mm between them at least (handbook: sheet/crowded). Counted in whole cells, a gap of up to two cells
 * more than this is closed: what is 10 mm apart stays apart wherever the cells begin.
 */
const CLOSE_MM = 8;
const CLOSE_CELL_MM = 1;
const MOST_CELLS = 4_000_000;
/** What is nearer to the edge of the paper than this, and runs along most of it, is the border. */
const BORDER_MM = 30;
const BORDER_SHARE = 0.7;
/** Bound sheets have a border as far from the edge as this. Millimetres. */
const BOUND_MM = 50;

/** Parts of a page with white paper between them: drawings, the title block, lists. */
export class Regions {
  constructor(
    readonly boxes: readonly BoxMm[],
    private readonly at: (point: PointMm) => number,
    /** A place in each region where something stands. */
    private readonly marked: readonly PointMm[] = [],
  ) {}

  /** A place in a region where something stands. */
  within(region: number): PointMm | undefined {
    return this.marked[region];
  }

  /** Index of the region that a point lies in or next to; -1 for bare paper. */
  of(point: PointMm): number {
    return this.at(point);
  }
}

export const REGIONS: PageRecogniser<Regions> = {
  id: "regions",
  on: "page",
  ofDrawing: true,
  finds: "parts of a page with white paper between them",
  from: "where marks stand, those of the border left out",
  find: (facts) => [measuredOn(facts.page.index, regionsOf(facts, APART_MM, CELL_MM))],
};

export const CLOSE_REGIONS: PageRecogniser<Regions> = {
  id: "close-regions",
  on: "page",
  ofDrawing: true,
  finds: "parts of a page with little white paper between them",
  from: "where marks stand, those of the border left out",
  find: (facts) => [measuredOn(facts.page.index, regionsOf(facts, CLOSE_MM, CLOSE_CELL_MM))],
};

function regionsOf(facts: PageFacts, apartMm: number, cellMm: number): Regions {
  const { page } = facts;
  const cell = Math.max(cellMm, Math.sqrt((page.widthMm * page.heightMm) / MOST_CELLS));
  const [columns, rows] = [Math.ceil(page.widthMm / cell) + 1, Math.ceil(page.heightMm / cell) + 1];
  const marked = new Uint8Array(columns * rows);
  const mark = (x: number, y: number): void => {
    const [c, r] = [Math.floor(x / cell), Math.floor(y / cell)];
    if (c >= 0 && r >= 0 && c < columns && r < rows) marked[r * columns + c] = 1;
  };
  markAll(facts, cell, mark);
  const region = grown(marked, columns, rows, Math.max(1, Math.ceil(apartMm / cell / 2)));
  const boxes = boxesOf(region, marked, columns, cell);
  const at = ([x, y]: PointMm): number => {
    const c = Math.min(columns - 1, Math.max(0, Math.floor(x / cell)));
    const r = Math.min(rows - 1, Math.max(0, Math.floor(y / cell)));
    return (region[r * columns + c] ?? 0) - 1;
  };
  return new Regions(boxes, at, markedIn(region, marked, columns, cell, boxes.length));
}

/** Marks every cell that a visible mark passes through; of areas and letters those of their boxes' edges. */
function markAll(facts: PageFacts, cell: number, mark: (x: number, y: number) => void): void {
  const { page } = facts;
  const { paths, texts } = page;
  const inPieces = [...(facts.of(STRAIGHTS)[0]?.value.inPieces() ?? [])];
  const isOfFrame = frameMarks(page, inPieces);
  const rowsOfFrame = new Set(
    inPieces.filter(({ ends }) => isBorder(page, ...ends) || isOfFrame(...ends)).flatMap(({ rows }) => rows),
  );
  const line = (x1: number, y1: number, x2: number, y2: number): void => {
    const steps = Math.max(1, Math.ceil(Math.hypot(x2 - x1, y2 - y1) / cell));
    for (let k = 0; k <= steps; k++) mark(x1 + ((x2 - x1) * k) / steps, y1 + ((y2 - y1) * k) / steps);
  };
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.hidden) !== 0 || isGround(page, row) || rowsOfFrame.has(row)) continue;
    visibleStraightsOfRow(page, row, (x1, y1, x2, y2) => {
      if (!isBorder(page, x1, y1, x2, y2) && !isOfFrame(x1, y1, x2, y2)) line(x1, y1, x2, y2);
    });
  }
  for (let row = 0; row < texts.count; row++) {
    if (((texts.paint[row] ?? 0) & PAINT.hidden) !== 0) continue;
    const { x, y, width, height } = markBox(page, "texts", row);
    if (!isOfFrame(x, y, x + width, y + height)) line(x, y, x + width, y + height);
  }
}

const isGround = ({ paths }: Page, row: number): boolean =>
  ((paths.paint[row] ?? 0) & PAINT.stroke) === 0 && paths.fillColour[row] === 0xffffff && paths.fillPattern[row] === 0;

function isBorder(
  { widthMm, heightMm }: Page,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  mostMm = BORDER_MM,
): boolean {
  if (Math.abs(x1 - x2) < 0.1 && Math.abs(y1 - y2) > BORDER_SHARE * heightMm)
    return Math.min(x1, widthMm - x1) < mostMm;
  return Math.abs(y1 - y2) < 0.1 && Math.abs(x1 - x2) > BORDER_SHARE * widthMm && Math.min(y1, heightMm - y1) < mostMm;
}

/** Centring marks reach so far into the sheet. */
const CENTRING_MM = 20;
/** So many sides of a frame are drawn before it is one. */
const LEAST_SIDES = 3;

/**
 * What belongs to the frame and to no drawing: all that stands beyond the border (zone marks and their letters), and the
 * short lines that come in through it at the middle of a side.
 */
function frameMarks(
  page: Page,
  inPieces: readonly LineInPieces[],
): (x1: number, y1: number, x2: number, y2: number) => boolean {
  const { widthMm, heightMm, paths } = page;
  let [left, low, right, top] = [0, 0, widthMm, heightMm];
  const look = (x1: number, y1: number, x2: number, y2: number): void => {
    if (!isBorder(page, x1, y1, x2, y2, BOUND_MM)) return;
    if (Math.abs(x1 - x2) < 0.1) {
      if (x1 < BOUND_MM) left = Math.max(left, x1);
      else right = Math.min(right, x1);
    } else if (y1 < BOUND_MM) low = Math.max(low, y1);
    else top = Math.min(top, y1);
  };
  for (let row = 0; row < paths.count; row++) visibleStraightsOfRow(page, row, look);
  for (const { ends } of inPieces) look(...ends);
  // One long line near the edge may be the ground that a building stands on.
  const sides = [left > 0, low > 0, right < widthMm, top < heightMm].filter(Boolean).length;
  if (sides < LEAST_SIDES) return () => false;
  return (x1, y1, x2, y2) => {
    const [fromX, toX, fromY, toY] = [Math.min(x1, x2), Math.max(x1, x2), Math.min(y1, y2), Math.max(y1, y2)];
    if (toX <= left + 0.1 || fromX >= right - 0.1 || toY <= low + 0.1 || fromY >= top - 0.1) return true;
    const isUpright = toX - fromX < 0.1 && Math.abs(fromX - widthMm / 2) < 1;
    if (isUpright && toY - fromY <= 2 * CENTRING_MM && (fromY < low || toY > top)) return true;
    const isLevel = toY - fromY < 0.1 && Math.abs(fromY - heightMm / 2) < 1;
    return isLevel && toX - fromX <= 2 * CENTRING_MM && (fromX < left || toX > right);
  };
}

/** Numbers the parts of marked cells, from 1; cells within a reach of one another make one part. */
function grown(marked: Uint8Array, columns: number, rows: number, reach: number): Int32Array {
  return parts(dilatedUp(dilatedAlong(marked, columns, rows, reach), columns, rows, reach), columns, rows);
}

/**
 * Numbers the parts of cells that touch each other by a side, from 1, in the order in which a reader comes upon them.
 * Runs of cells in a row are joined with those of the row before that they touch.
 */
function parts(wide: Uint8Array, columns: number, rows: number): Int32Array {
  const region = new Int32Array(wide.length);
  // The first run of each part, by run; runs are numbered from 1.
  const parent = [0];
  const firstOf = (run: number): number => {
    let at = run;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  for (let r = 0; r < rows; r++) {
    const begin = r * columns;
    for (let i = begin, run = 0; i < begin + columns; i++) {
      if (wide[i] === 0) {
        run = 0;
        continue;
      }
      if (run === 0) parent.push((run = parent.length));
      region[i] = run;
      const above = r > 0 ? region[i - columns]! : 0;
      if (above === 0) continue;
      const [one, other] = [firstOf(above), firstOf(run)];
      if (one !== other) parent[Math.max(one, other)] = Math.min(one, other);
    }
  }
  const numbers = new Int32Array(parent.length);
  let count = 0;
  for (let i = 0; i < region.length; i++) {
    if (region[i] === 0) continue;
    const first = firstOf(region[i]!);
    region[i] = numbers[first] ||= ++count;
  }
  return region;
}

/** Marks what lies within a reach of a marked cell of its row. */
function dilatedAlong(marked: Uint8Array, columns: number, rows: number, reach: number): Uint8Array {
  const wide = new Uint8Array(marked.length);
  for (let r = 0; r < rows; r++) {
    const [begin, end] = [r * columns, (r + 1) * columns];
    // Filled up to here already.
    let done = begin;
    for (let i = begin; i < end; i++) {
      if (marked[i] === 0) continue;
      const to = Math.min(end, i + reach + 1);
      wide.fill(1, Math.max(done, i - reach, begin), to);
      done = to;
    }
  }
  return wide;
}

/** Marks what lies within a reach of a marked cell of its column: rows are gone through in their order, up and down. */
function dilatedUp(marked: Uint8Array, columns: number, rows: number, reach: number): Uint8Array {
  const wide = new Uint8Array(marked.length);
  const left = new Int32Array(columns);
  const row = (r: number): void => {
    const begin = r * columns;
    for (let c = 0; c < columns; c++) {
      if (marked[begin + c] === 1) left[c] = reach + 1;
      if (left[c]! > 0) {
        wide[begin + c] = 1;
        left[c]!--;
      }
    }
  };
  for (let r = 0; r < rows; r++) row(r);
  left.fill(0);
  for (let r = rows - 1; r >= 0; r--) row(r);
  return wide;
}

/** The middle of one marked cell of each region. */
function markedIn(region: Int32Array, marked: Uint8Array, columns: number, cell: number, count: number): PointMm[] {
  const found = new Array<PointMm>(count);
  for (let i = 0; i < region.length; i++) {
    const of = region[i] ?? 0;
    if (of > 0 && marked[i] === 1 && !found[of - 1])
      found[of - 1] = [((i % columns) + 0.5) * cell, (Math.floor(i / columns) + 0.5) * cell];
  }
  return found;
}

function boxesOf(region: Int32Array, marked: Uint8Array, columns: number, cell: number): BoxMm[] {
  const sides: { left: number; low: number; right: number; high: number }[] = [];
  for (let i = 0; i < region.length; i++) {
    if (marked[i] === 0 || region[i] === 0) continue;
    const [c, r] = [i % columns, Math.floor(i / columns)];
    const box = (sides[region[i]! - 1] ??= { left: c, low: r, right: c, high: r });
    if (c < box.left) box.left = c;
    else if (c > box.right) box.right = c;
    // Rows come one after the other.
    box.high = r;
  }
  return sides.map(({ left, low, right, high }) => ({
    x: left * cell,
    y: low * cell,
    width: (right + 1 - left) * cell,
    height: (high + 1 - low) * cell,
  }));
}
