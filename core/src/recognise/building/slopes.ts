import { boxOfPoints, type BoxMm, type PointMm } from "../../drawing";
import { parseSlope, type Slope } from "../../standard/plain";
import { HEADS, type Heads } from "../heads";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { headsAtTip } from "../tips";

/** A slope is written along its line: the angle between them, and how far off it stands in heights of its capitals. */
const ALONG_DEG = 1;
const REACH = 3;
/** Lines that nearly are level or upright can't be told from those. Degrees. */
const LEAST_DEG = 0.3;
/** A slope that is so many times the drawn one is meant for something else: an arrow on a plan shows a fall from above. */
const MOST_TIMES = 3;
/** The legs of a slope triangle. Millimetres. */
const LEG_MM = { least: 2.5, most: 40 };
const JOINT_MM = 0.3;
const HEADED_MM = 0.4;
const MOST_LOOKED_AT = 1_000_000;
const CONFIDENCE = 0.95;
/** Over a stroke only twelfths: other fractions are of inches. */
const RATIO = /(?<![\d./'-])(\d+(?:[.,]\d+)?\s*(?:(?:in|:)\s*\d+(?:\.\d+)?|\/\s*12))(?![\d'"/])/i;
/** Lengths in feet and inches are none. */
const FEET = /['"′″]/;
const PERCENT = /(\d+(?:[.,]\d+)?\s*%)/;
const DEGREES = /(\d+(?:[.,]\d+)?\s*(?:°|deg))/i;
const MOST_CHARACTERS = 40;
/** The run that slopes are told for in a triangle. */
const RUNS = new Set(["12", "10", "100", "1000"]);

/** A slope as it is written, and the line that it is written for. */
export interface WrittenSlope {
  readonly text: string;
  readonly slope: Slope;
  /** Rise over run of what is drawn. */
  readonly drawn: number;
  readonly from: PointMm;
  readonly to: PointMm;
  readonly lines: readonly TextLine[];
  readonly rows: readonly number[];
}

export const SLOPES: PageRecogniser<WrittenSlope> = {
  id: "slopes",
  on: "page",
  ofDrawing: true,
  finds: "written slopes and the lines that they are written for",
  from: "a slope along a slanting line, and triangles with figures at both legs",
  find: (facts) => new SlopeFinder(facts).all(),
};

/** A triangle with a level and an upright leg. */
interface RightAngle {
  readonly corner: PointMm;
  /** The far end of its upright leg. */
  readonly top: PointMm;
  /** The roof along its third side, else that side. */
  readonly slanting: number;
  /** Of its legs. */
  readonly rows: readonly number[];
}

class SlopeFinder {
  private readonly lines: LineWork;
  private readonly heads: Heads;
  private left = MOST_LOOKED_AT;

  constructor(private readonly facts: PageFacts) {
    const [lines, heads] = [facts.of(LINE_WORK)[0], facts.of(HEADS)[0]];
    if (!lines || !heads) throw new Error("Every page has line work and heads, if none in number.");
    [this.lines, this.heads] = [lines.value, heads.value];
  }

  all(): Sure<WrittenSlope>[] {
    const lettering = this.facts.of(LETTERING).map(({ value }) => value);
    const found = lettering.flatMap((line) => this.along(line) ?? this.atTriangle(line) ?? []);
    return [...found, ...this.triangles(lettering)].map((slope) =>
      madeOut(
        this.facts.page.index,
        slope,
        CONFIDENCE,
        slope.lines.flatMap(({ rows }) => rows),
        slope.rows,
      ),
    );
  }

  /** A slope that is written along a slanting line. */
  private along(line: TextLine): WrittenSlope | undefined {
    const slope = line.text.length <= MOST_CHARACTERS ? slopeIn(line.text) : undefined;
    const tilt = Math.abs(line.angleDeg % 90);
    if (!slope || Math.min(tilt, 90 - tilt) < LEAST_DEG) return undefined;
    const [x, y] = middleOf(line);
    const turn = (line.angleDeg * Math.PI) / 180;
    const candidates = this.near(boxOfPoints(cornersOf(line), REACH * line.heightMm)).flatMap((i) => {
      const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
      const length = this.lines.length(i);
      const sine = Math.abs((q[0] - p[0]) * Math.sin(turn) - (q[1] - p[1]) * Math.cos(turn)) / (length || 1);
      if (length < line.lengthMm || sine > Math.sin((ALONG_DEG * Math.PI) / 180)) return [];
      return [{ i, away: this.lines.distance(i, [x, y]) }];
    });
    const [nearest] = candidates.filter(({ away }) => away <= REACH * line.heightMm).sort((a, b) => a.away - b.away);
    if (!nearest || this.isArrow(nearest.i)) return undefined;
    return this.told(line.text.trim(), slope, nearest.i, [line], []);
  }

  /** A slope that is written level at the level leg of a right-angled triangle. */
  private atTriangle(line: TextLine): WrittenSlope | undefined {
    const slope = line.text.length <= MOST_CHARACTERS ? slopeIn(line.text) : undefined;
    if (!slope || Math.abs(line.angleDeg) > LEAST_DEG) return undefined;
    for (const { slanting, rows } of this.rightAnglesAt(line, boxOfPoints(cornersOf(line), line.heightMm)))
      return this.told(line.text.trim(), slope, slanting, [line], rows);
    return undefined;
  }

  private told(
    text: string,
    slope: Slope,
    i: number,
    lines: readonly TextLine[],
    rows: readonly number[],
  ): WrittenSlope | undefined {
    const [from, to] = [this.lines.end(i, 0), this.lines.end(i, 1)];
    const [run, rise] = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])];
    if (run === 0) return undefined;
    const times = slope.rise / slope.run / (rise / run);
    if (!(times <= MOST_TIMES && times >= 1 / MOST_TIMES)) return undefined;
    return { text, slope, drawn: rise / run, from, to, lines, rows: [...rows, ...this.lines.rowsOf(i)] };
  }

  private isArrow(i: number): boolean {
    return ([0, 1] as const).some((which) => {
      const tip = { atMm: this.lines.end(i, which), withinMm: HEADED_MM, own: [i] };
      return headsAtTip(this.lines, this.heads, tip).length > 0;
    });
  }

  /** Right-angled triangles with a run at their level leg and a rise at the upright one. */
  private triangles(lettering: readonly TextLine[]): WrittenSlope[] {
    const figures = lettering.filter(({ text }) => /^\d{1,4}(?:\.\d+)?$/.test(text.trim()));
    return figures.filter(({ text }) => RUNS.has(text.trim())).flatMap((run) => this.triangleAt(run, figures) ?? []);
  }

  private triangleAt(run: TextLine, figures: readonly TextLine[]): WrittenSlope | undefined {
    const reach = REACH * run.heightMm;
    for (const { corner, top, slanting, rows } of this.rightAnglesAt(run, boxOfPoints([middleOf(run)], reach))) {
      const at: PointMm = [corner[0], (corner[1] + top[1]) / 2];
      const rise = figures.find(
        (each) => each !== run && Math.hypot(middleOf(each)[0] - at[0], middleOf(each)[1] - at[1]) <= reach,
      );
      const slope = rise && parseSlope(`${rise.text.trim()}:${run.text.trim()}`);
      if (!rise || !slope?.ok) continue;
      return this.told(`${rise.text.trim()} in ${run.text.trim()}`, slope.value, slanting, [rise, run], rows);
    }
    return undefined;
  }

  /** Right-angled triangles whose level leg lies in a box with lettering at its middle. */
  private *rightAnglesAt(line: TextLine, around: BoxMm): Generator<RightAngle> {
    const isLeg = (i: number): boolean => this.lines.length(i) >= LEG_MM.least && this.lines.length(i) <= LEG_MM.most;
    const [x] = middleOf(line);
    for (const level of this.near(around)) {
      const [p, q] = [this.lines.end(level, 0), this.lines.end(level, 1)];
      if (!isLeg(level) || Math.abs(p[1] - q[1]) > 0.02 * this.lines.length(level)) continue;
      if (Math.abs((p[0] + q[0]) / 2 - x) > 0.35 * Math.abs(p[0] - q[0]) + line.heightMm / 2) continue;
      for (const [corner, other] of [
        [p, q],
        [q, p],
      ] as const)
        for (const upright of this.endingAt(corner)) {
          const top = this.farEnd(upright, corner);
          if (!isLeg(upright) || Math.abs(top[0] - corner[0]) > 0.02 * this.lines.length(upright)) continue;
          const slanting = this.longestAlong(top, other, [level, upright]);
          const rows = [level, upright].flatMap((i) => this.lines.rowsOf(i));
          if (slanting !== undefined) yield { corner, top, slanting, rows };
        }
    }
  }

  /** The longest slanting line through the ends of both legs or right beside them: the roof, else the third side. */
  private longestAlong(a: PointMm, b: PointMm, legs: readonly number[]): number | undefined {
    const third = this.near(boxOfPoints([a, b], JOINT_MM)).filter((i) => {
      const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
      const slant = Math.min(Math.abs(p[0] - q[0]), Math.abs(p[1] - q[1]));
      return (
        !legs.includes(i) &&
        slant > 0.01 * this.lines.length(i) &&
        [a, b].some((end) => this.lines.distance(i, end) <= JOINT_MM)
      );
    });
    return third.sort((i, j) => this.lines.length(j) - this.lines.length(i))[0];
  }

  private endingAt(at: PointMm): number[] {
    const isAt = ([x, y]: PointMm): boolean => Math.hypot(x - at[0], y - at[1]) <= JOINT_MM;
    return this.near(boxOfPoints([at], JOINT_MM)).filter(
      (i) => isAt(this.lines.end(i, 0)) || isAt(this.lines.end(i, 1)),
    );
  }

  private farEnd(i: number, at: PointMm): PointMm {
    const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
    const away = ([x, y]: PointMm): number => Math.hypot(x - at[0], y - at[1]);
    return away(p) > away(q) ? p : q;
  }

  private near(box: Parameters<LineWork["near"]>[0]): number[] {
    if (this.left <= 0) return [];
    const found = this.lines.near(box);
    this.left -= found.length;
    return found;
  }
}

/** The slope that a text states; a ratio alone, or with words around it. */
function slopeIn(text: string): Slope | undefined {
  if (FEET.test(text)) return undefined;
  const words = RATIO.exec(text)?.[1] ?? PERCENT.exec(text)?.[1] ?? DEGREES.exec(text)?.[1];
  const slope = words === undefined ? undefined : parseSlope(words);
  return slope?.ok && slope.value.rise > 0 ? slope.value : undefined;
}
