import { clearBetween, distanceToBox, together, type BoxMm, type PointMm } from "../drawing";
import { DRAWING_TITLES, type DrawingTitle } from "./drawing-titles";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import { CLOSE_REGIONS, REGIONS, type Regions } from "./regions";

/**
 * What a draughtsman sees: two drawings, each over its title, however near they stand. Marks with white paper around them
 * are a part of the page. Where two titles with their scales stand in one part, it is two drawings, if it falls into as
 * many at the little room that there has to be between drawings: each title has the largest piece that stands over it (or
 * right under it), and what is left goes to the nearest. Where a title finds none of its own, the part is left whole.
 */

/** A title stands no farther above or below its drawing. Millimetres. */
const REACH_MM = 30;
/** Bare paper no farther from a piece belongs to it. Millimetres. */
const NEAR_MM = 5;
/** A drawing is no smaller. Millimetres. */
const LEAST_MM = 25;

/** A part of the page that is a drawing, a title block, a list; and the title that stands with it. */
export interface DrawingRegion {
  readonly boxMm: BoxMm;
  readonly title?: DrawingTitle;
}

export class DrawingRegions {
  constructor(
    readonly all: readonly DrawingRegion[],
    private readonly at: (point: PointMm) => number,
  ) {}

  /** Index of the region that a point lies in or next to; -1 for bare paper. */
  of(point: PointMm): number {
    return this.at(point);
  }
}

export const DRAWING_REGIONS: PageRecogniser<DrawingRegions> = {
  id: "drawing-regions",
  on: "page",
  finds: "parts of a page, each drawing by itself",
  from: "white paper around them; where several titles with scales stand in one, the pieces that stand over each",
  find: (facts) => {
    const regions = facts.of(REGIONS)[0]?.value;
    return regions ? [measuredOn(facts.page.index, drawingRegions(facts, regions))] : [];
  },
};

function drawingRegions(facts: PageFacts, regions: Regions): DrawingRegions {
  const titles = facts
    .of(DRAWING_TITLES)
    .map(({ value }) => value)
    .filter(({ note }) => note !== undefined);
  const inRegion = regions.boxes.map((_, i) => titles.filter(({ boxMm }) => regions.of(middleOfBox(boxMm)) === i));
  const close = inRegion.some((own) => own.length > 1) ? facts.of(CLOSE_REGIONS)[0]?.value : undefined;
  const all: DrawingRegion[] = [];
  // By region of the page, which of `all` it is; by piece, where it was parted.
  const whole = new Map<number, number>();
  const pieces = new Map<number, number>();
  regions.boxes.forEach((boxMm, i) => {
    const own = inRegion[i] ?? [];
    const parted = close && own.length > 1 ? partedBy(own, piecesIn(close, regions, i)) : undefined;
    if (!parted) {
      whole.set(i, all.length);
      const [title] = own.length === 1 ? own : [];
      all.push({ boxMm, ...(title ? { title } : {}) });
      return;
    }
    for (const { title, members } of parted) {
      for (const { index } of members) pieces.set(index, all.length);
      all.push({ boxMm: members.map((each) => each.boxMm).reduce(together), title });
    }
  });
  return new DrawingRegions(all, (point) => {
    const piece = close ? pieces.get(close.of(point)) : undefined;
    return piece ?? whole.get(regions.of(point)) ?? nearestOf(all, point);
  });
}

/** Bare paper between the pieces of a part belongs to the nearest, where one is near. */
function nearestOf(all: readonly DrawingRegion[], point: PointMm): number {
  const away = all.map(({ boxMm }) => distanceToBox(boxMm, point));
  const least = Math.min(...away);
  return least <= NEAR_MM ? away.indexOf(least) : -1;
}

const middleOfBox = ({ x, y, width, height }: BoxMm): PointMm => [x + width / 2, y + height / 2];

interface Piece {
  readonly index: number;
  readonly boxMm: BoxMm;
}

/** The pieces that a part of the page falls into. */
const piecesIn = (close: Regions, regions: Regions, region: number): Piece[] =>
  close.boxes.flatMap((boxMm, index) => {
    const at = close.within(index);
    return at && regions.of(at) === region ? [{ index, boxMm }] : [];
  });

interface Part {
  readonly title: DrawingTitle;
  readonly members: Piece[];
}

function partedBy(titles: readonly DrawingTitle[], pieces: readonly Piece[]): Part[] | undefined {
  const bodies = new Set<Piece>();
  const parts: Part[] = [];
  for (const title of titles) {
    const body = pieces
      .filter((piece) => isDrawing(piece.boxMm) && !bodies.has(piece) && standsWith(title.boxMm, piece.boxMm))
      .sort((a, b) => areaOf(b.boxMm) - areaOf(a.boxMm))[0];
    if (!body) return undefined;
    bodies.add(body);
    parts.push({ title, members: [body] });
  }
  for (const piece of pieces) {
    if (bodies.has(piece)) continue;
    const own = titles.findIndex(({ boxMm }) => clearBetween(boxMm, piece.boxMm) <= 0);
    const away = parts.map(({ members }) => clearBetween(members[0]!.boxMm, piece.boxMm));
    parts[own >= 0 ? own : away.indexOf(Math.min(...away))]!.members.push(piece);
  }
  return parts;
}

const isDrawing = ({ width, height }: BoxMm): boolean => Math.min(width, height) >= LEAST_MM;
const areaOf = ({ width, height }: BoxMm): number => width * height;

/** A piece stands over a title, or under it, and not beside; or holds it. */
function standsWith(title: BoxMm, piece: BoxMm): boolean {
  const beside = Math.max(title.x - piece.x - piece.width, piece.x - title.x - title.width);
  const over = Math.max(piece.y - title.y - title.height, title.y - piece.y - piece.height);
  return beside < 0 && over <= REACH_MM;
}
