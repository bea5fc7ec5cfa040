import { apart, boxOfPoints, markBox, type MarkSort, type PointMm } from "../drawing";
import { DIMENSIONS } from "./dimensions/dimensions";
import { ROUND_DIMENSIONS } from "./dimensions/round";
import { HEADS, type Heads } from "./heads";
import { LETTERING, type TextLine } from "./lettering";
import { LINE_WORK, type LineWork } from "./line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";
import { headsAtTip } from "./tips";

/** From an end of the lettering to where its leader begins, in heights of capitals: along, below and above the baseline. */
const REACH = { along: 2.2, below: 0.6, above: 1.6 };
const LETTERING_MM = { least: 1, most: 8 };
const LEAST_MM = 2;
/** Pieces of one leader: a level one, a slanting one, and one more. */
const MOST_PIECES = 3;
/** One piece begins where another ends. Millimetres. */
const JOINT_MM = 0.1;
/** Where more lines than this end in one place, none of them goes on as a leader: it is a corner of a table. */
const MOST_AT_JOINT = 4;
/** Ways that are followed on a page; where there are more, the rest of its lettering has no leaders. */
const MOST_WAYS = 200_000;
/** A tip points at what lies within this. */
const AT_TIP_MM = 0.4;
/** So many other lines end where a leader's head is, and it is none. */
const MOST_AT_TIP = 3;
/** Lines beside lettering that are looked at; among more, nobody sees a leader. */
const MOST_LINES = 40;
const CONFIDENCE = 0.9;

/** A line with a head that leads from lettering to what it is about. */
export interface Leader {
  readonly line: TextLine;
  /** Where it points to. */
  readonly tipMm: PointMm;
  /** Where it begins at its lettering. */
  readonly fromMm: PointMm;
  /** Rows of the page's paths that it is drawn with, its head too. */
  readonly rows: readonly number[];
  /** The mark that its tip lies on or in; none where it points into the open. */
  readonly pointsAt?: { readonly of: MarkSort; readonly row: number };
}

export const LEADERS: PageRecogniser<Leader> = {
  id: "leaders",
  on: "page",
  ofDrawing: true,
  finds: "leaders and what they point at",
  from: "a line, bent or not, that begins beside lettering and ends in an arrow or a dot",
  find: (facts) => new Finder(facts).all(),
};

interface Chain {
  readonly pieces: readonly number[];
  readonly from: PointMm;
  readonly tip: PointMm;
}

class Finder {
  private readonly lines: LineWork;
  private readonly heads: Heads;
  private readonly taken = new Set<number>();
  private left = MOST_WAYS;

  constructor(private readonly facts: PageFacts) {
    const [lines, heads] = [facts.of(LINE_WORK)[0], facts.of(HEADS)[0]];
    if (!lines || !heads) throw new Error("Every page has line work and heads, if none in number.");
    [this.lines, this.heads] = [lines.value, heads.value];
    for (const recogniser of [DIMENSIONS, ROUND_DIMENSIONS])
      for (const { value } of facts.of<{ readonly rows: readonly number[] }>(recogniser))
        for (const row of value.rows) this.taken.add(row);
  }

  all(): Sure<Leader>[] {
    const figures = new Set(
      [DIMENSIONS, ROUND_DIMENSIONS].flatMap((recogniser) =>
        this.facts.of<{ readonly figure: TextLine }>(recogniser).flatMap(({ value }) => value.figure.rows),
      ),
    );
    return this.facts.of(LETTERING).flatMap(({ value: line }) => {
      if (line.heightMm < LETTERING_MM.least || line.heightMm > LETTERING_MM.most) return [];
      if (line.rows.some((row) => figures.has(row))) return [];
      const leader = this.leaderOf(line);
      return leader ? [this.told(leader)] : [];
    });
  }

  private leaderOf(line: TextLine): Leader | undefined {
    let best: { leader: Leader; length: number } | undefined;
    for (const chain of this.chainsFrom(line)) {
      const heads = this.headsAt(chain.tip, chain.pieces);
      if (heads.length === 0) continue;
      const rows = [...chain.pieces.flatMap((i) => this.lines.rowsOf(i)), ...heads];
      const pointsAt = this.markAt(chain.tip, rows);
      const leader = { line, tipMm: chain.tip, fromMm: chain.from, rows, ...(pointsAt ? { pointsAt } : {}) };
      const length = chain.pieces.length;
      // The way with the fewest bends is the leader.
      if (!best || length < best.length) best = { leader, length };
    }
    return best?.leader;
  }

  /** Lines that begin at either end of the lettering, with what goes on from them. */
  private *chainsFrom(line: TextLine): Generator<Chain> {
    const {
      startMm: [x, y],
      angleDeg,
      lengthMm,
      heightMm,
    } = line;
    const turn = (angleDeg * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    for (const atEnd of [false, true]) {
      const edge = atEnd ? lengthMm : 0;
      const corner = (along: number, up: number): PointMm => [x + along * cos - up * sin, y + along * sin + up * cos];
      const beyond = edge + (atEnd ? REACH.along : -REACH.along) * heightMm;
      const box = boxOfPoints([
        corner(edge, -REACH.below * heightMm),
        corner(edge, REACH.above * heightMm),
        corner(beyond, -REACH.below * heightMm),
        corner(beyond, REACH.above * heightMm),
      ]);
      const near = this.lines.near(box);
      if (near.length > MOST_LINES) continue;
      for (const i of near)
        for (const which of [0, 1] as const) {
          const begin = this.lines.end(i, which);
          const [dx, dy] = [begin[0] - x, begin[1] - y];
          const [along, up] = [dx * cos + dy * sin - edge, dy * cos - dx * sin];
          const isBeside = (atEnd ? along : -along) >= -0.3 * heightMm && Math.abs(along) <= REACH.along * heightMm;
          if (!isBeside || up < -REACH.below * heightMm || up > REACH.above * heightMm) continue;
          if (this.lines.length(i) >= LEAST_MM / 2 && !this.isTaken(i))
            yield* this.chains([i], begin, this.lines.end(i, which === 0 ? 1 : 0));
        }
    }
  }

  private isTaken(i: number): boolean {
    return this.taken.has(this.lines.rows[i] ?? 0);
  }

  private *chains(pieces: readonly number[], from: PointMm, tip: PointMm): Generator<Chain> {
    if (this.left-- <= 0) return;
    const length = pieces.reduce((sum, i) => sum + this.lines.length(i), 0);
    if (length >= LEAST_MM) yield { pieces, from, tip };
    if (pieces.length === MOST_PIECES) return;
    const next = this.lines.near(boxOfPoints([tip], JOINT_MM));
    if (next.length > MOST_LINES) return;
    const ends = next
      .filter((i) => !pieces.includes(i) && !this.isTaken(i) && this.lines.length(i) >= LEAST_MM / 2)
      .flatMap((i) => ([0, 1] as const).map((which) => ({ i, which })))
      .filter(({ i, which }) => apart(this.lines.end(i, which), tip) <= JOINT_MM);
    if (ends.length > MOST_AT_JOINT) return;
    for (const { i, which } of ends) yield* this.chains([...pieces, i], from, this.lines.end(i, which === 0 ? 1 : 0));
  }

  /** Rows of the arrow or dot that a line ends in; an arrow points the way that the line goes. */
  private headsAt(tip: PointMm, pieces: readonly number[]): number[] {
    const along = this.directionAt(tip, pieces);
    const heads = headsAtTip(this.lines, this.heads, { atMm: tip, withinMm: AT_TIP_MM, along, own: pieces });
    return heads.length > 0 && this.isHub(tip, pieces) ? [] : heads;
  }

  /** The way in which the last piece of a line goes, of length 1. */
  private directionAt(tip: PointMm, pieces: readonly number[]): PointMm {
    const last = pieces.at(-1) ?? 0;
    const [dx, dy] = this.backFrom(tip, last);
    const length = this.lines.length(last) || 1;
    return [-dx / length, -dy / length];
  }

  /** From a tip to the other end of a piece that ends there; nowhere for one that does not. */
  private backFrom(tip: PointMm, i: number): PointMm {
    const [p, q] = [this.lines.end(i, 0), this.lines.end(i, 1)];
    const [toP, toQ] = [p, q].map(([x, y]) => Math.hypot(x - tip[0], y - tip[1])) as [number, number];
    if (Math.min(toP, toQ) > JOINT_MM) return [0, 0];
    const [x, y] = toP < toQ ? q : p;
    return [x - tip[0], y - tip[1]];
  }

  /** The branches of a tree meet in a dot, too. */
  private isHub(tip: PointMm, pieces: readonly number[]): boolean {
    const isAt = ([x, y]: PointMm): boolean => Math.hypot(x - tip[0], y - tip[1]) <= JOINT_MM;
    const others = this.lines
      .near(boxOfPoints([tip], JOINT_MM))
      .filter((i) => !pieces.includes(i) && (isAt(this.lines.end(i, 0)) || isAt(this.lines.end(i, 1))));
    return others.length >= MOST_AT_TIP;
  }

  /** The smallest mark that a point lies on, or in the box of. */
  private markAt(tip: PointMm, own: readonly number[]): Leader["pointsAt"] {
    const size = (row: number): number => {
      const { width, height } = markBox(this.facts.page, "paths", row);
      return Math.hypot(width, height);
    };
    const [row] = [...this.facts.near("paths", boxOfPoints([tip], AT_TIP_MM))]
      .slice(0, MOST_LINES)
      .filter((each) => !own.includes(each))
      .sort((a, b) => size(a) - size(b));
    return row === undefined ? undefined : { of: "paths", row };
  }

  private told(leader: Leader): Sure<Leader> {
    return madeOut(this.facts.page.index, leader, CONFIDENCE, leader.line.rows, leader.rows);
  }
}
