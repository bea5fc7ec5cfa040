import type { BoxMm, Matrix } from "../../drawing";
import { ReadError, type ReadLimits } from "../limits";
import { numberAt, numbersOf } from "./objects";
import type { PdfPage } from "./page-tree";
import type { Value } from "./syntax/values";

const POINT_MM = 25.4 / 72;

/** A page as it is seen: its size, and the map from its default user space to paper. */
export interface PageBox {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly toPaper: Matrix;
  /** Millimetres of one unit of default user space. */
  readonly unitMm: number;
}

const LETTER = [0, 0, 612, 792];

function rectangle(value: Value | undefined): [number, number, number, number] | undefined {
  const n = numbersOf(value);
  if (n.length !== 4 || !n.every(Number.isFinite)) return undefined;
  const [a, b, c, d] = n as [number, number, number, number];
  return [Math.min(a, c), Math.min(b, d), Math.max(a, c), Math.max(b, d)];
}

/** Crop box cut to the media box, turned by /Rotate, scaled by /UserUnit. */
export function pageBox({ dict, attributes }: PdfPage, pageIndex: number, limits: ReadLimits): PageBox {
  const media = rectangle(attributes.MediaBox) ?? (LETTER as [number, number, number, number]);
  const crop = rectangle(attributes.CropBox) ?? media;
  let [x0, y0, x1, y1] = [
    Math.max(crop[0], media[0]),
    Math.max(crop[1], media[1]),
    Math.min(crop[2], media[2]),
    Math.min(crop[3], media[3]),
  ];
  if (x1 <= x0 || y1 <= y0) [x0, y0, x1, y1] = media;
  const userUnit = numberAt(dict, "UserUnit") ?? 1;
  const k = POINT_MM * (userUnit > 0 ? userUnit : 1);
  const rotate = attributes.Rotate;
  const quarter = ((Math.round((typeof rotate === "number" ? rotate : 0) / 90) % 4) + 4) % 4;
  const [width, height] = [(x1 - x0) * k, (y1 - y0) * k];
  if (width <= 0 || height <= 0)
    throw new ReadError("page-size", `Page ${pageIndex} has no size.`, "Export the drawing again.");
  if (Math.max(width, height) > limits.pageMm)
    throw new ReadError(
      "over-limit",
      `Page ${pageIndex} is ${metres(width)} × ${metres(height)}; the limit is ${metres(limits.pageMm)}.`,
      "Export the drawing at the size of its sheet.",
    );
  const turned = quarter % 2 === 1;
  return {
    widthMm: turned ? height : width,
    heightMm: turned ? width : height,
    toPaper: turn(quarter, k, [x0, y0, x1, y1]),
    unitMm: k,
  };
}

const metres = (mm: number): string => `${Number((mm / 1000).toPrecision(4)).toLocaleString("en")} m`;

function turn(quarter: number, k: number, [x0, y0, x1, y1]: readonly [number, number, number, number]): Matrix {
  switch (quarter) {
    case 1:
      return { a: 0, b: -k, c: k, d: 0, e: -y0 * k, f: x1 * k };
    case 2:
      return { a: -k, b: 0, c: 0, d: -k, e: x1 * k, f: y1 * k };
    case 3:
      return { a: 0, b: k, c: -k, d: 0, e: y1 * k, f: -x0 * k };
    default:
      return { a: k, b: 0, c: 0, d: k, e: -x0 * k, f: -y0 * k };
  }
}

/** The box on paper of a rectangle of some user space. */
export function boxOnPaper(rect: readonly number[], m: Matrix): BoxMm {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = rect;
  const corners = [x0, x1].flatMap((x) => [y0, y1].map((y) => [x, y] as const));
  const xs = corners.map(([px, py]) => m.a * px + m.c * py + m.e);
  const ys = corners.map(([px, py]) => m.b * px + m.d * py + m.f);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}
