import { boxOfPoints, distanceToSegment, isInside, PAINT, RING_ENDS, type BoxMm, type PointMm } from "../../drawing";
import { ARCS, pointOn } from "../arcs";
import { middleOf, type TextLine } from "../lettering";
import { LETTERING_AT } from "../lettering-at";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { TEXT_BLOCKS } from "../text-blocks";
import { readArea, type WrittenArea } from "./areas";
import { OPENINGS, SURE_WALL } from "./openings";
import { EDGE_OF_AREA, OUTLINES } from "./outlines";
import { enclosedBy, type Enclosed, type Segment } from "./planar";
import { MEET_MM, Scales, WALLS, type Wall } from "./walls";

/** Pieces of outlines no longer than so many times the thickest wall close walls off: ends, nibs, piers. */
const SHORT = 2.5;
/** They are drawn with the pens of walls. */
const SAME_PEN = 0.95;
/** What is enclosed between two faces of one wall is no room: its area against its outline tells. */
const LEAST_WIDE = 1.2;
/** Loose ends of walls that are no farther apart belong together: short steps are not told as lines. Millimetres. */
const BRIDGE_MM = 1;
const LEAST_NAME = 2;
const CONFIDENCE = { named: 0.95, bare: 0.7, loose: 0.5 };
/** Lines that end in the open within a room, longer than this, may be of a wall that parts it. Millimetres. */
const LOOSE_MM = 1.5;

/** What walls and openings enclose. Millimetres on paper. */
export interface Room {
  readonly ring: readonly PointMm[];
  /** Within the faces of its walls, without what stands free in it, and with that. Square millimetres on paper. */
  readonly areaMm2: number;
  readonly grossMm2: number;
  readonly boxMm: BoxMm;
  readonly name: string;
  readonly number: string;
  readonly written?: { readonly area: WrittenArea; readonly line: TextLine };
  /** Millimetres of the building for one on paper; unknown where no scale is. */
  readonly scale?: number;
}

export const ROOMS: PageRecogniser<Room> = {
  id: "rooms",
  on: "page",
  finds: "rooms with their areas and names",
  from: "what the faces of walls enclose when every opening is closed along them, and the lettering in it",
  find: (facts) => {
    const walls = facts.of(WALLS).filter(({ confidence }) => confidence >= SURE_WALL);
    return walls.length === 0
      ? []
      : roomsOf(
          facts,
          walls.map(({ value }) => value),
        );
  },
};

function roomsOf(facts: PageFacts, walls: readonly Wall[]): Sure<Room>[] {
  const thicknesses = walls.map(({ thicknessMm }) => thicknessMm);
  const thickest = thicknesses.reduce((most, each) => Math.max(most, each), 0);
  const thinnest = thicknesses.reduce((least, each) => Math.min(least, each), thickest);
  const enclosed = enclosedBy(boundaries(facts, walls, thickest), MEET_MM / 2, Math.min(BRIDGE_MM, thinnest / 2)) ?? [];
  const scales = new Scales(facts);
  const labels = new Labels(facts);
  const round = roundWalls(facts, walls);
  return enclosed.flatMap((each): Sure<Room>[] => {
    const boxMm = boxOfPoints(each.ring);
    const label = labels.within(each, boxMm);
    if (!label.written && (2 * each.areaMm2) / each.roundMm < LEAST_WIDE * thickest) return [];
    const { lines, ...said } = label;
    const scale = scales.at([boxMm.x + boxMm.width / 2, boxMm.y + boxMm.height / 2]);
    const room: Room = {
      ring: each.ring,
      areaMm2: each.areaMm2,
      grossMm2: each.grossMm2,
      boxMm,
      ...said,
      ...(scale === undefined ? {} : { scale }),
    };
    const rows = lines.flatMap((line) => line.rows);
    const isSaid = said.name !== "" || said.written !== undefined;
    const sure = isSaid ? CONFIDENCE.named : CONFIDENCE.bare;
    const isUnsure =
      each.looseMm > LOOSE_MM ||
      round.some((ends) => ends.every((end) => isOnRing(each.ring, end, thickest + ON_RING_MM)));
    return [madeOut(facts.page.index, room, isUnsure ? CONFIDENCE.loose : sure, rows, [])];
  });
}

/** Arcs of walls are no smaller than this, and turn by as much; more of them are something else. Millimetres, degrees. */
const ROUND = { leastMm: 4, leastDeg: 40, mostDeg: 350, most: 200 };
/** Swings of doors are drawn finer than walls. */
const AS_HEAVY = 0.8;
/** An arc ends on the boundary of a room, or as far beyond it as a wall is thick, within this. Millimetres. */
const ON_RING_MM = 1;

/**
 * The ends of arcs that are drawn as heavy as walls: what they bulge by, a room is larger or smaller than its straight
 * faces tell, and nothing is said of its area.
 */
function roundWalls(facts: PageFacts, walls: readonly Wall[]): (readonly PointMm[])[] {
  const { widthMm, paint } = facts.page.paths;
  const penOf = (row: number): number => ((paint[row] ?? 0) & PAINT.stroke ? (widthMm[row] ?? 0) : 0);
  const pens = walls.flatMap(({ rows }) => rows.map(penOf)).filter((width) => width > 0);
  const heavy = AS_HEAVY * pens.reduce((least, width) => Math.min(least, width), Infinity);
  return (facts.of(ARCS)[0]?.value.all ?? [])
    .filter(
      ({ radiusMm, sweepDeg, rows }) =>
        radiusMm >= ROUND.leastMm &&
        sweepDeg >= ROUND.leastDeg &&
        sweepDeg < ROUND.mostDeg &&
        rows.some((row) => penOf(row) >= heavy),
    )
    .slice(0, ROUND.most)
    .map((arc) => [pointOn(arc, arc.fromDeg), pointOn(arc, arc.fromDeg + arc.sweepDeg)]);
}

const isOnRing = (ring: readonly PointMm[], at: PointMm, offMm: number): boolean =>
  ring.some((from, i) => distanceToSegment(at, from, ring[(i + 1) % ring.length]!) <= offMm);

/** Faces of walls, what closes their ends, and what closes their openings. */
function boundaries(facts: PageFacts, walls: readonly Wall[], thickest: number): Segment[] {
  const outlines = facts.of(OUTLINES)[0]?.value;
  if (!outlines) return [];
  const faces = new Set(walls.flatMap(({ pieces }) => pieces));
  const pens = [...faces].map((i) => outlines.widthMm[i] ?? 0).filter((width) => width < EDGE_OF_AREA);
  const heavy = SAME_PEN * pens.reduce((least, width) => Math.min(least, width), EDGE_OF_AREA);
  const segments: Segment[] = [];
  for (let i = 0; i < outlines.count; i++) {
    const isEnd = outlines.length(i) <= SHORT * thickest && (outlines.widthMm[i] ?? 0) >= heavy;
    if (faces.has(i) || isEnd) segments.push([...outlines.end(i, 0), ...outlines.end(i, 1)]);
  }
  for (const { value } of facts.of(OPENINGS)) for (const [from, to] of value.closures) segments.push([...from, ...to]);
  return segments;
}

interface Label {
  readonly name: string;
  readonly number: string;
  readonly lines: readonly TextLine[];
  readonly written?: Room["written"] & object;
}

const NUMBER = /^[A-Z]{0,2}[-.]?\d{1,4}[A-Z]?$/i;
const NAME = /\p{L}{2,}/u;

/** Lettering that rooms are named by. */
class Labels {
  private readonly blockOf = new Map<TextLine, readonly TextLine[]>();

  constructor(private readonly facts: PageFacts) {
    for (const { value } of facts.of(TEXT_BLOCKS)) for (const line of value.lines) this.blockOf.set(line, value.lines);
  }

  /** What a room is called and said to be large; of two areas in one room neither counts. */
  within({ ring, holes }: Enclosed, box: BoxMm): Label {
    // Counted over the ring and what stands in it, a place in both is in neither.
    const outline = [ring, ...holes].flatMap((each, i) => [...(i > 0 ? [RING_ENDS, RING_ENDS] : []), ...each.flat()]);
    const inside = (this.facts.of(LETTERING_AT)[0]?.value.within(box) ?? []).filter((line) =>
      isInside(outline, true, ...middleOf(line)),
    );
    const areas = inside.flatMap((line) => {
      const area = readArea(line.text);
      return area ? [{ area, line }] : [];
    });
    const [written] = areas.length === 1 ? areas : [];
    const own = written ? this.beside(written.line, inside) : inside;
    const named = own
      .filter(({ text }) => NAME.test(text) && text.trim().length >= LEAST_NAME && !readArea(text))
      .sort((a, b) => b.heightMm - a.heightMm || b.startMm[1] - a.startMm[1]);
    // Lines of the greatest height in one block are one name.
    const [first] = named;
    const name = named.filter(
      (line) =>
        first && line.heightMm > 0.95 * first.heightMm && (line === first || this.blockOf.get(first)?.includes(line)),
    );
    const number = own.find(({ text }) => NUMBER.test(text.trim()));
    const lines = [...name, ...(number ? [number] : []), ...(written ? [written.line] : [])];
    return {
      name: name.map(({ text }) => text.trim()).join(" "),
      number: number?.text.trim() ?? "",
      lines,
      ...(written ? { written } : {}),
    };
  }

  /** Lettering that stands with a line: of its block, or right above or below it. */
  private beside(line: TextLine, inside: readonly TextLine[]): TextLine[] {
    const block = this.blockOf.get(line) ?? [];
    const [x, y] = middleOf(line);
    return inside.filter((other) => {
      const [ox, oy] = middleOf(other);
      const reach = 4 * Math.max(line.heightMm, other.heightMm);
      return (
        block.includes(other) ||
        (Math.abs(oy - y) <= reach && Math.abs(ox - x) <= Math.max(line.lengthMm, other.lengthMm) / 2 + reach / 2)
      );
    });
  }
}
