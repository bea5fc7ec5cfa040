import { drawLeader, drawRows, layRows, Lettered, styleLettering, type RowStops } from "../plot";
import type { Board, Point } from "../drawing";
import type { DimensionStyleEntry } from "../standard/plain";
import { drawPoche } from "./poche";
import type { Specimen, SpecimenContext } from "./form";

/**
 * A small building with two masses, so that no row repeats another, in modules of its planning
 * grid from its lower-left corner; the right mass is set back. Invented.
 */
const LENGTH = 26;
const DEPTH = 14;
const SET_BACK = 4;
const JOINT = 16;
const WALL = 1;
const ABOVE: RowStops = {
  overall: [0, LENGTH],
  grid: [0.5, JOINT, LENGTH - 0.5],
  masses: [0, JOINT, LENGTH],
  openings: [0, 3, 7, 10, 13, JOINT, 19, 23, LENGTH],
};
const LEFT: RowStops = {
  overall: [0, DEPTH],
  grid: [0.5, DEPTH - 0.5],
  masses: [0, DEPTH],
  openings: [0, 5, 9, DEPTH],
};

/** One module, and the scale that gives its rows room: values in feet and inches are longer. */
const METRIC = { moduleMm: 300, scale: 100 };
const FEET = { moduleMm: 304.8, scale: 80 };

const inModules = (stops: RowStops, moduleMm: number): RowStops =>
  Object.fromEntries(Object.entries(stops).map(([row, each]) => [row, each.map((stop) => stop * moduleMm)]));

/** The building with its rows above and to the left, and a leader. */
export function dimensionSpecimen(style: DimensionStyleEntry, { lookup, standard }: SpecimenContext): Specimen {
  const units = standard.unitStyles.find((each) => each.id === style.unitStyle);
  const textStyle = standard.textStyles.find((each) => each.id === style.textStyle);
  const textMm = textStyle?.heightMm ?? 2.5;
  const { moduleMm, scale } = units && /feet|inch/.test(units.system) ? FEET : METRIC;
  const laid = (stops: RowStops) => (units ? layRows(style, units, inModules(stops, moduleMm), scale) : []);
  const [above, left] = [laid(ABOVE), laid(LEFT)];
  const margin = textMm * 2 + 4;
  const [outLeft, outAbove] = [left[0]?.outMm ?? 0, above[0]?.outMm ?? 0];
  const module = moduleMm / scale;
  const [width, depth] = [LENGTH * module, DEPTH * module];
  const origin: Point = [outLeft + margin, 14];
  return {
    widthMm: origin[0] + width + 6,
    heightMm: origin[1] + depth + outAbove + margin,
    draw: (board) => {
      const fine = lookup.pens[1]?.widthMm ?? 0.18;
      drawBuilding(board, origin, module, lookup.pens[4]?.widthMm ?? 0.5, lookup.pens[0]?.widthMm ?? 0.13);
      if (style.layer) board.layer(style.layer);
      board.ink(0).fillInk(0).pen(fine).lettering(styleLettering(textStyle));
      drawRows(board, style, textMm, above, { from: [origin[0], origin[1] + depth], alongDeg: 0, out: 1 });
      drawRows(board, style, textMm, left, { from: origin, alongDeg: 90, out: 1 });
      const tip: Point = [origin[0] + width * 0.3, origin[1] + 1.5];
      drawLeader(board, style, "QT", new Lettered(board, textStyle, textMm), tip, [tip[0] + 7, origin[1] - 7]);
    },
  };
}

function drawBuilding(board: Board, [x, y]: Point, module: number, bold: number, fine: number): void {
  const at = (across: number, up: number): Point => [x + across * module, y + up * module];
  const around = (inset: number): Point[] => [
    at(inset, inset),
    at(LENGTH - inset, inset),
    at(LENGTH - inset, DEPTH - SET_BACK - inset),
    at(JOINT - inset, DEPTH - SET_BACK - inset),
    at(JOINT - inset, DEPTH - inset),
    at(inset, DEPTH - inset),
  ];
  const [outline, inside] = [around(0), around(WALL)];
  board.ink(0).pen(fine);
  // Outer and inner outline, joined at a corner, leave the walls between them.
  const ring = [...outline, at(0, 0), at(WALL, WALL), ...[...inside].reverse()];
  drawPoche(board, ring, 1);
  board.pen(bold).polyline(outline, true).polyline(inside, true);
}
