import Flatbush from "flatbush";
import { addTo, groupedBy } from "../../base/grouped";
import { countBelow } from "../../base/sorted";
import { boxOfPoints, contains, distanceToBox, grown, overlap, type BoxMm, type PointMm } from "../../drawing";
import { isForHatches } from "../hatches/hatch-layers";
import { hatchRows, HATCHES, SURE_HATCH, type Hatch } from "../hatches/hatches";
import { LABEL_FRAMES } from "../label-frames";
import { middleOf } from "../lettering";
import { LETTERING_AT } from "../lettering-at";
import { LINE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { Sets } from "../sets";
import { Straights } from "../straights";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";
import { EDGE_OF_AREA, OUTLINES } from "./outlines";
import { scaleAt } from "./scale-at";

/** Walls and their leaves are no thinner and no thicker. Millimetres of the building; on paper where no scale is known. */
const THICK = { building: { least: 60, most: 700 }, paper: { least: 0.8, most: 14 } };
/** A face runs along the other for so many times what is between them. */
const LEAST_ALONG = 1.5;
/** Pens of walls: no finer than this share of the widest that draws any, which draws so much of all. */
export const HEAVY_SHARE = 0.6;
const MUCH = 0.1;
/** Another pen is finer than one where it is no wider than this share of it. */
const FINER = 0.85;
const SAME_PEN = 0.08;
/** A line lies between two others where it runs along so much of what they share. */
const BETWEEN = 0.7;
/** So many equal steps one after the other are treads or boards; with short lines fewer are. */
const LADDER = { steps: 4, shortSteps: 2, short: 4.5, same: 0.04 };
/** Lettering within a wall takes up no more of its length than this. */
const LETTERED = 0.12;
/** What stands together as walls has so much length, in the building and on paper where no scale is known. Millimetres. */
const LEAST_TOGETHER = { building: 5000, paper: 50 };
const LEAST_BANDS = 3;
/** Walls that are no farther apart stand together: corners beside openings may be too short to be told. Millimetres. */
const NEXT = { building: 2500, paper: 50 };
/** A piece that is shorter than so many times its thickness may be what is left between two others. */
const STUB = 3;
/** Ends of faces meet within this. Millimetres. */
export const MEET_MM = 0.3;
/** More outlines than this, and a page is no drawing of walls that anybody dimensions. */
const MOST_OUTLINES = 150_000;
/** Outlines around framed words that are looked at. */
const MOST_LOOKED_AT = 500_000;
const CONFIDENCE = { alone: 0.6, filled: 0.95, met: 0.9, notAsOthers: 0.4 };

/** Two faces that run along each other with wall between them. Millimetres on paper. */
export interface Wall {
  /** Both ends of what the faces share, in the middle between them. */
  readonly from: PointMm;
  readonly to: PointMm;
  readonly thicknessMm: number;
  /** Of its leaves and what is between them, from the left of its way; one where it is one. */
  readonly leavesMm: readonly number[];
  /** Pieces of the outlines that are its faces, and rows of the page's paths. */
  readonly pieces: readonly number[];
  readonly rows: readonly number[];
  readonly band: LeafedBand;
  /** Millimetres of the building for one on paper; unknown where no scale is. */
  readonly scale?: number;
}

export const WALLS: PageRecogniser<Wall> = {
  id: "walls",
  on: "page",
  finds: "walls and their thicknesses",
  from: "two outlines, or more in leaves, that run along each other as near as a wall is thick, in the heaviest pens or filled, and stand together with others",
  // Pages with more lines than that are not put together in vain.
  find: (facts) => (countOfLines(facts) > MOST_OUTLINES ? [] : new WallFinder(facts).all()),
};

/** Lines of a page that are of no hatch. */
const countOfLines = (facts: PageFacts): number => {
  const all = facts.of(LINE_WORK)[0]?.value.count ?? 0;
  return all > MOST_OUTLINES ? all - hatchRows(facts, SURE_HATCH).size : all;
};

/** What two outlines share. `along` and `across` are measured on the direction of the pair. */
export interface Band {
  readonly one: number;
  readonly other: number;
  /** Direction of length 1, to the right or upwards. */
  readonly way: PointMm;
  readonly from: number;
  readonly to: number;
  /** Where the faces lie to the left of the way, rising. */
  readonly low: number;
  readonly high: number;
  /** More outlines of the one or the other face, where partitions break it. */
  readonly goingOn?: readonly number[];
}

export const pointOf = ({ way: [ux, uy] }: Band, along: number, left: number): PointMm => [
  along * ux - left * uy,
  along * uy + left * ux,
];
const lengthOf = ({ from, to }: Band): number => to - from;
export const thickOf = ({ low, high }: Band): number => high - low;
const sharedBy = (a: Band, b: Band): number => Math.min(a.to, b.to) - Math.max(a.from, b.from);

class WallFinder {
  private readonly lines: LineWork;
  private readonly scales: Scales;
  private hatched: ReadonlySet<number> | undefined;

  constructor(private readonly facts: PageFacts) {
    const lines = facts.of(OUTLINES)[0]?.value;
    if (!lines) throw new Error("Every page has outlines, if none in number.");
    this.lines = lines;
    this.scales = new Scales(facts);
  }

  all(): Sure<Wall>[] {
    if (this.lines.count < 4 || this.lines.count > MOST_OUTLINES) return [];
    const heavy = this.heavy(
      this.bands().filter(({ one, other }) => ![one, other].some((i) => this.isOnHatchLayer(i))),
    );
    if (heavy.length > MOST_BANDS) return [];
    const bands = this.withoutLettering(this.withoutLadders(this.nearest(heavy)));
    const groups = this.together(this.withoutStubs(this.inLeaves(this.withBrokenFaces(bands))));
    const walls = groups.flatMap((group) => this.withoutFurniture(group));
    if (walls.length === 0) return [];
    const filled = walls.map((band) => this.isFilled(band));
    const mostFilled = filled.filter(Boolean).length > 0.6 * walls.length;
    return walls.map((band, i) => this.told(band, this.confidence(band, filled[i] ?? false, mostFilled)));
  }

  /** Whether an outline stands on a layer for hatches. */
  private isOnHatchLayer(i: number): boolean {
    return isForHatches(this.facts.file, this.facts.page.paths.layer[this.lines.rows[i] ?? 0] ?? -1);
  }

  private isHatchLine(i: number): boolean {
    this.hatched ??= hatchRows(this.facts, SURE_HATCH);
    return this.hatched.has(this.lines.rows[i] ?? -1) || this.isOnHatchLayer(i);
  }

  /** Every pair of outlines that could be the faces of a wall. */
  private bands(): Band[] {
    const { lines } = this;
    const blocks = this.facts.of(TITLE_BLOCKS).map(({ value }) => value.boxMm);
    const straights = new Straights(lines.rows, lines.ends, lines.lastRows);
    const reach = new Float32Array(lines.count);
    const framing = this.sidesOfLabels();
    for (let i = 0; i < lines.count; i++) {
      const at = middle(lines, i);
      const isInBlock = blocks.some((block) => distanceToBox(block, at) === 0);
      // Both reaches together are what is looked at.
      reach[i] =
        isInBlock || framing.has(i) || lines.length(i) < 0.5
          ? 0
          : this.scales.paper(at, THICK.building.most, THICK.paper.most) / 2;
    }
    const bands: Band[] = [];
    straights.pairs(reach, 1, (one, { straight: other, distanceMm, togetherMm, fromMm }) => {
      if ((reach[one] ?? 0) === 0 || (reach[other] ?? 0) === 0 || togetherMm < LEAST_ALONG * distanceMm) return;
      if (distanceMm < this.scales.paper(fromMm, THICK.building.least, THICK.paper.least)) return;
      bands.push(this.band(one, other));
    });
    return bands;
  }

  /** Outlines that frame a word. */
  private sidesOfLabels(): ReadonlySet<number> {
    const { lines } = this;
    const found = new Set<number>();
    let left = MOST_LOOKED_AT;
    for (const { value: box } of this.facts.of(LABEL_FRAMES)) {
      const around = grown(box, MEET_MM);
      const near = left > 0 ? lines.near(around) : [];
      left -= near.length;
      for (const i of near)
        if ([0, 1].every((end) => contains(around, boxOfPoints([lines.end(i, end as 0 | 1)])))) found.add(i);
    }
    return found;
  }

  private band(one: number, other: number): Band {
    const { lines } = this;
    // Ends are rounded: the longer face says the way, and both are measured in the middle of what they share.
    const longer = lines.length(other) > lines.length(one) ? other : one;
    const [p, q] = [lines.end(longer, 0), lines.end(longer, 1)];
    const length = lines.length(longer);
    let way: PointMm = [(q[0] - p[0]) / length, (q[1] - p[1]) / length];
    if (way[0] < -1e-6 || (Math.abs(way[0]) <= 1e-6 && way[1] < 0)) way = [-way[0], -way[1]];
    const along = ([x, y]: PointMm): number => x * way[0] + y * way[1];
    const left = ([x, y]: PointMm): number => y * way[0] - x * way[1];
    const span = (i: number): [number, number] => {
      const ends = [along(lines.end(i, 0)), along(lines.end(i, 1))];
      return [Math.min(...ends), Math.max(...ends)];
    };
    const [a, b] = [span(one), span(other)];
    const [from, to] = [Math.max(a[0], b[0]), Math.min(a[1], b[1])];
    const sides = [one, other].map((i) => {
      const [start, end] = [lines.end(i, 0), lines.end(i, 1)];
      const share = ((from + to) / 2 - along(start)) / (along(end) - along(start));
      return left(start) + share * (left(end) - left(start));
    });
    return {
      one,
      other,
      way,
      from,
      to,
      low: Math.min(...sides),
      high: Math.max(...sides),
    };
  }

  /** Those that are drawn with the pens of walls. */
  private heavy(bands: readonly Band[]): Band[] {
    const lengths = new Map<number, number>();
    let all = 0;
    const pen = ({ one, other }: Band): number =>
      Math.min(this.lines.widthMm[one] ?? 0, this.lines.widthMm[other] ?? 0);
    for (const band of bands) {
      const width = Math.round(pen(band) * 100) / 100;
      lengths.set(width, (lengths.get(width) ?? 0) + lengthOf(band));
      all += lengthOf(band);
    }
    const widest = Math.max(0, ...[...lengths].flatMap(([width, length]) => (length >= MUCH * all ? [width] : [])));
    return bands.filter((band) => pen(band) >= HEAVY_SHARE * widest && this.isOnePen(band));
  }

  /** Both faces of a wall are drawn with one pen. */
  private isOnePen({ one, other }: Band): boolean {
    const [a, b] = [this.lines.widthMm[one] ?? 0, this.lines.widthMm[other] ?? 0];
    return Math.abs(a - b) <= SAME_PEN * Math.max(a, b);
  }

  /** Those with no other face between theirs, each place once. */
  private nearest(bands: readonly Band[]): Band[] {
    const byLine = byLines(bands);
    const seen = new Set<string>();
    return bands.filter((band) => {
      const thick = thickOf(band);
      const isCut = [band.one, band.other].some((line) =>
        (byLine.get(line) ?? []).some(
          (inner) =>
            inner !== band &&
            thickOf(inner) < thick - 0.05 &&
            inner.low >= band.low - 0.05 &&
            inner.high <= band.high + 0.05 &&
            sharedBy(inner, band) >= BETWEEN * lengthOf(band),
        ),
      );
      if (isCut) return false;
      // Strokes around filled areas are two of each.
      const key = [band.way[0] * 50, band.way[1] * 50, band.from * 5, band.to * 5, band.low * 5, band.high * 5]
        .map(Math.round)
        .join();
      return !seen.has(key) && seen.add(key) !== undefined;
    });
  }

  /** Without treads, boards and what else goes on in equal steps. */
  private withoutLadders(bands: readonly Band[]): Band[] {
    const byLine = byLines(bands);
    const isNext = (a: Band, b: Band): boolean =>
      a !== b &&
      Math.abs(thickOf(a) - thickOf(b)) <= LADDER.same * thickOf(a) &&
      sharedBy(a, b) >= BETWEEN * Math.max(lengthOf(a), lengthOf(b)) &&
      (Math.abs(a.high - b.low) < 0.05 || Math.abs(a.low - b.high) < 0.05);
    const sets = new Sets(bands.length);
    const number = new Map(bands.map((band, i) => [band, i]));
    for (const band of bands) {
      const own = number.get(band) ?? 0;
      for (const line of [band.one, band.other])
        for (const next of (byLine.get(line) ?? []).slice(0, MOST_AT_LINE))
          if (isNext(band, next)) sets.join(own, number.get(next) ?? 0);
    }
    return bands.filter((band, i) => {
      const count = sets.sizeOf(i);
      const isShort = lengthOf(band) < LADDER.short * thickOf(band);
      return count < (isShort ? LADDER.shortSteps + 1 : LADDER.steps);
    });
  }

  /** Without rows of tables and what else has lettering between its lines: of walls a mark of their type takes up little. */
  private withoutLettering(bands: readonly Band[]): Band[] {
    const lettering = this.facts.of(LETTERING_AT)[0]?.value;
    if (!lettering || bands.length === 0) return bands.slice();
    return bands.filter((band) => {
      const corners = [band.low, band.high].flatMap((side) =>
        [band.from, band.to].map((along) => pointOf(band, along, side)),
      );
      const within = lettering.within(boxOfPoints(corners)).filter((line) => {
        const at = middleOf(line);
        const [along, side] = [alongOf(band, at), sideOf(band, at)];
        return along > band.from && along < band.to && side > band.low && side < band.high;
      });
      const lettered = within.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
      return lettered <= LETTERED * lengthOf(band);
    });
  }

  /**
   * A leaf whose face breaks at every partition, put together again: the pieces lie along one side of another leaf that
   * goes through, one behind the other, with no more than a wall between them.
   */
  private withBrokenFaces(bands: readonly Band[]): Band[] {
    const byLine = byLines(bands);
    const gone = new Set<Band>();
    const whole: Band[] = [];
    for (const band of bands)
      for (const side of ["low", "high"] as const) {
        const pieces = this.piecesAlong(band, side, byLine).filter((piece) => !gone.has(piece));
        const [first, ...others] = pieces;
        if (!first || others.length === 0) continue;
        whole.push({
          ...first,
          way: band.way,
          to: Math.max(...pieces.map(({ to }) => to)),
          goingOn: others.flatMap(({ one, other }) => [one, other]),
        });
        for (const piece of pieces) gone.add(piece);
      }
    return [...bands.filter((band) => !gone.has(band)), ...whole];
  }

  /** Short bands of one thickness along a side of a long one, in order; none where they don't go along most of it. */
  private piecesAlong(band: Band, side: "low" | "high", byLine: ReadonlyMap<number, readonly Band[]>): Band[] {
    const pieces = [band.one, band.other]
      .flatMap((line) => (byLine.get(line) ?? []).slice(0, MOST_AT_LINE))
      .filter(
        (other) =>
          isAtSide(other, band, side) &&
          lengthOf(other) < lengthOf(band) &&
          sharedBy(other, band) >= BETWEEN * lengthOf(other),
      )
      .sort((a, b) => a.from - b.from);
    const [first] = pieces;
    if (!first) return [];
    const widest = this.scales.paper(pointOf(band, band.from, band.low), THICK.building.most, THICK.paper.most);
    const isInOrder = pieces.every((piece, i) => {
      const gap = i === 0 ? 0 : piece.from - pieces[i - 1]!.to;
      return gap > -MEET_MM && gap <= widest && Math.abs(thickOf(piece) - thickOf(first)) < SAME_PLACE_MM;
    });
    const along = pieces.reduce((sum, piece) => sum + sharedBy(piece, band), 0);
    return isInOrder && along >= BETWEEN * lengthOf(band) ? pieces : [];
  }

  /** Bands that share faces, as leaves of one wall; what is between two walls is none. */
  private inLeaves(bands: readonly Band[]): LeafedBand[] {
    const byLine = byLines(bands);
    const beside = (band: Band, side: "low" | "high"): Band | undefined =>
      [band.one, band.other]
        .flatMap((line) => byLine.get(line) ?? [])
        .find(
          (other) =>
            isAtSide(other, band, side) && sharedBy(other, band) >= BETWEEN * Math.max(lengthOf(band), lengthOf(other)),
        );
    const between = new Set(
      bands.filter((band) => {
        const sides = [beside(band, "low"), beside(band, "high")];
        return sides.every((side) => side && thickOf(band) > 1.2 * thickOf(side));
      }),
    );
    const walls = bands.filter((band) => !between.has(band));
    const taken = new Set<Band>(between);
    const found: LeafedBand[] = [];
    for (const first of walls.sort((a, b) => a.low - b.low)) {
      if (taken.has(first)) continue;
      const leaves = [first];
      taken.add(first);
      for (let next = beside(first, "high"); next && !taken.has(next); next = beside(next, "high")) {
        leaves.push(next);
        taken.add(next);
      }
      found.push({
        ...first,
        from: Math.max(...leaves.map(({ from }) => from)),
        to: Math.min(...leaves.map(({ to }) => to)),
        high: leaves.at(-1)?.high ?? first.high,
        leaves,
      });
    }
    return found;
  }

  /** Without what lies within the line of another wall: between the jamb of an opening and the wall beside it. */
  private withoutStubs(bands: readonly LeafedBand[]): LeafedBand[] {
    const widest = (at: PointMm): number => this.scales.paper(at, WIDEST_OPENING.building, WIDEST_OPENING.paper);
    const gaps = goingOn(bands, widest);
    const short = bands.filter((band) => lengthOf(band) < STUB * thickOf(band));
    if (short.length * gaps.length > MOST_COMPARED) return bands.slice();
    const stubs = new Set(
      short.filter((stub) => {
        const at = pointOf(stub, (stub.from + stub.to) / 2, (stub.low + stub.high) / 2);
        return gaps.some(([before, after]) => {
          const [band, next] = [bands[before]!, bands[after]!];
          const [along, side] = [alongOf(band, at), sideOf(band, at)];
          const until = alongOf(band, pointOf(next, next.from, next.low));
          return band !== stub && along > band.to && along < until && side > band.low && side < band.high;
        });
      }),
    );
    return bands.filter((band) => !stubs.has(band));
  }

  /** Those that stand together with so many others that they are walls, by groups. */
  private together(bands: readonly LeafedBand[]): LeafedBand[][] {
    const boxes = bands.map((band) => {
      const corners = [pointOf(band, band.from, band.low), pointOf(band, band.to, band.high)];
      return boxOfPoints(corners, this.scales.paper(corners[0]!, NEXT.building, NEXT.paper) / 2);
    });
    const sets = new Sets(bands.length);
    const order = bands.map((_, i) => i).sort((a, b) => (boxes[a]?.x ?? 0) - (boxes[b]?.x ?? 0));
    let open: number[] = [];
    let left = MOST_COMPARED;
    for (const i of order) {
      const box = boxes[i]!;
      open = open.filter((j) => (boxes[j]?.x ?? 0) + (boxes[j]?.width ?? 0) >= box.x).slice(-MOST_OPEN);
      left -= open.length;
      if (left < 0) break;
      for (const j of open) if (overlap(boxes[j]!, box)) sets.join(i, j);
      open.push(i);
    }
    const widest = (at: PointMm): number => this.scales.paper(at, WIDEST_OPENING.building, WIDEST_OPENING.paper);
    for (const [before, after] of goingOn(bands, widest)) sets.join(before, after);
    const groups = groupedBy(bands.keys(), (i) => sets.first(i));
    return [...groups.values()]
      .map((group) => group.map((i) => bands[i]!))
      .filter((group) => {
        const length = group.reduce((sum, band) => sum + lengthOf(band), 0);
        const at = pointOf(group[0]!, group[0]!.from, group[0]!.low);
        return (
          group.length >= LEAST_BANDS &&
          goesTwoWays(group) &&
          length >= this.scales.paper(at, LEAST_TOGETHER.building, LEAST_TOGETHER.paper)
        );
      });
  }

  /**
   * Without boxes of a finer pen that stand along a wall: shelves and kitchens are as deep as walls may be thick, but
   * hardly longer than that, and deeper than the walls around them are thick.
   */
  private withoutFurniture(group: readonly LeafedBand[]): LeafedBand[] {
    const all = group.reduce((sum, band) => sum + lengthOf(band), 0);
    const mostOf = (valueOf: (band: LeafedBand) => number): number =>
      Math.max(
        ...[...groupedBy(group, (band) => Math.round(valueOf(band) * 20) / 20)].flatMap(([value, alike]) =>
          alike.reduce((sum, band) => sum + lengthOf(band), 0) >= MUCH * all ? [value] : [],
        ),
        0,
      );
    const pen = (band: Band): number => this.lines.widthMm[band.one] ?? 0;
    const [widest, thickest] = [mostOf(pen), mostOf(thickOf)];
    return group.filter(
      (band) =>
        lengthOf(band) >= STUB * thickOf(band) ||
        pen(band) >= FINER * widest ||
        thickOf(band) <= thickest + SAME_PLACE_MM ||
        this.isFilled(band),
    );
  }

  private isFilled(band: Band): boolean {
    const edges = [band.one, band.other].filter((i) => this.lines.widthMm[i] === EDGE_OF_AREA);
    if (edges.length > 0) return true;
    const at = pointOf(band, (band.from + band.to) / 2, (band.low + band.high) / 2);
    return this.facts
      .of(HATCHES)
      .some(
        ({ value, confidence }) =>
          confidence >= SURE_HATCH && distanceToBox(value.boxMm, at) === 0 && this.isWithin(value, band, at),
      );
  }

  /** Whether lines of a hatch end at the faces of a wall: those of tiles go on over it. Areas filled with a pattern have none. */
  private isWithin({ rows }: Hatch, band: Band, at: PointMm): boolean {
    const work = this.facts.of(LINE_WORK)[0]?.value;
    const near = work?.near(boxOfPoints([at], Math.max(thickOf(band), LEAST_LOOK_MM))) ?? [];
    const own = near.filter((i) => isAmong(rows, work!.rows[i]!));
    return (
      own.length === 0 ||
      own.some((i) =>
        ([0, 1] as const).every((end) => {
          const side = sideOf(band, work!.end(i, end));
          return side > band.low - MEET_MM && side < band.high + MEET_MM;
        }),
      )
    );
  }

  private confidence(band: Band, isFilled: boolean, mostFilled: boolean): number {
    if (isFilled) return CONFIDENCE.filled;
    if (mostFilled) return CONFIDENCE.notAsOthers;
    const met = [band.from, band.to].every((along) => this.isMet(band, along));
    return met ? CONFIDENCE.met : CONFIDENCE.alone;
  }

  /** Whether both faces of a wall go on beyond its end, or meet something there: a line that breaks off beside a wall is none of its faces. */
  private isMet(band: Band, along: number): boolean {
    const out = along === band.to ? 1 : -1;
    return [band.low, band.high].every((side) => {
      const end = pointOf(band, along, side);
      const near = this.lines
        .near(boxOfPoints([end], MEET_MM))
        .filter((i) => this.lines.distance(i, end) <= MEET_MM && !this.isHatchLine(i));
      const goesOn = (i: number): boolean =>
        ([0, 1] as const).some((which) => out * (alongOf(band, this.lines.end(i, which)) - along) > 2 * MEET_MM);
      return near.length > 1 || near.some(goesOn);
    });
  }

  private told(band: LeafedBand, confidence: number): Sure<Wall> {
    const left = (band.low + band.high) / 2;
    const [from, to] = [pointOf(band, band.from, left), pointOf(band, band.to, left)];
    const scale = this.scales.at(from);
    const pieces = [...new Set(band.leaves.flatMap(linesOf))];
    const rows = [...new Set(pieces.flatMap((i) => this.lines.rowsOf(i)))].sort((a, b) => a - b);
    const wall: Wall = {
      from,
      to,
      thicknessMm: thickOf(band),
      leavesMm: band.leaves.map(thickOf),
      pieces,
      rows,
      band,
      ...(scale === undefined ? {} : { scale }),
    };
    return {
      ...measuredOn(this.facts.page.index, wall, { of: "paths", rows: Uint32Array.from(rows) }),
      confidence,
    };
  }
}

/** A band of a wall with its leaves, each a band; one where it is one. */
export interface LeafedBand extends Band {
  readonly leaves: readonly Band[];
}

/** Walls turn corners; strips that lie beside each other are of something else. */
const goesTwoWays = ([first, ...others]: readonly Band[]): boolean =>
  first !== undefined &&
  others.some(({ way }) => Math.abs(first.way[0] * way[1] - first.way[1] * way[0]) > OTHER_WAY_SIN);
const OTHER_WAY_SIN = 0.3;

const MOST_AT_LINE = 200;
const MOST_OPEN = 400;
/** Pairs of bands that are compared; among more, those that stand together are not all told. */
const MOST_COMPARED = 4_000_000;
/** No plan has as many walls; what has is a pattern. */
const MOST_BANDS = 8_000;
/** Openings are no wider. */
export const WIDEST_OPENING = { building: 6000, paper: 120 };

/** Whether a band has its one face where another has its lower or its higher one. */
const isAtSide = (other: Band, band: Band, side: "low" | "high"): boolean =>
  other !== band && Math.abs(side === "high" ? other.low - band.high : other.high - band.low) < SAME_PLACE_MM;
const SAME_PLACE_MM = 0.05;

/** The outlines that are its faces. */
const linesOf = ({ one, other, goingOn: more = [] }: Band): number[] => [one, other, ...more];

function byLines(bands: readonly Band[]): Map<number, Band[]> {
  const by = new Map<number, Band[]>();
  for (const band of bands) for (const line of new Set(linesOf(band))) addTo(by, line, band);
  return by;
}

/**
 * Bands that go on from one another on one line with one thickness, by their numbers: of each the next one ahead, where
 * that is no farther than `widest` says of a place.
 */
export function goingOn(bands: readonly Band[], widest: (at: PointMm) => number): [number, number][] {
  if (bands.length < 2) return [];
  const index = new Flatbush(bands.length);
  for (const band of bands) {
    const [x, y] = pointOf(band, band.from, (band.low + band.high) / 2);
    index.add(x, y, x, y);
  }
  index.finish();
  return bands.flatMap((band, i): [number, number][] => {
    const left = (band.low + band.high) / 2;
    const end = pointOf(band, band.to, left);
    const ahead = boxOfPoints([end, pointOf(band, band.to + widest(end), left)], MEET_MM);
    const [next] = index
      .search(ahead.x, ahead.y, ahead.x + ahead.width, ahead.y + ahead.height)
      .filter((j) => {
        const other = bands[j]!;
        const turned = Math.abs(other.way[0] * band.way[1] - other.way[1] * band.way[0]);
        // Both are measured from the corner of the page, so what is told of their sides holds near where they meet.
        const [low, high] = [other.low, other.high].map((side) => sideOf(band, pointOf(other, other.from, side)));
        return (
          j !== i &&
          turned < SAME_WAY_SIN &&
          Math.abs((low ?? 0) - band.low) <= MEET_MM &&
          Math.abs((high ?? 0) - band.high) <= MEET_MM
        );
      })
      .map((j) => ({ j, gap: alongOf(band, pointOf(bands[j]!, bands[j]!.from, bands[j]!.low)) - band.to }))
      .filter(({ gap }) => gap > -MEET_MM)
      .sort((a, b) => a.gap - b.gap);
    return next ? [[i, next.j]] : [];
  });
}

export const alongOf = ({ way: [ux, uy] }: Band, [x, y]: PointMm): number => x * ux + y * uy;
export const sideOf = ({ way: [ux, uy] }: Band, [x, y]: PointMm): number => y * ux - x * uy;
const SAME_WAY_SIN = 0.005;

/** Lengths on paper of lengths in the building, by place: the scale of each place is worked out once. */
export class Scales {
  private readonly known = new Map<string, number | undefined>();

  constructor(private readonly facts: PageFacts) {}

  at([x, y]: PointMm): number | undefined {
    const key = `${Math.floor(x / GRAIN_MM)},${Math.floor(y / GRAIN_MM)}`;
    if (!this.known.has(key)) this.known.set(key, scaleAt(this.facts, [x, y]));
    return this.known.get(key);
  }

  /** A length of the building on paper; another where no scale is known. */
  paper(at: PointMm, buildingMm: number, otherwiseMm: number): number {
    const scale = this.at(at);
    return scale === undefined ? otherwiseMm : buildingMm / scale;
  }
}
const GRAIN_MM = 20;

function middle(lines: LineWork, i: number): PointMm {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
}

/** The pieces of line around a place that tell what fills a thin wall. Millimetres. */
const LEAST_LOOK_MM = 2.5;

/** Whether a row is among some, rising. */
const isAmong = (rows: Uint32Array, row: number): boolean => rows[countBelow(rows, row)] === row;

export const boxOfWall = ({ from, to, thicknessMm }: Wall): BoxMm => boxOfPoints([from, to], thicknessMm / 2);
