import { PAINT, VERB, type Drawing, type Page } from "@hemstitch/core/drawing";

/** Marks that are painted alike, as one path in sheet millimetres. */
export interface Batch {
  readonly path: Path2D;
  readonly stroke: boolean;
  readonly colour: string;
  readonly widthMm: number;
  readonly dashMm: readonly number[];
}

export interface Lettering {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly emMm: number;
  readonly capMm: number;
  readonly advanceMm: number;
  readonly colour: string;
}

/** A page made ready for painting. */
export interface Paintable {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly batches: readonly Batch[];
  readonly lettering: readonly Lettering[];
}

/** Marks in one path; more would keep the browser busy for longer than a frame. */
const MOST_IN_BATCH = 4000;

const hex = (rgb: number): string => `#${rgb.toString(16).padStart(6, "0")}`;

/** Gathers the visible marks of a page into batches, in the order of painting. */
export function paintable(drawing: Drawing, page: Page): Paintable {
  const batches: Batch[] = [];
  const { paths } = page;
  let key = "";
  let path = new Path2D();
  let inBatch = 0;
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if (paint & PAINT.hidden) continue;
    for (const stroke of [false, true]) {
      if (!(paint & (stroke ? PAINT.stroke : PAINT.fill))) continue;
      const colour = (stroke ? paths.strokeColour[row] : paths.fillColour[row]) ?? 0;
      const fresh = stroke ? `s${colour}|${paths.widthMm[row]}|${paths.dash[row]}` : `f${colour}`;
      if (fresh !== key || inBatch >= MOST_IN_BATCH) {
        key = fresh;
        path = new Path2D();
        inBatch = 0;
        batches.push({
          path,
          stroke,
          colour: hex(colour),
          widthMm: paths.widthMm[row] ?? 0,
          dashMm: drawing.dashes[paths.dash[row] ?? 0] ?? [],
        });
      }
      trace(path, page, row);
      inBatch++;
    }
  }
  return { widthMm: page.widthMm, heightMm: page.heightMm, batches, lettering: letteringOf(drawing, page) };
}

function trace(path: Path2D, { paths }: Page, row: number): void {
  const { points, verbs } = paths;
  let p = (paths.firstPoint[row] ?? 0) * 2;
  const end = paths.firstVerb[row + 1] ?? 0;
  for (let v = paths.firstVerb[row] ?? 0; v < end; v++) {
    const verb = verbs[v];
    const [x, y] = [points[p] ?? 0, points[p + 1] ?? 0];
    if (verb === VERB.curve) {
      path.bezierCurveTo(x, y, points[p + 2] ?? 0, points[p + 3] ?? 0, points[p + 4] ?? 0, points[p + 5] ?? 0);
      p += 6;
      continue;
    }
    if (verb === VERB.move) path.moveTo(x, y);
    else path.lineTo(x, y);
    p += 2;
  }
  if ((paths.paint[row] ?? 0) & PAINT.closed) path.closePath();
}

function letteringOf(drawing: Drawing, { texts }: Page): Lettering[] {
  const list: Lettering[] = [];
  for (let row = 0; row < texts.count; row++) {
    const text = texts.strings[row] ?? "";
    if ((texts.paint[row] ?? 0) & PAINT.hidden || text.trim() === "") continue;
    const capMm = texts.heightMm[row] ?? 0;
    list.push({
      text,
      x: texts.anchors[row * 2] ?? 0,
      y: texts.anchors[row * 2 + 1] ?? 0,
      turn: (-(texts.angleDeg[row] ?? 0) * Math.PI) / 180,
      emMm: capMm / (drawing.fonts[texts.font[row] ?? 0]?.capHeight || 0.7),
      capMm,
      advanceMm: texts.advanceMm[row] ?? 0,
      colour: hex(texts.colour[row] ?? 0),
    });
  }
  return list;
}
