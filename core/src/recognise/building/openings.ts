import Flatbush from "flatbush";
import { boxOfPoints, type PointMm } from "../../drawing";
import { ARCS, type Arc } from "../arcs";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { OUTLINES } from "./outlines";
import { isSwing } from "./swings";
import {
  alongOf,
  goingOn,
  HEAVY_SHARE,
  MEET_MM,
  pointOf,
  Scales,
  sideOf,
  thickOf,
  WALLS,
  WIDEST_OPENING,
  type Band,
  type Wall,
} from "./walls";

/** Walls that are as sure as this are looked at. */
export const SURE_WALL = 0.6;
/** No opening is narrower: of the building, and on paper where no scale is known. Millimetres. */
const LEAST = { building: 350, paper: 5 };
/** The end of a wall beside an opening is as long as the wall is thick; a longer line is the face of another. */
const LONGEST_JAMB = 1.6;
const ACROSS_COS = 0.05;
/** Glass runs from jamb to jamb, but for this. */
const ALONG_GLASS = 0.8;
/** A swing has its hinge at a corner of its opening, and its radius is the width of the leaf: shares of the opening's. */
const HINGE_SHARE = 0.2;
const LEAF = { least: 0.8, most: 1.12 };
/** Pieces of lines beside walls that are looked at on a page. */
const MOST_LOOKED_AT = 1_000_000;
const CONFIDENCE = { marked: 0.95, bare: 0.7 };

export type OpeningUse = "door" | "window" | "opening";

/** A gap in a wall, or glass in it. Millimetres on paper. */
export interface WallOpening {
  readonly use: OpeningUse;
  /** Its ends, in the middle of the wall. */
  readonly from: PointMm;
  readonly to: PointMm;
  /** Between its jambs. */
  readonly widthMm: number;
  /** Radii of its swings: the widths of its leaves. */
  readonly leavesMm: readonly number[];
  readonly wall: Wall;
  /** What closes it along either face, where the faces end at it. */
  readonly closures: readonly (readonly [PointMm, PointMm])[];
  readonly rows: readonly number[];
}

export const OPENINGS: PageRecogniser<WallOpening> = {
  id: "openings",
  on: "page",
  finds: "openings in walls and their widths",
  from: "gaps between walls of one line and thickness that end in jambs, with swings or glass in them or not; glass between jambs within a wall",
  find: (facts) => {
    const walls = facts.of(WALLS).flatMap(({ value, confidence }) => (confidence >= SURE_WALL ? [value] : []));
    return walls.length === 0 ? [] : new OpeningFinder(facts, walls).all();
  },
};

class OpeningFinder {
  private readonly lines: LineWork;
  private readonly outlines: LineWork;
  private readonly swings: Swings;
  private readonly scales: Scales;
  private looked = MOST_LOOKED_AT;

  constructor(
    private readonly facts: PageFacts,
    private readonly walls: readonly Wall[],
  ) {
    const [lines, outlines] = [facts.of(LINE_WORK)[0]?.value, facts.of(OUTLINES)[0]?.value];
    if (!lines || !outlines) throw new Error("Every page has line work, if none in number.");
    [this.lines, this.outlines] = [lines, outlines];
    this.scales = new Scales(facts);
    this.swings = new Swings(facts.of(ARCS)[0]?.value.all ?? []);
  }

  all(): Sure<WallOpening>[] {
    const bands = this.walls.map(({ band }) => band);
    const next = new Map(goingOn(bands, (at) => this.widest(at)));
    const gaps: { readonly opening: Sure<WallOpening>; readonly away: number }[] = [];
    const found: Sure<WallOpening>[] = [];
    const add = (opening: Sure<WallOpening>): void => {
      if (!found.some(({ value }) => isOnePlace(value, opening.value))) found.push(opening);
    };
    this.walls.forEach((wall, i) => {
      const after = this.walls[next.get(i) ?? -1];
      const until = after && alongOf(wall.band, pointOf(after.band, after.band.from, after.band.low));
      for (const way of [1, -1] as const)
        for (const [from, to] of this.gapsBeside(wall, way, way === 1 ? until : undefined)) {
          const opening = this.gap(wall, Math.min(from, to), Math.max(from, to));
          const away = Math.abs(from - (way === 1 ? wall.band.to : wall.band.from));
          if (opening) gaps.push({ opening, away });
        }
    });
    // Several walls of a line may tell one gap: that which ends at it knows best how thick the wall is there.
    gaps.sort((a, b) => a.away - b.away);
    for (const { opening } of gaps) add(opening);
    for (const wall of this.walls) for (const opening of this.glassIn(wall)) add(opening);
    return found;
  }

  private widest(at: PointMm): number {
    return this.scales.paper(at, WIDEST_OPENING.building, WIDEST_OPENING.paper);
  }

  private least(at: PointMm): number {
    return this.scales.paper(at, LEAST.building, LEAST.paper);
  }

  /**
   * Stretches beyond an end of a wall, along its line, that may be gaps: from one jamb to the next. Behind a gap may
   * stand a piece too short to be told as a wall, and behind that another gap.
   */
  private *gapsBeside({ band, ...wall }: Wall, way: 1 | -1, until: number | undefined): Generator<[number, number]> {
    const end = way === 1 ? band.to : band.from;
    const limit = end + way * this.widest(pointOf(band, end, band.low));
    const ahead = { ...band, from: Math.min(end, limit), to: Math.max(end, limit) };
    const stops = [
      end,
      ...this.crossings(this.outlines, ahead, this.heavyOf(wall)),
      ...(until === undefined ? [] : [until]),
    ].filter((at) => (at - end) * way > -MEET_MM);
    stops.sort((a, b) => (a - b) * way);
    for (let i = 1; i < stops.length; i++) yield [stops[i - 1]!, stops[i]!];
  }

  /** What lies between two jambs, where the faces of the wall don't go on. */
  private gap(wall: Wall, from: number, to: number): Sure<WallOpening> | undefined {
    const { band } = wall;
    const width = to - from;
    const middle = pointOf(band, (from + to) / 2, (band.low + band.high) / 2);
    if (width < this.least(middle) || width > this.widest(middle)) return undefined;
    const heavy = this.heavyOf(wall);
    if ([band.low, band.high].some((side) => this.isCovered(band, (from + to) / 2, side, heavy))) return undefined;
    const jambs = [from, to].map((along) => this.jambAt(band, along));
    if (jambs.includes("face")) return undefined;
    const glass = this.glass(band, from, to);
    const leaves = this.swings.of(band, from, to);
    const isMarked = glass.length > 0 || leaves.length > 0;
    // Glass has a jamb at one end at least; what hangs on hinges is a door in any case.
    const bare = jambs.filter((jamb) => jamb === "none").length;
    if (leaves.length === 0 && bare > (isMarked ? 1 : 0)) return undefined;
    const closures = [band.low, band.high].map((side) => [pointOf(band, from, side), pointOf(band, to, side)] as const);
    const use = leaves.length > 0 ? "door" : glass.length > 0 ? "window" : "opening";
    return this.told(wall, use, from, to, closures, leaves, glass, isMarked);
  }

  /** Glass between jambs within a wall whose faces go on. */
  private glassIn(wall: Wall): Sure<WallOpening>[] {
    const { band } = wall;
    const crossings = this.crossings(this.lines, band);
    if (crossings.length < 2) return [];
    const spans: [number, number, number][] = [];
    for (const { from, to, piece } of this.within(band, band.from, band.to)) {
      const [begin, end] = [from, to].map((at) => crossings.find((each) => Math.abs(each - at) <= MEET_MM));
      if (begin === undefined || end === undefined) continue;
      const at = pointOf(band, begin, band.low);
      if (end - begin < this.least(at)) continue;
      if (!spans.some(([a, b]) => Math.abs(a - begin) + Math.abs(b - end) < 2 * MEET_MM))
        spans.push([begin, end, piece]);
    }
    return spans
      .filter(([from, to]) => !spans.some(([a, b]) => a <= from && b >= to && b - a > to - from))
      .map(([from, to, piece]) => this.told(wall, "window", from, to, [], [], [piece], true));
  }

  private told(
    wall: Wall,
    use: OpeningUse,
    from: number,
    to: number,
    closures: WallOpening["closures"],
    swings: readonly Arc[],
    glass: readonly number[],
    isMarked: boolean,
  ): Sure<WallOpening> {
    const left = (wall.band.low + wall.band.high) / 2;
    const rows = [
      ...new Set([...swings.flatMap((arc) => arc.rows), ...glass.flatMap((i) => this.lines.rowsOf(i)), ...wall.rows]),
    ];
    const opening: WallOpening = {
      use,
      from: pointOf(wall.band, from, left),
      to: pointOf(wall.band, to, left),
      widthMm: to - from,
      leavesMm: swings.map(({ radiusMm }) => radiusMm),
      wall,
      closures,
      rows,
    };
    return madeOut(this.facts.page.index, opening, isMarked ? CONFIDENCE.marked : CONFIDENCE.bare, [], rows);
  }

  private heavyOf({ pieces }: Pick<Wall, "pieces">): number {
    return HEAVY_SHARE * Math.min(...pieces.map((i) => this.outlines.widthMm[i] ?? 0));
  }

  /** Whether the face of a wall goes on over a place. */
  private isCovered(band: Band, along: number, side: number, heavy: number): boolean {
    const at = pointOf(band, along, side);
    return this.near(this.outlines, [at]).some(
      (i) =>
        (this.outlines.widthMm[i] ?? 0) >= heavy &&
        this.outlines.distance(i, at) <= MEET_MM &&
        this.isAlong(this.outlines, i, band),
    );
  }

  /** What a wall ends in: a jamb, the face of another wall, or nothing. */
  private jambAt(band: Band, along: number): "jamb" | "face" | "none" {
    const at = pointOf(band, along, (band.low + band.high) / 2);
    const across = [this.lines, this.outlines].flatMap((lines) =>
      this.near(lines, [at])
        .filter((i) => lines.distance(i, at) <= MEET_MM && this.isAcross(lines, i, band))
        .map((i) => lines.length(i)),
    );
    // The face of a wall that another ends at breaks off at its faces, or is drawn in pieces.
    if ([band.low, band.high].every((side) => this.goesOnBeside(band, along, side))) return "face";
    if (across.length === 0) return "none";
    const longest = Math.max(...across);
    return longest > LONGEST_JAMB * thickOf(band) + 2 * MEET_MM ? "face" : "jamb";
  }

  /** Whether a line across a wall goes on beyond one of its faces. */
  private goesOnBeside(band: Band, along: number, side: number): boolean {
    const out = side === band.low ? -1 : 1;
    return this.near(this.outlines, [pointOf(band, along, side)]).some((i) => {
      if (!this.isAcross(this.outlines, i, band)) return false;
      const ends = ([0, 1] as const).map((end) => this.outlines.end(i, end));
      if (ends.some((end) => Math.abs(alongOf(band, end) - along) > MEET_MM)) return false;
      const beyond = ends.map((end) => out * (sideOf(band, end) - side));
      return Math.max(...beyond) > thickOf(band) / 2 && Math.min(...beyond) <= MEET_MM;
    });
  }

  /** Pieces of lines that run between two faces from one place to another. */
  private glass(band: Band, from: number, to: number): number[] {
    return this.within(band, from, to)
      .filter((piece) => piece.to - piece.from >= ALONG_GLASS * (to - from))
      .map(({ piece }) => piece);
  }

  /** Pieces that run along a wall from one place to another, on its faces or between them. */
  private within(band: Band, from: number, to: number) {
    const corners = [band.low, band.high].flatMap((side) => [pointOf(band, from, side), pointOf(band, to, side)]);
    return this.near(this.lines, corners).flatMap((piece) => {
      if (!this.isAlong(this.lines, piece, band)) return [];
      const [p, q] = [this.lines.end(piece, 0), this.lines.end(piece, 1)];
      const side = (sideOf(band, p) + sideOf(band, q)) / 2;
      const ends = [alongOf(band, p), alongOf(band, q)].sort((a, b) => a - b) as [number, number];
      const isIn = ends[0] >= from - MEET_MM && ends[1] <= to + MEET_MM;
      const isBetween = side > band.low + OFF_FACE_MM && side < band.high - OFF_FACE_MM;
      const isOnFace = side > band.low - MEET_MM && side < band.high + MEET_MM;
      // Sills are drawn along the faces of a gap; within a wall only what stands free of its faces is glass.
      const counts = from === band.from ? isBetween : isOnFace;
      return isIn && counts ? [{ piece, from: ends[0], to: ends[1] }] : [];
    });
  }

  /** Where lines cross a wall from face to face, along it. */
  private crossings(lines: LineWork, band: Band, leastPen = 0): number[] {
    const corners = [band.low, band.high].flatMap((side) => [
      pointOf(band, band.from, side),
      pointOf(band, band.to, side),
    ]);
    return this.near(lines, corners).flatMap((piece) => {
      if ((lines.widthMm[piece] ?? 0) < leastPen || !this.isAcross(lines, piece, band)) return [];
      const [p, q] = [lines.end(piece, 0), lines.end(piece, 1)];
      const sides = [sideOf(band, p), sideOf(band, q)].sort((a, b) => a - b) as [number, number];
      const crosses = Math.abs(sides[0] - band.low) <= MEET_MM && Math.abs(sides[1] - band.high) <= MEET_MM;
      return crosses ? [(alongOf(band, p) + alongOf(band, q)) / 2] : [];
    });
  }

  private near(lines: LineWork, points: readonly PointMm[]): number[] {
    if (this.looked <= 0) return [];
    const found = lines.near(boxOfPoints(points, MEET_MM));
    this.looked -= found.length;
    return found;
  }

  private isAlong(lines: LineWork, i: number, { way }: Band): boolean {
    return Math.abs(cosine(lines, i, [-way[1], way[0]])) <= ACROSS_COS;
  }

  private isAcross(lines: LineWork, i: number, { way }: Band): boolean {
    return Math.abs(cosine(lines, i, way)) <= ACROSS_COS;
  }
}

/** Whether two openings are one that was found from both sides. */
const isOnePlace = (a: WallOpening, b: WallOpening): boolean =>
  ([a.from, a.to] as const).every((p) =>
    [b.from, b.to].some((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) <= 2 * MEET_MM),
  );

/** Glass lies so far within the faces at least. Millimetres. */
const OFF_FACE_MM = 0.12;

function cosine(lines: LineWork, i: number, [ux, uy]: PointMm): number {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  const length = lines.length(i) || 1;
  return ((q[0] - p[0]) * ux + (q[1] - p[1]) * uy) / length;
}

/** The arcs that doors are drawn with, by their hinges. */
class Swings {
  private readonly arcs: readonly Arc[];
  private readonly index: Flatbush | undefined;

  constructor(all: readonly Arc[]) {
    this.arcs = all.filter(isSwing);
    if (this.arcs.length === 0) return;
    this.index = new Flatbush(this.arcs.length);
    for (const {
      centreMm: [x, y],
    } of this.arcs)
      this.index.add(x, y, x, y);
    this.index.finish();
  }

  /** The swings of an opening: one with its width, or two with half of it. */
  of(band: Band, from: number, to: number): Arc[] {
    const width = to - from;
    const reach = HINGE_SHARE * width;
    const hung = [from, to].flatMap((along) => {
      const corners = [band.low, band.high].map((side) => pointOf(band, along, side));
      const box = boxOfPoints(corners, reach);
      const found = (this.index?.search(box.x, box.y, box.x + box.width, box.y + box.height) ?? []).flatMap(
        (i) => this.arcs[i] ?? [],
      );
      return found;
    });
    const isLeaf = ({ radiusMm }: Arc, share: number): boolean =>
      radiusMm >= LEAF.least * share * width && radiusMm <= LEAF.most * share * width;
    const single = hung.filter((arc) => isLeaf(arc, 1));
    if (single.length > 0) return single.slice(0, 1);
    const double = [...new Set(hung.filter((arc) => isLeaf(arc, 0.5)))];
    return double.slice(0, 2);
  }
}
