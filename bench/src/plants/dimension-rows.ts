import type { Pen } from "../recognition/pen";
import type { Point } from "../recognition/scene";
import { written } from "./figures";
import type { Office } from "./office";

/** What may be wrong with one row; the fault of a figure is of the one dimension that `at` counts. */
export interface RowFault {
  readonly kind: "value" | "module" | "format" | "terminator" | "size" | "gap" | "overshoot" | "crowded" | "sum";
  readonly at: number;
}

export interface PlannedRow {
  /** Where its stops lie from, which way they run, and which way is away from the building. */
  readonly from: Point;
  readonly along: Point;
  readonly away: Point;
  readonly outMm: number;
  /** Millimetres on paper. */
  readonly stops: readonly number[];
  /** Dimensions between walls have no extension lines. */
  readonly isInside?: boolean;
  readonly fault?: RowFault | undefined;
}

/** Faults at the first end of a dimension rather than in the middle of it. */
const END_FAULTS: ReadonlySet<RowFault["kind"]> = new Set(["terminator", "size", "gap", "overshoot"]);

/** Draws a row the office's way. Gives the place of its fault: the middle of the dimension line it is on. */
export function drawPlannedRow(pen: Pen, office: Office, row: PlannedRow): Point {
  const at = (along: number, out: number): Point => [
    row.from[0] + row.along[0] * along + row.away[0] * out,
    row.from[1] + row.along[1] * along + row.away[1] * out,
  ];
  const { stops, outMm: out, fault } = row;
  pen.width = 0.18;
  if (!row.isInside) stops.forEach((stop, i) => extension(pen, office, row, at, stop, fault?.at === i));
  let place: Point = at(0, out);
  for (let i = 0; i + 1 < stops.length; i++) {
    const [a = 0, b = 0] = [stops[i], stops[i + 1]];
    const own = fault?.at === i ? fault.kind : undefined;
    const middle = (a + b) / 2;
    if (fault?.at === i) place = at(END_FAULTS.has(fault.kind) ? a : middle, out);
    const text = written(office, (b - a) * office.scale, own);
    const room = office.place === "in-line" ? text.length * office.textMm * 0.9 + 2 : 0;
    if (room > 0 && own !== "crowded") {
      pen.line(at(a, out), at(middle - room / 2, out));
      pen.line(at(middle + room / 2, out), at(b, out));
    } else pen.line(at(a, out), at(b, out));
    for (const [stop, way] of [
      [a, 1],
      [b, -1],
    ] as const)
      ending(pen, office, row.along, at(stop, out), way, own);
    figure(pen, office, row, at(middle, out), text, own === "crowded");
  }
  return place;
}

function extension(
  pen: Pen,
  office: Office,
  { outMm: out, fault }: PlannedRow,
  at: (along: number, out: number) => Point,
  stop: number,
  isFaulty: boolean,
): void {
  const short = isFaulty && fault?.kind === "gap" ? 2.2 : 0;
  const overshoot = isFaulty && fault?.kind === "overshoot" ? office.overshoot + 1.6 : office.overshoot;
  const from = office.fixed === undefined ? office.gap : Math.max(office.gap, out - office.fixed);
  pen.line(at(stop, from + short), at(stop, out + overshoot));
}

function ending(
  pen: Pen,
  office: Office,
  [ux, uy]: Point,
  [x, y]: Point,
  way: 1 | -1,
  fault: string | undefined,
): void {
  const size = fault === "size" ? office.terminatorMm * 1.7 : office.terminatorMm;
  const other = office.terminator === "oblique-tick" ? "filled-arrow" : "oblique-tick";
  const kind = fault === "terminator" ? other : office.terminator;
  if (kind === "oblique-tick") {
    const [dx, dy] = [((ux - uy) * size) / 2 / Math.SQRT2, ((ux + uy) * size) / 2 / Math.SQRT2];
    pen.line([x - dx, y - dy], [x + dx, y + dy]);
  } else if (kind === "dot" || kind === "circle") pen.circle([x, y], size / 4, kind === "dot" ? 0 : null);
  else {
    const barb = (side: number): Point => [
      x + ux * way * size - uy * side * size * 0.18,
      y + uy * way * size + ux * side * size * 0.18,
    ];
    if (kind === "filled-arrow") pen.area([[x, y], barb(1), barb(-1)]);
    else pen.polyline([barb(1), [x, y], barb(-1)]);
  }
}

function figure(pen: Pen, office: Office, { along }: PlannedRow, [x, y]: Point, text: string, isAstray: boolean): void {
  const angle = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  const [nx, ny] = pen.upOf(along);
  const usual = office.place === "in-line" ? -office.textMm / 2 : office.textMm * 0.4;
  // Where the style has it above the line, below it; where in the line, above it.
  const up = !isAstray ? usual : office.place === "in-line" ? office.textMm * 0.4 : -office.textMm * 1.4;
  pen.text([x + nx * up, y + ny * up], text, office.textMm, angle);
}
