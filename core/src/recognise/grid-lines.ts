import { apart, boxOfPoints, type PointMm } from "../drawing";
import { ARCS, isBubble, type Arcs } from "./arcs";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { LINE_WORK, type LineWork } from "./line-work";
import { madeOut, type PageRecogniser } from "./recogniser";

/** A bubble, and how far from its middle its label stands, as a share of its radius. Millimetres on paper. */
const BUBBLE_MM = { least: 1.8, most: 10, off: 0.5 };
const LABEL = /^[A-Z0-9][A-Z0-9.'’-]{0,3}$/i;
/** The line begins on the bubble, and runs straight away from its middle. */
const ON_BUBBLE_MM = 0.8;
const RADIAL_MM = 0.35;
const LEAST_LINE_MM = 4;
/** Pieces of one line lie on one another and go on within this. */
const SAME_LINE_MM = 0.15;
const NEXT_PIECE_MM = 12;
/** Arcs and lines beside labels that are looked at on a page; where more lie upon each other, no grid is told. */
const MOST_LOOKED_AT = 1_000_000;
const CONFIDENCE = 0.9;

/** A line of the grid that a building is planned on, by its bubble. */
export interface GridLine {
  readonly label: string;
  readonly bubbleMm: PointMm;
  readonly radiusMm: number;
  /** From its bubble to where it ends. */
  readonly from: PointMm;
  readonly to: PointMm;
  /** Rows of the page's paths: the bubble and the pieces of the line. */
  readonly rows: readonly number[];
}

export const GRID_LINES: PageRecogniser<GridLine> = {
  id: "grid-lines",
  on: "page",
  ofDrawing: true,
  finds: "grid lines and their labels",
  from: "a short label in a circle, and a line that runs straight away from it",
  find: (facts) => {
    const labels = facts.of(LETTERING).filter(({ value }) => LABEL.test(value.text.trim()));
    if (labels.length === 0) return [];
    const [lines, arcs] = [facts.of(LINE_WORK)[0]?.value, facts.of(ARCS)[0]?.value];
    if (!lines || !arcs || arcs.all.length === 0) return [];
    const looked = { left: MOST_LOOKED_AT };
    return labels.flatMap(({ value: label }) => {
      const found = looked.left > 0 ? gridLineAt(lines, arcs, label, looked) : undefined;
      return found ? [madeOut(facts.page.index, found, CONFIDENCE, label.rows, found.rows)] : [];
    });
  },
};

function gridLineAt(lines: LineWork, arcs: Arcs, label: TextLine, looked: { left: number }): GridLine | undefined {
  const middle = middleOf(label);
  const around = arcs.passing(middle, BUBBLE_MM.most, BUBBLE_MM.most);
  looked.left -= around.length;
  const bubble = around.find((arc) => isBubble(arc, middle, BUBBLE_MM));
  const run = bubble && lineFrom(lines, bubble.centreMm, bubble.radiusMm, looked);
  if (!run) return undefined;
  const rows = [...new Set([...bubble.rows, ...run.rows])].sort((a, b) => a - b);
  return {
    label: label.text.trim(),
    bubbleMm: bubble.centreMm,
    radiusMm: bubble.radiusMm,
    from: run.from,
    to: run.to,
    rows,
  };
}

interface Run {
  readonly from: PointMm;
  readonly to: PointMm;
  readonly rows: readonly number[];
}

/** The line that runs straight away from a bubble, and how far. */
function lineFrom(lines: LineWork, centre: PointMm, radius: number, looked: { left: number }): Run | undefined {
  const near = lines.near(boxOfPoints([centre], radius + ON_BUBBLE_MM));
  looked.left -= near.length;
  for (const i of near) {
    if (looked.left <= 0) return undefined;
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const [from, to] = apart(p, centre) < apart(q, centre) ? [p, q] : [q, p];
    const length = lines.length(i);
    if (Math.abs(apart(from, centre) - radius) > ON_BUBBLE_MM || length < 0.5) continue;
    const along: PointMm = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
    const off = Math.abs((centre[0] - from[0]) * along[1] - (centre[1] - from[1]) * along[0]);
    if (off > RADIAL_MM || apart(to, centre) < apart(from, centre)) continue;
    const run = followed(lines, { from, to, rows: lines.rowsOf(i) }, along, looked);
    if (apart(run.to, run.from) >= LEAST_LINE_MM) return run;
  }
  return undefined;
}

/** A line with all pieces that go on from it: its dashes may be marks of their own. */
function followed(lines: LineWork, first: Run, along: PointMm, looked: { left: number }): Run {
  let { to } = first;
  const rows = [...first.rows];
  while (looked.left > 0) {
    const next = pieceAhead(lines, to, along, looked);
    if (!next) break;
    rows.push(...lines.rowsOf(next.piece));
    to = next.to;
  }
  return { from: first.from, to, rows };
}

/** The nearest piece that goes on from a place along a line, and where it ends. */
function pieceAhead(lines: LineWork, at: PointMm, [ux, uy]: PointMm, looked: { left: number }) {
  const ahead = boxOfPoints([at, [at[0] + ux * NEXT_PIECE_MM, at[1] + uy * NEXT_PIECE_MM]], SAME_LINE_MM);
  let best: { piece: number; far: number; to: PointMm } | undefined;
  for (const piece of lines.near(ahead)) {
    looked.left--;
    const ends = [lines.end(piece, 0), lines.end(piece, 1)].map((end) => {
      const [dx, dy] = [end[0] - at[0], end[1] - at[1]];
      return { end, along: dx * ux + dy * uy, across: Math.abs(dx * uy - dy * ux) };
    });
    const [near, far] = ends.sort((a, b) => a.along - b.along);
    if (!near || !far || near.along < -SAME_LINE_MM || far.along < SAME_LINE_MM) continue;
    if (Math.max(near.across, far.across) > SAME_LINE_MM) continue;
    if (!best || far.along < best.far) best = { piece, far: far.along, to: far.end };
  }
  return best;
}
