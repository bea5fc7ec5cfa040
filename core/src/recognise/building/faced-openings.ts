import { distanceToBox, type BoxMm, type PointMm } from "../../drawing";
import { SQUARE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";

/**
 * A door or window as it is seen in an elevation, or in a section that looks at a wall. A draughtsman sees an upright
 * box of four lines that meet in its corners, and in it the sides of another, or bars from side to side: a pane, a leaf,
 * a casement. A pane with bars of its own is told as well: who asks for openings takes the outermost that is no larger
 * than an opening can be. Boxes with lettering in them are cells of tables, codes and rooms; boxes with nothing in them
 * may be anything.
 */
export interface FacedOpening {
  readonly boxMm: BoxMm;
  /** Of what is drawn around and in it. */
  readonly rows: readonly number[];
}

/** On paper. Millimetres. */
const SIDE_MM = { least: 3, most: 200 };
const MEET_MM = 0.1;
/** What stands in an opening is so much of its width or height long, at least. */
const BAR_SHARE = 0.25;
/** More lines about one corner, or in one opening, are a pattern. */
const MOST_NEAR = 24;
const MOST_INSIDE = 40;
const MOST_OPENINGS = 2000;
const CONFIDENCE = 0.9;
/** Lines looked at on a page, so that a crowd does not take minutes. */
const MOST_LOOKED_AT = 400_000;

export const FACED_OPENINGS: PageRecogniser<FacedOpening> = {
  id: "faced-openings",
  on: "page",
  ofDrawing: true,
  finds: "doors and windows as elevations show them",
  from: "upright boxes of four lines that meet, with the sides of a pane, a leaf or bars in them and no lettering",
  find: (facts) => {
    const lines = facts.of(SQUARE_WORK)[0]?.value;
    return lines ? new Finder(facts, lines).find() : [];
  },
};

class Finder {
  private looked = 0;

  constructor(
    private readonly facts: PageFacts,
    private readonly lines: LineWork,
  ) {}

  find(): Sure<FacedOpening>[] {
    const found = new Map<string, Sure<FacedOpening>>();
    for (let head = 0; head < this.lines.count && this.looked < MOST_LOOKED_AT; head++) {
      if (found.size >= MOST_OPENINGS) break;
      const seen = this.under(head);
      if (!seen) continue;
      const { box, sides } = seen;
      const key = [box.x, box.y, box.width, box.height].map((each) => each.toFixed(1)).join();
      const bars = found.has(key) ? [] : this.barsIn(box);
      if (bars.length === 0 || this.facts.near("texts", box).length > 0) continue;
      const rows = [...new Set([...sides, ...bars].flatMap((i) => this.lines.rowsOf(i)))];
      found.set(key, madeOut(this.facts.page.index, { boxMm: box, rows }, CONFIDENCE, [], rows));
    }
    return [...found.values()];
  }

  /** The box whose upper side a line is. */
  private under(head: number): { box: BoxMm; sides: number[] } | undefined {
    const [left, right] = this.endsOf(head);
    const width = right[0] - left[0];
    if (!isLevel(left, right) || width < SIDE_MM.least || width > SIDE_MM.most) return undefined;
    const jambs = this.downFrom(left);
    if (jambs.length === 0) return undefined;
    for (const other of this.downFrom(right))
      for (const jamb of jambs) {
        const height = left[1] - jamb.foot[1];
        if (Math.abs(jamb.foot[1] - other.foot[1]) > MEET_MM) continue;
        if (height < SIDE_MM.least || height > SIDE_MM.most) continue;
        const sill = this.nearTo(jamb.foot).find((i) => {
          const [from, to] = this.endsOf(i);
          return isLevel(from, to) && meet(from, jamb.foot) && meet(to, other.foot);
        });
        if (sill === undefined) continue;
        return { box: { x: left[0], y: jamb.foot[1], width, height }, sides: [head, jamb.i, other.i, sill] };
      }
    return undefined;
  }

  /** Upright lines that begin at a place and go down, and where they end. */
  private downFrom(at: PointMm): { i: number; foot: PointMm }[] {
    return this.nearTo(at).flatMap((i) => {
      const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
      const [top, foot] = p[1] > q[1] ? [p, q] : [q, p];
      return Math.abs(top[0] - foot[0]) <= MEET_MM && meet(top, at) ? [{ i, foot }] : [];
    });
  }

  /** Lines that a place is near to; none where there are so many that it is a pattern. */
  private nearTo([x, y]: PointMm): number[] {
    const near = this.lines.near({ x: x - MEET_MM, y: y - MEET_MM, width: 2 * MEET_MM, height: 2 * MEET_MM });
    this.looked += near.length;
    return near.length > MOST_NEAR ? [] : near;
  }

  /** The lines of a pane, a leaf or bars in a box: level or upright, and not too short. */
  private barsIn(box: BoxMm): number[] {
    const near = this.lines.near(box);
    this.looked += near.length;
    if (near.length > MOST_INSIDE) return [];
    return near.filter((i) => {
      const [p, q] = this.endsOf(i);
      const isUpright = !isLevel(p, q);
      const [at, from, length] = isUpright ? [p[0], box.x, box.width] : [p[1], box.y, box.height];
      const along = isUpright ? box.height : box.width;
      return (
        at > from + MEET_MM &&
        at < from + length - MEET_MM &&
        this.lines.length(i) >= BAR_SHARE * along &&
        [p, q].every((end) => distanceToBox(box, end) <= MEET_MM)
      );
    });
  }

  /** Both ends of a line, from the left or from below. */
  private endsOf(i: number): readonly [PointMm, PointMm] {
    const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
    return p[0] < q[0] || (p[0] === q[0] && p[1] < q[1]) ? [p, q] : [q, p];
  }
}

const isLevel = (p: PointMm, q: PointMm): boolean => Math.abs(p[1] - q[1]) <= Math.abs(p[0] - q[0]);
const meet = (p: PointMm, q: PointMm): boolean => Math.abs(p[0] - q[0]) <= MEET_MM && Math.abs(p[1] - q[1]) <= MEET_MM;
