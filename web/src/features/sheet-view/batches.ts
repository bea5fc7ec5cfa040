import {
  PAINT,
  RING_ENDS,
  VERB,
  type BoxMm,
  type Clip,
  type Drawing,
  type Page,
  type PlacedImage,
} from "@hemstitch/core/drawing";

/** Marks that are painted alike, as one path in sheet millimetres. */
export interface Batch {
  readonly path: Path2D;
  readonly stroke: boolean;
  readonly colour: string;
  readonly widthMm: number;
  readonly dashMm: readonly number[];
  /** What cuts it, each within those before it; none where only the paper's edge does. */
  readonly clips: readonly Cut[];
  /** 0 lets all through that is beneath, 1 nothing. */
  readonly alpha: number;
  /** Index into `Drawing.layers`; -1 for none. */
  readonly layer: number;
}

/** Something that cuts marks. */
export interface Cut {
  readonly path: Path2D;
  readonly rule: CanvasFillRule;
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
  readonly clips: readonly Cut[];
  readonly alpha: number;
  readonly layer: number;
}

/** A page made ready for painting. */
export interface Paintable {
  /** 1 for the first. */
  readonly page: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Whether areas are filled with cells that are repeated. */
  readonly hasCells: boolean;
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
  const cuts = new Cuts(page.clips);
  const alphaOf = (id: number | undefined, stroke: boolean): number => {
    const transparency = drawing.transparencies[id ?? 0];
    return (stroke ? transparency?.strokeAlpha : transparency?.fillAlpha) ?? 1;
  };
  const images = [...page.images].sort((a, b) => a.order - b.order);
  let run: Run | undefined;
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    for (let image = images[0]; image && image.order < (paths.order[row] ?? 0); image = images[0]) {
      images.shift();
      batches.push(standIn(image, cuts));
      run = undefined;
    }
    // The cell of a pattern stands for all of its repetitions; one of them alone would mislead.
    if (paint & PAINT.hidden || page.groups[paths.group[row] ?? 0]?.cell) continue;
    for (const stroke of [false, true]) {
      if (!(paint & (stroke ? PAINT.stroke : PAINT.fill)) || (!stroke && !hasArea(page, row))) continue;
      const colour = (stroke ? paths.strokeColour[row] : paths.fillColour[row]) ?? 0;
      const clip = paths.clip[row] ?? 0;
      const alpha = alphaOf(paths.transparency[row], stroke);
      if (!run?.takes(stroke, colour, clip, alpha)) run = new Run(batches, stroke, colour, clip, alpha);
      const layer = paths.layer[row] ?? -1;
      const widthMm = stroke ? (paths.widthMm[row] ?? 0) : 0;
      const dash = stroke ? (paths.dash[row] ?? 0) : 0;
      const path = run.pathFor(`${stroke}|${widthMm}|${dash}|${layer}`, () => ({
        stroke,
        colour: hex(colour),
        widthMm,
        dashMm: drawing.dashes[dash] ?? [],
        clips: cuts.of(clip),
        alpha,
        layer,
      }));
      trace(path, page, row);
    }
  }
  batches.push(...images.map((image) => standIn(image, cuts)));
  const { index, widthMm, heightMm, groups } = page;
  const hasCells = groups.some(({ cell }) => cell);
  return { page: index, widthMm, heightMm, hasCells, batches, lettering: letteringOf(drawing, page, cuts) };
}

/**
 * Strokes, or fills, one after the other of one colour under one clip. Where they let nothing through, it is all one in which order
 * they are painted, so that those of one width go into one path, whatever stands between them.
 */
class Run {
  private readonly open = new Map<string, { readonly path: Path2D; marks: number }>();

  constructor(
    private readonly batches: Batch[],
    private readonly stroke: boolean,
    private readonly colour: number,
    private readonly clip: number,
    private readonly alpha: number,
  ) {}

  takes(stroke: boolean, colour: number, clip: number, alpha: number): boolean {
    if (alpha < 1 || this.alpha < 1) return false;
    return stroke === this.stroke && colour === this.colour && clip === this.clip;
  }

  /** The path for one more mark of a look. */
  pathFor(look: string, made: () => Omit<Batch, "path">): Path2D {
    let open = this.open.get(look);
    if (!open || open.marks >= MOST_IN_BATCH) {
      open = { path: new Path2D(), marks: 0 };
      this.open.set(look, open);
      this.batches.push({ path: open.path, ...made() });
    }
    open.marks++;
    return open.path;
  }
}

/** What cuts the marks of a page, made ready for a canvas: by clip, each once. */
class Cuts {
  private readonly made = new Map<number, readonly Cut[]>();

  constructor(private readonly clips: readonly Clip[]) {}

  /** Those of a clip, the outermost first; the paper's own edge is none. */
  of(id: number): readonly Cut[] {
    const clip = this.clips[id];
    if (!clip || clip.outer < 0) return [];
    let cuts = this.made.get(id);
    if (!cuts) {
      const box: Cut = { path: boxOf(clip.boxMm), rule: "nonzero" };
      const { outline, evenOdd } = clip;
      const ring: Cut[] = outline ? [{ path: outlineOf(outline), rule: evenOdd ? "evenodd" : "nonzero" }] : [];
      cuts = [...this.of(clip.outer), box, ...ring];
      this.made.set(id, cuts);
    }
    return cuts;
  }
}

function boxOf({ x, y, width, height }: BoxMm): Path2D {
  const path = new Path2D();
  path.rect(x, y, width, height);
  return path;
}

function outlineOf(outline: readonly number[]): Path2D {
  const path = new Path2D();
  let begins = true;
  for (let i = 0; i < outline.length; i += 2) {
    const [x, y] = [outline[i] ?? 0, outline[i + 1] ?? 0];
    if (x === RING_ENDS) {
      path.closePath();
      begins = true;
    } else if (begins) {
      path.moveTo(x, y);
      begins = false;
    } else path.lineTo(x, y);
  }
  path.closePath();
  return path;
}

/** Two points enclose nothing; some programs fill every line. */
const hasArea = ({ paths }: Page, row: number): boolean =>
  (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0) > 2;

/** Stands where a picture or a shading is, so that nobody takes the place for empty. */
function standIn({ boxMm, clip, layer }: PlacedImage, cuts: Cuts): Batch {
  const look = { stroke: false, colour: STAND_IN, widthMm: 0, dashMm: [], alpha: 0.35 };
  return { path: boxOf(boxMm), ...look, clips: cuts.of(clip), layer };
}

const STAND_IN = "#b9b4a6";

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

function letteringOf(drawing: Drawing, { texts }: Page, cuts: Cuts): Lettering[] {
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
      clips: cuts.of(texts.clip[row] ?? 0),
      alpha: drawing.transparencies[texts.transparency[row] ?? 0]?.fillAlpha ?? 1,
      layer: texts.layer[row] ?? -1,
    });
  }
  return list;
}
