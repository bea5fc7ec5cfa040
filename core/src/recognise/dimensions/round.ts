import { boxOfPoints, type PointMm } from "../../drawing";
import { readWritten, type Written, type WrittenKind } from "../../quantity";
import { ARCS, directionDeg, goesThrough, pointOn, type Arc, type Arcs } from "../arcs";
import { HEADS, type Heads } from "../heads";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { headsAtTip } from "../tips";
import { DIMENSIONS } from "./dimensions";
import { ON_LINE_MM } from "./stops";

/** From the middle of a figure to its line or arc, in heights of capitals, and beside it. */
const REACH = 2.3;
const REACH_MM = 1.5;
/** A tip lies on an arc, and a line leads to its middle, within this. */
const ON_ARC_MM = 0.3;
const RADIAL_SIN = 0.04;
const LEAST_LINE_MM = 1;
/** Lines beside a figure, and lines that go on from one, that are looked at; and all of these on a page. */
const MOST_LINES = 24;
const MOST_IN_ALL = 400_000;
/** Arcs of one circle: the two parts of an arc that a figure breaks. */
const SAME_CIRCLE_MM = 0.1;
/** A dimension along an arc lies beside what it measures, about the same centre. Millimetres. */
const SAME_CENTRE_MM = 0.4;
const LEAST_BESIDE_MM = 2;
const CONFIDENCE = { headed: 0.95, bare: 0.7 };

/** A figure at an arc or a circle, or at the arc between two lines. */
export interface RoundDimension {
  readonly kind: "radius" | "diameter" | "angle" | "arc length";
  readonly figure: TextLine;
  readonly written: Written;
  readonly centreMm: PointMm;
  /** Radius of the arc that is measured, or of that between the sides of an angle. Millimetres on paper. */
  readonly radiusMm: number;
  /** Radius, diameter or length along the arc, millimetres on paper; of an angle, degrees. */
  readonly drawn: number;
  /** What shows it: a line along the radius or diameter, or from side to side of the angle. */
  readonly from: PointMm;
  readonly to: PointMm;
  /** Rows of the page's paths. */
  readonly rows: readonly number[];
}

export const ROUND_DIMENSIONS: PageRecogniser<RoundDimension> = {
  id: "round-dimensions",
  on: "page",
  ofDrawing: true,
  finds: "radii, diameters, angles and lengths along arcs",
  from: "a figure that reads as one, with a line from it that ends square on an arc, or an arc beside it that ends on both sides",
  find: (facts) => {
    const figures = figuresOf(facts);
    return figures.length === 0 ? [] : new Finder(facts).all(figures);
  },
};

interface Figure {
  readonly line: TextLine;
  readonly written: Written;
  readonly middle: PointMm;
}

/** Figures that say that they are of something round, and lengths that belong to no straight dimension. */
function figuresOf(facts: PageFacts): Figure[] {
  const straight = new Set(facts.of(DIMENSIONS).flatMap(({ value }) => value.figure.rows));
  return facts.of(LETTERING).flatMap(({ value: line }) => {
    const written = line.rows.some((row) => straight.has(row)) ? undefined : readWritten(line.text);
    const isRound = written && ROUND_KINDS.has(written.kind);
    return isRound ? [{ line, written, middle: middleOf(line) }] : [];
  });
}

const ROUND_KINDS: ReadonlySet<WrittenKind> = new Set(["radius", "diameter", "angle", "arc length", "length"]);

/** Where a line from a figure ends on an arc. */
interface Tip {
  readonly arc: Arc;
  readonly at: PointMm;
  /** The other end of that line. */
  readonly back: PointMm;
  readonly isHeaded: boolean;
  readonly rows: readonly number[];
  readonly off: number;
}

class Finder {
  private readonly lines: LineWork;
  private readonly heads: Heads;
  private readonly arcs: Arcs;
  private left = MOST_IN_ALL;

  constructor(private readonly facts: PageFacts) {
    const [lines, heads, arcs] = [facts.of(LINE_WORK)[0], facts.of(HEADS)[0], facts.of(ARCS)[0]];
    if (!lines || !heads || !arcs) throw new Error("Every page has line work, heads and arcs, if none in number.");
    [this.lines, this.heads, this.arcs] = [lines.value, heads.value, arcs.value];
  }

  all(figures: readonly Figure[]): Sure<RoundDimension>[] {
    return figures.flatMap((figure) => {
      if (this.left <= 0) return [];
      const { kind } = figure.written;
      const isAlong = kind === "angle" || kind === "arc length" || kind === "length";
      const found = isAlong ? this.along(figure) : this.straightTo(figure);
      return found ? [found] : [];
    });
  }

  /** A radius or diameter: the line from the figure that ends square on an arc. */
  private straightTo(figure: Figure): Sure<RoundDimension> | undefined {
    const tips = this.tipsFrom(figure).sort((a, b) => Number(b.isHeaded) - Number(a.isHeaded) || a.off - b.off);
    const [tip] = tips;
    if (!tip) return undefined;
    const { arc, at } = tip;
    const { centreMm, radiusMm } = arc;
    const isRadius = figure.written.kind === "radius";
    const across: PointMm = [2 * centreMm[0] - at[0], 2 * centreMm[1] - at[1]];
    return this.told(figure, tip.isHeaded ? CONFIDENCE.headed : CONFIDENCE.bare, {
      kind: isRadius ? "radius" : "diameter",
      centreMm,
      radiusMm,
      drawn: isRadius ? radiusMm : 2 * radiusMm,
      from: isRadius ? centreMm : across,
      to: at,
      rows: [...arc.rows, ...tip.rows],
    });
  }

  private tipsFrom(figure: Figure): Tip[] {
    const { line, middle } = figure;
    const reach = line.lengthMm / 2 + REACH * line.heightMm + REACH_MM;
    const near = this.lines
      .near(boxOfPoints([middle], reach))
      .map((i) => [this.lines.distance(i, middle), i] as const)
      .filter(([away]) => away <= reach)
      .sort((a, b) => a[0] - b[0])
      .slice(0, MOST_LINES);
    const tips: Tip[] = [];
    for (const [away, i] of near)
      for (const [end, start] of this.bothWays(i)) {
        tips.push(...this.tipAt(end, start, [i], away));
        // A figure often stands on a short level line, from which the leader goes on.
        for (const k of this.lines.near(boxOfPoints([end], ON_LINE_MM)).slice(0, MOST_LINES)) {
          if (k === i) continue;
          for (const [tip, joint] of this.bothWays(k))
            if (Math.hypot(joint[0] - end[0], joint[1] - end[1]) <= ON_LINE_MM)
              tips.push(...this.tipAt(tip, joint, [i, k], away));
        }
      }
    return tips;
  }

  private bothWays(i: number): (readonly [PointMm, PointMm])[] {
    const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
    return [
      [p, q],
      [q, p],
    ];
  }

  /** The arc that a line ends on, square to it. Without a head it has to come from the middle of the arc, or pass it. */
  private tipAt(at: PointMm, back: PointMm, pieces: readonly number[], off: number): Tip[] {
    const length = Math.hypot(at[0] - back[0], at[1] - back[1]);
    if (length < LEAST_LINE_MM || this.left-- <= 0) return [];
    const along: PointMm = [(at[0] - back[0]) / length, (at[1] - back[1]) / length];
    const heads = this.headsAt(at);
    for (const arc of this.arcs.passing(at, ON_ARC_MM)) {
      const { centreMm, radiusMm } = arc;
      const [rx, ry] = [(at[0] - centreMm[0]) / radiusMm, (at[1] - centreMm[1]) / radiusMm];
      if (Math.abs(along[0] * ry - along[1] * rx) > RADIAL_SIN || !goesThrough(arc, directionDeg(at, centreMm), 2))
        continue;
      const isFromMiddle =
        along[0] * rx + along[1] * ry > 0 && length >= radiusMm - ON_ARC_MM && this.isNear(at, back, centreMm);
      if (heads.length === 0 && !isFromMiddle) continue;
      const rows = [...pieces.flatMap((i) => this.lines.rowsOf(i)), ...heads];
      return [{ arc, at, back, isHeaded: heads.length > 0, rows, off }];
    }
    return [];
  }

  /** Whether a point lies on a line. */
  private isNear(p: PointMm, q: PointMm, [x, y]: PointMm): boolean {
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const [ux, uy] = [(q[0] - p[0]) / length, (q[1] - p[1]) / length];
    const along = (x - p[0]) * ux + (y - p[1]) * uy;
    return (
      Math.abs((x - p[0]) * uy - (y - p[1]) * ux) <= ON_ARC_MM && along >= -ON_ARC_MM && along <= length + ON_ARC_MM
    );
  }

  /** Rows of what a line can end in at a point, whichever way it comes. */
  private headsAt(at: PointMm): number[] {
    return headsAtTip(this.lines, this.heads, { atMm: at, withinMm: ON_ARC_MM, ticks: true });
  }

  /**
   * An angle, or a length along an arc: an arc beside the figure, in one piece or broken by it, with a head or a side at
   * each end. A length that does not say that it is one along an arc needs both heads: doors have arcs and figures, too.
   */
  private along(figure: Figure): Sure<RoundDimension> | undefined {
    const { line, middle, written } = figure;
    const reach = REACH * line.heightMm + REACH_MM;
    // An arc that its figure breaks begins beside it.
    const near = this.arcs.passing(middle, reach, reach + line.lengthMm);
    for (const arc of near) {
      const towards = directionDeg(middle, arc.centreMm);
      const slack = (((line.lengthMm + line.heightMm) / arc.radiusMm) * 180) / Math.PI;
      if (arc.sweepDeg >= 360 || !goesThrough(arc, towards, slack)) continue;
      this.left -= near.length;
      if (this.left <= 0) return undefined;
      const whole = joined(arc, near, towards, slack);
      const ends = [pointOn(arc, whole.from), pointOn(arc, whole.to)] as const;
      const held = ends.map((end) => this.heldAt(arc, end));
      if (!held.every((each) => each.length > 0)) continue;
      const headed = ends.every((end) => this.headsAt(end).length > 0);
      const confidence = headed ? CONFIDENCE.headed : CONFIDENCE.bare;
      const rows = [...whole.rows, ...held.flat()];
      const { centreMm, radiusMm } = arc;
      if (written.kind === "angle") {
        const [from, to] = ends;
        return this.told(figure, confidence, {
          kind: "angle",
          centreMm,
          radiusMm,
          drawn: whole.to - whole.from,
          from,
          to,
          rows,
        });
      }
      if (written.kind === "length" && !headed) continue;
      const measured = this.measuredArc(arc, whole);
      if (!measured) continue;
      const [from, to] = [pointOn(measured, whole.from), pointOn(measured, whole.to)];
      const drawn = measured.radiusMm * (whole.to - whole.from) * (Math.PI / 180);
      return this.told(figure, confidence, {
        kind: "arc length",
        centreMm,
        radiusMm: measured.radiusMm,
        drawn,
        from,
        to,
        rows: [...rows, ...measured.rows],
      });
    }
    return undefined;
  }

  /** The arc of the building that a dimension along an arc measures: about the same centre, from the one end to the other. */
  private measuredArc(dimension: Arc, { from, to }: { from: number; to: number }): Arc | undefined {
    const { centreMm, radiusMm } = dimension;
    this.left -= this.arcs.all.length;
    if (this.left <= 0) return undefined;
    const slack = (ON_ARC_MM / radiusMm) * (180 / Math.PI) + 0.3;
    return this.arcs.all
      .filter(
        (arc) =>
          Math.hypot(arc.centreMm[0] - centreMm[0], arc.centreMm[1] - centreMm[1]) <= SAME_CENTRE_MM &&
          Math.abs(arc.radiusMm - radiusMm) > LEAST_BESIDE_MM &&
          goesThrough(arc, from, slack) &&
          goesThrough(arc, (from + to) / 2, slack) &&
          goesThrough(arc, to, slack),
      )
      .sort((a, b) => Math.abs(a.radiusMm - radiusMm) - Math.abs(b.radiusMm - radiusMm))[0];
  }

  /** Rows of what an arc ends on: a head, or a line that leads to its middle. */
  private heldAt({ centreMm, radiusMm }: Arc, end: PointMm): number[] {
    const heads = this.headsAt(end);
    if (heads.length > 0) return heads;
    const [rx, ry] = [(end[0] - centreMm[0]) / radiusMm, (end[1] - centreMm[1]) / radiusMm];
    return this.lines
      .near(boxOfPoints([end], ON_LINE_MM))
      .filter((i) => {
        const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
        const length = this.lines.length(i);
        if (length < LEAST_LINE_MM || this.lines.distance(i, end) > ON_LINE_MM) return false;
        return Math.abs(((q[0] - p[0]) * ry - (q[1] - p[1]) * rx) / length) <= RADIAL_SIN;
      })
      .map((i) => this.lines.rows[i] ?? 0);
  }

  private told(
    { line, written }: Figure,
    confidence: number,
    found: Omit<RoundDimension, "figure" | "written">,
  ): Sure<RoundDimension> {
    const rows = [...new Set(found.rows)].sort((a, b) => a - b);
    return madeOut(this.facts.page.index, { ...found, rows, figure: line, written }, confidence, line.rows, rows);
  }
}

/** How far the arcs of one circle go on both sides of a figure, in degrees that rise from the one end to the other. */
function joined(
  { centreMm, radiusMm }: Arc,
  near: readonly Arc[],
  towards: number,
  slack: number,
): { from: number; to: number; rows: number[] } {
  const same = near.filter(
    (other) =>
      Math.hypot(other.centreMm[0] - centreMm[0], other.centreMm[1] - centreMm[1]) <= SAME_CIRCLE_MM &&
      Math.abs(other.radiusMm - radiusMm) <= SAME_CIRCLE_MM &&
      goesThrough(other, towards, slack),
  );
  const spans = same.map(({ fromDeg, sweepDeg }) => {
    // Told from the figure's direction, so that an arc across 180° is not torn apart.
    const start = fromDeg - towards;
    const from = start - 360 * Math.round((start + sweepDeg / 2) / 360);
    return [from, from + sweepDeg] as const;
  });
  return {
    from: towards + Math.min(...spans.map(([from]) => from)),
    to: towards + Math.max(...spans.map(([, to]) => to)),
    rows: same.flatMap((arc) => arc.rows),
  };
}
