import { boxOfPoints, type PointMm } from "../drawing";
import { ARCS } from "./arcs";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { LINE_WORK } from "./line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";

/** A bubble and what it bears. Millimetres on paper. */
const BUBBLE_MM = { least: 1.8, most: 10 };
const LABEL = /^[A-Z0-9][A-Z0-9.'’-]{0,3}$/i;
/** A label stands in the middle of its bubble but for this share of its radius. */
const OFF_MIDDLE = 0.5;
/** The line begins on the bubble, and runs straight away from its middle. */
const ON_BUBBLE_MM = 0.8;
const RADIAL_MM = 0.35;
const LEAST_LINE_MM = 4;
/** Pieces of one line lie on one another and go on within this. */
const SAME_LINE_MM = 0.15;
const NEXT_PIECE_MM = 12;
const MOST_PIECES = 400;
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
  find: (facts) => facts.of(LETTERING).flatMap(({ value: line }) => gridLineAt(facts, line)),
};

function gridLineAt(facts: PageFacts, label: TextLine): Sure<GridLine>[] {
  const text = label.text.trim();
  if (!LABEL.test(text)) return [];
  const arcs = facts.of(ARCS)[0]?.value;
  const middle = middleOf(label);
  const bubble = arcs?.passing(middle, BUBBLE_MM.most, BUBBLE_MM.most).find(({ centreMm, radiusMm, sweepDeg }) => {
    const off = Math.hypot(centreMm[0] - middle[0], centreMm[1] - middle[1]);
    return sweepDeg >= 300 && radiusMm >= BUBBLE_MM.least && radiusMm <= BUBBLE_MM.most && off <= OFF_MIDDLE * radiusMm;
  });
  const run = bubble && lineFrom(facts, bubble.centreMm, bubble.radiusMm);
  if (!bubble || !run) return [];
  const rows = [...new Set([...bubble.rows, ...run.rows])].sort((a, b) => a - b);
  const { centreMm: bubbleMm, radiusMm } = bubble;
  const value = { label: text, bubbleMm, radiusMm, from: run.from, to: run.to, rows };
  return [madeOut(facts.page.index, value, CONFIDENCE, label.rows, rows)];
}

/** The line that runs straight away from a bubble, and how far: its dashes may be marks of their own. */
function lineFrom(facts: PageFacts, centre: PointMm, radius: number) {
  const lines = facts.of(LINE_WORK)[0]?.value;
  if (!lines) return undefined;
  const reach = radius + ON_BUBBLE_MM;
  for (const i of lines.near(boxOfPoints([centre], reach)).slice(0, MOST_PIECES)) {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const [from, to] = away(p, centre) < away(q, centre) ? [p, q] : [q, p];
    const length = lines.length(i);
    if (Math.abs(away(from, centre) - radius) > ON_BUBBLE_MM || length < 0.5) continue;
    const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
    const off = Math.abs((centre[0] - from[0]) * uy - (centre[1] - from[1]) * ux);
    if (off > RADIAL_MM || away(to, centre) < away(from, centre)) continue;
    const rows = [lines.rows[i] ?? 0];
    let end = to;
    for (let pieces = 0; pieces < MOST_PIECES; pieces++) {
      const ahead = boxOfPoints([end, [end[0] + ux * NEXT_PIECE_MM, end[1] + uy * NEXT_PIECE_MM]], SAME_LINE_MM);
      const next = lines
        .near(ahead)
        .flatMap((k) => {
          const ends = [lines.end(k, 0), lines.end(k, 1)].map((at) => {
            const [dx, dy] = [at[0] - end[0], at[1] - end[1]];
            return { at, along: dx * ux + dy * uy, across: Math.abs(dx * uy - dy * ux) };
          });
          const far = Math.max(...ends.map(({ along }) => along));
          const isOn = ends.every(({ across, along }) => across <= SAME_LINE_MM && along > -SAME_LINE_MM);
          return isOn && far > SAME_LINE_MM ? [{ k, far, at: ends.find(({ along }) => along === far)!.at }] : [];
        })
        .sort((a, b) => a.far - b.far)[0];
      if (!next) break;
      rows.push(lines.rows[next.k] ?? 0);
      end = next.at;
    }
    if (away(end, from) >= LEAST_LINE_MM) return { from, to: end, rows };
  }
  return undefined;
}

const away = (a: PointMm, b: PointMm): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
