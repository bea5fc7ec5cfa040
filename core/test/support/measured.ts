import { asPdf, type Plottable } from "../../src/formats/export";
import { barlow } from "./fonts";
import { traced, type TracedPage, type TracedPath } from "./trace";
import { temporary } from "./tools";

/** A straight piece of a traced path, millimetres on paper. */
export interface Piece {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** A drawing on a page of its own, as `mutool trace` measures it. */
export async function measured(drawing: Plottable): Promise<TracedPage> {
  const page = traced(temporary(await asPdf(drawing, "specimen", barlow())), () => true)[0];
  if (!page) throw new Error("mutool lists no page.");
  return page;
}

export const strokesOf = (page: TracedPage, is: (path: TracedPath) => boolean = () => true): TracedPath[] =>
  page.paths.filter((path) => path.kind === "stroke" && is(path));

/** Every straight piece of paths, in turn. */
export const piecesOf = (paths: readonly TracedPath[]): Piece[] =>
  paths.flatMap((path) =>
    path.subpaths.flatMap((points) =>
      points.slice(1).map(([x2, y2], i) => ({ x1: points[i]![0], y1: points[i]![1], x2, y2 })),
    ),
  );

export const lengthOf = ({ x1, y1, x2, y2 }: Piece): number => Math.hypot(x2 - x1, y2 - y1);

/** Direction of a piece, degrees from 0 up to 180. */
export const directionOf = ({ x1, y1, x2, y2 }: Piece): number =>
  (((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI + 180.0005) % 180) - 0.0005;

/** How far lines of one direction lie from the origin, each once, rising; millimetres. */
export function offsetsOf(pieces: readonly Piece[], angleDeg: number): number[] {
  const turn = (angleDeg * Math.PI) / 180;
  const rising = pieces
    .filter((piece) => Math.abs(Math.sin((directionOf(piece) - angleDeg) * (Math.PI / 180))) < 1e-3)
    .map(({ x1, y1 }) => y1 * Math.cos(turn) - x1 * Math.sin(turn))
    .sort((a, b) => a - b);
  return rising.filter((each, i) => i === 0 || each - rising[i - 1]! > 1e-3);
}
