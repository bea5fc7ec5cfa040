import { boxOfPoints, type BoxMm, type Page, type PointMm } from "../../drawing";
import { Length, readWritten, type Written } from "../../quantity";
import { HEADS, type Heads } from "../heads";
import { frameAround } from "../label-frames";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { madeOut, measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { rowsBetween } from "../straights";
import type { Dimension, DimensionEnd, FigurePlace } from "./dimension";
import { extensionAt } from "./extension-lines";
import {
  MOST_OVERSHOOT_MM,
  ON_LINE_MM,
  onCarrier,
  pointAt,
  stopsOn,
  type Carrier,
  type Crossing,
  type Stop,
  type StopHead,
} from "./stops";

/** Lettering of dimensions is no smaller and no larger than this. Millimetres. */
const FIGURE = { least: 0.8, most: 12 };
/** From the middle of a figure to its line, in heights of capitals, and beside it. */
const REACH = 2.3;
const REACH_MM = 1.5;
/** A figure that was moved stands no farther than this from where its leader begins, in heights. */
const LEADER_REACH = 1.2;
/** Pieces of line that a figure may stand at; where thousands lie beneath it, the nearest ones count. */
const MOST_CANDIDATES = 400;
/** From the end of a gap to a figure that stands beside it, in heights. */
const BESIDE = 4.5;
const PARALLEL_SIN = 0.03;
/** Pieces of one straight lie on one another so exactly. */
const SAME_LINE_MM = 0.08;
const SAME_LINE_SIN = 0.004;
/** Heads of one dimension are alike. */
const SIZE_SHARE = 0.35;
/** Left free for a figure in a broken line, besides its length, in heights. */
const BROKEN = 5;
/** Symbols that happen to lie on a dimension line. */
const MOST_PASSED = 2;
/** How far apart the ends of a dimension may be; less is no room for anything. */
const LEAST_MM = 0.4;
/** Without heads, extension lines must go on beyond the line, and show this much on its other side. */
const BARE = { least: 0.3, most: 4.5, side: 1.5 };

/** Dimensions without heads may be the corners of walls; they count only where others agree on what they measure. */
const CONFIDENCE = { full: 0.97, noCrossing: 0.9, outside: 0.85, moved: 0.85, bare: 0.5, bareAcross: 0.4 };

/** The dimensions of a page, and whether it was too much to look for all of them. */
interface Found {
  readonly dimensions: readonly Sure<Dimension>[];
  readonly isCut: boolean;
}

/** Lines along the dimension lines of a page that are looked at; of thousands through one point, all cross each other. */
const MOST_LOOKED_AT = 6_000_000;

export const DIMENSION_SEARCH: PageRecogniser<Found> = {
  id: "dimension-search",
  on: "page",
  ofDrawing: true,
  finds: "dimensions, and whether all of a page could be looked for",
  from: "a figure that reads as a length, and a line beside it that ends in ticks, arrows, dots or circles, or between lines that go on beyond it",
  find: (facts) => [measuredOn(facts.page.index, new Finder(facts).all())],
};

export const DIMENSIONS: PageRecogniser<Dimension> = {
  id: "dimensions",
  on: "page",
  ofDrawing: true,
  finds: "dimensions",
  from: "a figure that reads as a length, and a line beside it that ends in ticks, arrows, dots or circles, or between lines that go on beyond it",
  find: (facts) => facts.of(DIMENSION_SEARCH)[0]?.value.dimensions ?? [],
};

interface Figure {
  readonly line: TextLine;
  readonly written: Written;
  readonly middle: PointMm;
  /** Direction of the baseline, of length 1. */
  readonly along: PointMm;
}

/** Two stops next to each other, of one carrier. */
interface Gap {
  readonly carrier: Carrier;
  readonly left: Stop;
  readonly right: Stop;
  readonly pieces: readonly number[];
}

interface Fit {
  readonly gap: Gap;
  readonly place: FigurePlace;
  readonly confidence: number;
  /** The less, the better it fits. */
  readonly off: number;
}

class Finder {
  private readonly lines: LineWork;
  private readonly heads: Heads;
  private readonly carriers = new Map<number, { carrier: Carrier; pieces: number[]; stops: Stop[] }>();
  private readonly taken = new Set<string>();
  private readonly budget = { left: MOST_LOOKED_AT };
  /** Rows of the page's paths. */
  private readonly extensions = new Set<number>();

  constructor(private readonly facts: PageFacts) {
    const [lines, heads] = [facts.of(LINE_WORK)[0], facts.of(HEADS)[0]];
    if (!lines || !heads) throw new Error("Every page has line work and heads, if none in number.");
    [this.lines, this.heads] = [lines.value, heads.value];
  }

  all(): Found {
    const found: Sure<Dimension>[] = [];
    let left: Figure[] = [];
    const take = (figure: Figure, fit: Fit | undefined): void => {
      if (!fit) left.push(figure);
      else {
        this.taken.add(keyOf(fit.gap));
        found.push(this.told(figure, fit));
      }
    };
    for (const [figure, fit] of this.eachItsOwn(figuresOf(this.facts))) take(figure, fit);
    for (const { value } of found) this.noteExtensions(value);
    // What found no place of its own may belong to a gap beside it, if that has no figure, or to a line across it.
    const ways = [this.beside, (figure: Figure) => this.between(figure, "across"), this.movedAway];
    for (const way of ways) {
      const open = left;
      left = [];
      for (const figure of open) take(figure, way.call(this, figure));
    }
    found.sort((a, b) => (a.value.figure.rows[0] ?? 0) - (b.value.figure.rows[0] ?? 0));
    return { dimensions: found, isCut: this.budget.left <= 0 };
  }

  /**
   * Figures with the gaps that they stand at. Where two stand at one, the nearer has it; the other has the next gap that
   * it may stand at, if nothing stands there and it is hardly farther: it was moved out of its place.
   */
  private eachItsOwn(figures: readonly Figure[]): (readonly [Figure, Fit | undefined])[] {
    const fits = figures.map((figure) => this.between(figure, "along"));
    const nearest = new Map<string, number>();
    fits.forEach((fit, i) => {
      const known = fit && nearest.get(keyOf(fit.gap));
      if (fit && (known === undefined || fit.off < fits[known]!.off)) nearest.set(keyOf(fit.gap), i);
    });
    return figures.map((figure, i) => {
      const fit = fits[i];
      if (!fit || nearest.get(keyOf(fit.gap)) === i) return [figure, fit] as const;
      const other = this.between(figure, "along", nearest);
      const isNear = other && other.off <= fit.off + figure.line.heightMm;
      return [figure, isNear ? other : fit] as const;
    });
  }

  /** Extension lines bear ticks of several rows, and are no dimension lines for all that. */
  private noteExtensions({ from, to }: Dimension): void {
    for (const { crossing } of [from, to])
      if (crossing && Math.min(crossing.leftMm, crossing.rightMm) <= MOST_OVERSHOOT_MM)
        this.extensions.add(crossing.row);
  }

  /** The gap that a figure stands above, in or below, on lines along its baseline or on others, but for those of others. */
  private between(
    figure: Figure,
    which: "along" | "across",
    others: ReadonlyMap<string, unknown> = new Map(),
  ): Fit | undefined {
    let best: Fit | undefined;
    for (const [i, ownOff] of this.nearestFirst(figure, which)) {
      // What else speaks against a line is added to how far off it lies.
      if (best && ownOff >= best.off + SAME_LINE_MM) break;
      const on = this.carrierOf(i, figure);
      if (!on) continue;
      const [at, left] = onCarrier(on.carrier, figure.middle);
      const away = offLine(figure, on.carrier, left);
      if (away === undefined || (best && away >= best.off)) continue;
      // Without heads, a figure has to stand on its line, if not along it.
      const mayBeBare = which === "along" || Math.abs(left) <= figure.line.heightMm;
      const pair = this.pairAround(on.stops, at) ?? (mayBeBare ? barePair(on.stops, at) : undefined);
      if (!pair) continue;
      const off = away + unlikely(figure, on.carrier, pair);
      if (best && off >= best.off) continue;
      const gap = { carrier: on.carrier, left: pair[0], right: pair[1], pieces: on.pieces };
      if (others.has(keyOf(gap)) || !this.isDrawn(gap, figure)) continue;
      best = { gap, place: placeOf(figure, on.carrier, left), confidence: confidenceOf(pair, which), off };
    }
    return best;
  }

  /** Lines along a figure, or across it, that it may stand at, the nearest first: most are none of its own, and cost nothing. */
  private nearestFirst(figure: Figure, which: "along" | "across"): (readonly [i: number, offMm: number])[] {
    const found: (readonly [number, number])[] = [];
    for (const i of this.near(figure)) {
      if (this.isAlong(i, figure) !== (which === "along")) continue;
      if (which === "across" && this.extensions.has(this.lines.rows[i] ?? 0)) continue;
      const own = this.ownCarrier(i);
      const off = own && offLine(figure, own, onCarrier(own, figure.middle)[1], SAME_LINE_MM);
      if (off !== undefined) found.push([i, off]);
    }
    return found.sort((a, b) => a[1] - b[1]);
  }

  /** The gap beside which a figure stands on the same line, because it doesn't fit in. */
  private beside(figure: Figure): Fit | undefined {
    let best: Fit | undefined;
    for (const i of this.near(figure, true)) {
      if (!this.isAlong(i, figure)) continue;
      const on = this.carrierOf(i, figure);
      if (!on) continue;
      const [at, left] = onCarrier(on.carrier, figure.middle);
      const off = offLine(figure, on.carrier, left);
      if (off === undefined) continue;
      const stops = on.stops.filter((stop) => stop.heads.length > 0);
      for (let k = 0; k + 1 < stops.length; k++) {
        const [a, b] = [stops[k], stops[k + 1]];
        if (!a || !b || !alike(a, b)) continue;
        const gap = { carrier: on.carrier, left: a, right: b, pieces: on.pieces };
        if (this.taken.has(keyOf(gap)) || b.atMm - a.atMm < LEAST_MM) continue;
        // Its near end lies no farther off than a few letters.
        const away = Math.max(a.atMm - at, at - b.atMm) - figure.line.lengthMm / 2;
        const sum = off + Math.max(0, away);
        if (away > BESIDE * figure.line.heightMm || (best && sum >= best.off)) continue;
        best = { gap, place: "outside", confidence: CONFIDENCE.outside, off: sum };
      }
    }
    return best;
  }

  /** The gap that a leader leads to from a figure. */
  private movedAway(figure: Figure): Fit | undefined {
    const reach = LEADER_REACH * figure.line.heightMm + figure.line.lengthMm / 2;
    let best: Fit | undefined;
    for (const i of this.near(figure)) {
      const [p, q] = this.endsOf(i);
      if (this.lines.length(i) < 2) continue;
      for (const [begin, tip] of [
        [p, q],
        [q, p],
      ] as const) {
        if (Math.hypot(begin[0] - figure.middle[0], begin[1] - figure.middle[1]) > reach) continue;
        for (const k of this.looked(boxOfPoints([tip], ON_LINE_MM))) {
          if (k === i) continue;
          const on = this.carrierOf(k, figure);
          if (!on) continue;
          const [at, left] = onCarrier(on.carrier, tip);
          const pair = Math.abs(left) <= 2 * ON_LINE_MM ? this.pairAround(on.stops, at) : undefined;
          if (!pair) continue;
          const gap = { carrier: on.carrier, left: pair[0], right: pair[1], pieces: on.pieces };
          if (this.taken.has(keyOf(gap))) continue;
          const off = Math.abs(at - (pair[0].atMm + pair[1].atMm) / 2);
          if (!best || off < best.off) best = { gap, place: "moved", confidence: CONFIDENCE.moved, off };
        }
      }
    }
    return best;
  }

  private isAlong(i: number, { along }: Figure): boolean {
    const { ends } = this.lines;
    const [dx, dy] = [ends[i * 4 + 2]! - ends[i * 4]!, ends[i * 4 + 3]! - ends[i * 4 + 1]!];
    return Math.abs(along[0] * dy - along[1] * dx) <= PARALLEL_SIN * Math.sqrt(dx * dx + dy * dy);
  }

  /** Pieces of line near enough to a figure; the nearest ones where there are very many. */
  private near(figure: Figure, alongToo = false): number[] {
    const { line, middle, along } = figure;
    const half = line.lengthMm / 2 + (alongToo ? 10 * line.heightMm : 0);
    const reach = REACH * line.heightMm + REACH_MM;
    const width = Math.abs(along[0]) * half + reach;
    const height = Math.abs(along[1]) * half + reach;
    const box: BoxMm = { x: middle[0] - width, y: middle[1] - height, width: 2 * width, height: 2 * height };
    const found = this.looked(box);
    if (found.length <= MOST_CANDIDATES) return found;
    return found
      .map((i) => [this.lines.distance(i, middle), i] as const)
      .sort((a, b) => a[0] - b[0])
      .slice(0, MOST_CANDIDATES)
      .map(([, i]) => i);
  }

  /** Pieces of line in a box, while there is time to look at more. */
  private looked(box: BoxMm): number[] {
    const found = this.budget.left > 0 ? this.lines.near(box) : [];
    this.budget.left -= found.length;
    return found;
  }

  private endsOf(i: number): readonly [PointMm, PointMm] {
    return [this.lines.end(i, 0), this.lines.end(i, 1)];
  }

  /** The straight that a piece lies on, with all pieces of it around, and where it may be stopped. */
  private carrierOf(i: number, figure: Figure): { carrier: Carrier; pieces: number[]; stops: Stop[] } | undefined {
    const known = this.carriers.get(i);
    if (known) return known;
    const own = this.ownCarrier(i);
    if (!own) return undefined;
    const { along } = own;
    const { pieces, from, to } = this.piecesOf(
      own,
      i,
      figure.line.lengthMm + Math.max(12, BROKEN * figure.line.heightMm),
    );
    const carrier: Carrier = { from: pointAt(own, from), along, lengthMm: to - from };
    const { layer } = this.facts.page.paths;
    const ownLayer = layer[this.lines.rows[i] ?? 0];
    const isOwn = (row: number): boolean => layer[row] === ownLayer;
    const found = { carrier, pieces, stops: stopsOn(carrier, this.lines, this.heads, this.budget, isOwn) };
    this.carriers.set(i, found);
    return found;
  }

  /** The straight that a piece lies on, no longer than the piece. */
  private ownCarrier(i: number): Carrier | undefined {
    const [p, q] = this.endsOf(i);
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (length < 1) return undefined;
    const forward = q[0] > p[0] + 1e-6 || (Math.abs(q[0] - p[0]) <= 1e-6 && q[1] > p[1]);
    const [a, b] = forward ? [p, q] : [q, p];
    return { from: a, along: [(b[0] - a[0]) / length, (b[1] - a[1]) / length], lengthMm: length };
  }

  /** Pieces on the same straight, within reach of each other. */
  private piecesOf(own: Carrier, first: number, reachMm: number): { pieces: number[]; from: number; to: number } {
    const pieces = [first];
    let [from, to] = [0, own.lengthMm];
    for (const atEnd of [false, true]) {
      // One step beyond each end is enough: the other half of a broken line, or an arrow's tail outside.
      const [a, b] = atEnd ? [own.lengthMm, own.lengthMm + reachMm] : [-reachMm, 0];
      const box = boxOfPoints([pointAt(own, a), pointAt(own, b)], SAME_LINE_MM);
      for (const i of this.looked(box)) {
        if (!this.mayLieOn(i, own) || pieces.includes(i)) continue;
        const [r, s] = this.endsOf(i);
        const [[ra, rl], [sa, sl]] = [onCarrier(own, r), onCarrier(own, s)];
        const length = Math.abs(ra - sa);
        const reach = Math.max(SAME_LINE_MM, SAME_LINE_SIN * length);
        if (Math.abs(rl) > reach || Math.abs(sl) > reach || length < 0.5) continue;
        pieces.push(i);
        from = Math.min(from, ra, sa);
        to = Math.max(to, ra, sa);
      }
    }
    return { pieces, from, to };
  }

  /** Whether one end of a piece lies on a straight: of most pieces it doesn't, which is soon told. */
  private mayLieOn(i: number, { from: [x, y], along: [ux, uy] }: Carrier): boolean {
    const { ends } = this.lines;
    const left = (ends[i * 4 + 1]! - y) * ux - (ends[i * 4]! - x) * uy;
    return Math.abs(left) <= SAME_LINE_MM + SAME_LINE_SIN * this.lines.length(i);
  }

  /** The nearest stops on both sides of a place that bear the same head; what lies on the line between is passed over. */
  private pairAround(stops: readonly Stop[], at: number): readonly [Stop, Stop] | undefined {
    const headed = stops.filter(({ heads }) => heads.length > 0);
    const after = headed.findIndex(({ atMm }) => atMm > at);
    if (after <= 0) return undefined;
    for (let passed = 0; passed <= MOST_PASSED; passed++)
      for (let back = 0; back <= passed; back++) {
        const [left, right] = [headed[after - 1 - back], headed[after + passed - back]];
        if (left && right && alike(left, right) && right.atMm - left.atMm >= LEAST_MM) return [left, right];
      }
    return undefined;
  }

  /** Whether a line is drawn from stop to stop, but for what the figure leaves out; or arrows point in from outside. */
  private isDrawn({ carrier, left, right, pieces }: Gap, figure: Figure): boolean {
    const isFromOutside =
      left.heads.some(({ points }) => points === 1) && right.heads.some(({ points }) => points === -1);
    if (isFromOutside) return true;
    let drawn = 0;
    for (const i of pieces) {
      const [p, q] = this.endsOf(i);
      const [a, b] = [onCarrier(carrier, p)[0], onCarrier(carrier, q)[0]];
      drawn += Math.max(0, Math.min(right.atMm, Math.max(a, b)) - Math.max(left.atMm, Math.min(a, b)));
    }
    const headMm = [...left.heads, ...right.heads].reduce((sum, { points, sizeMm }) => sum + (points ? sizeMm : 0), 0);
    const room = figure.line.lengthMm + BROKEN * figure.line.heightMm + headMm;
    return drawn + room >= 0.98 * (right.atMm - left.atMm) && drawn > 0;
  }

  /** How far pieces of line go on from what lies between two places, each beginning where the one before it ends. */
  private lineFrom(carrier: Carrier, pieces: readonly number[], left: number, right: number): [number, number] {
    const spans = pieces.map((i) => {
      const [p, q] = this.endsOf(i);
      const [a, b] = [onCarrier(carrier, p)[0], onCarrier(carrier, q)[0]];
      return [Math.min(a, b), Math.max(a, b)] as const;
    });
    let [from, to] = [left, right];
    for (const [start, end] of spans.slice().sort((a, b) => a[0] - b[0]))
      if (start <= to + SAME_LINE_MM) to = Math.max(to, end);
    for (const [start, end] of spans.slice().sort((a, b) => b[1] - a[1]))
      if (end >= from - SAME_LINE_MM) from = Math.min(from, start);
    return [from, to];
  }

  private told({ line, written }: Figure, { gap, place, confidence }: Fit): Sure<Dimension> {
    const { carrier, left, right, pieces } = gap;
    const paths: Page["paths"] = this.facts.page.paths;
    const within = pieces.filter((i) => {
      const [p, q] = this.endsOf(i);
      const [a, b] = [onCarrier(carrier, p)[0], onCarrier(carrier, q)[0]];
      return Math.max(a, b) > left.atMm - 6 && Math.min(a, b) < right.atMm + 6;
    });
    const drawnBy = this.lines.rows[within[0] ?? pieces[0] ?? 0] ?? 0;
    const end = (stop: Stop, other: Stop): DimensionEnd =>
      endOf(carrier, stop, other, extensionAt(this.facts.page, drawnBy, stop.crossings));
    const [from, to] = [end(left, right), end(right, left)];
    const rows = new Set(within.flatMap((i) => this.lines.rowsOf(i)));
    for (const { head, crossing, extension } of [from, to]) {
      for (const row of head?.rows ?? []) rows.add(row);
      // What a dimension without heads ends at is all that makes it one.
      const line = head ? extension : (extension ?? crossing);
      if (line) for (const row of rowsBetween(line.row, line.lastRow)) rows.add(row);
    }
    const value: Dimension = {
      figure: line,
      written,
      from,
      to,
      drawnMm: right.atMm - left.atMm,
      carrier,
      alongMm: [left.atMm, right.atMm],
      lineMm: this.lineFrom(carrier, pieces, left.atMm, right.atMm),
      place,
      rows: [...rows].sort((a, b) => a - b),
      layer: paths.layer[drawnBy] ?? -1,
    };
    return madeOut(this.facts.page.index, value, confidence, line.rows, value.rows);
  }
}

const keyOf = ({ carrier, left, right }: Gap): string =>
  [...pointAt(carrier, left.atMm), ...pointAt(carrier, right.atMm)].map((each) => Math.round(each * 5)).join(" ");

/** Lines of lettering that read as a length, single strings of them where a line as a whole does not. */
function figuresOf(facts: PageFacts): Figure[] {
  const figures: Figure[] = [];
  for (const { value: line } of facts.of(LETTERING)) {
    if (line.heightMm < FIGURE.least || line.heightMm > FIGURE.most) continue;
    for (const { part, written } of partsThatRead(facts.page.texts, line)) {
      if ((written.kind !== "length" && written.kind !== "equal") || isNothing(written) || isFramed(facts, part))
        continue;
      const turn = (part.angleDeg * Math.PI) / 180;
      figures.push({ line: part, written, middle: middleOf(part), along: [Math.cos(turn), Math.sin(turn)] });
    }
  }
  return figures;
}

/** No length is nothing: 0.00 stands at a level. */
const isNothing = ({ readings }: Written): boolean =>
  readings.length > 0 && readings.every(({ length }) => length.compare(Length.zero) === 0);

/** A line that reads as a figure; else those of its strings that do, since two dimensions may stand so near that they read as one line. */
function partsThatRead(texts: Page["texts"], line: TextLine): { readonly part: TextLine; readonly written: Written }[] {
  const whole = readWritten(line.text);
  if (whole) return [{ part: line, written: whole }];
  if (line.rows.length < 2) return [];
  const found: { readonly part: TextLine; readonly written: Written }[] = [];
  for (let i = 0; i < line.rows.length; i++) {
    // A figure and the unit behind it may be two strings.
    for (const count of [2, 1]) {
      const rows = line.rows.slice(i, i + count);
      const isFollowed = count === 1 || UNIT.test(texts.strings[rows[1] ?? -1] ?? "");
      const part = rows.length === count && isFollowed ? partOf(texts, line, rows) : undefined;
      const written = part && part.text.length >= 2 ? readWritten(part.text) : undefined;
      if (!part || !written) continue;
      found.push({ part, written });
      i += count - 1;
      break;
    }
  }
  return found;
}

const UNIT = /^\s*(?:mm|cm|m|ft|in|feet|inches|['"′″])\.?\s*$/i;

/** Strings that follow one another on a line. */
function partOf(texts: Page["texts"], line: TextLine, rows: readonly number[]): TextLine {
  const startOf = (row: number): PointMm => [texts.anchors[row * 2] ?? 0, texts.anchors[row * 2 + 1] ?? 0];
  const [first = 0, last = 0] = [rows[0], rows.at(-1)];
  const [startMm, end] = [startOf(first), startOf(last)];
  const lengthMm = Math.hypot(end[0] - startMm[0], end[1] - startMm[1]) + (texts.advanceMm[last] ?? 0);
  const text = rows
    .map((row) => texts.strings[row] ?? "")
    .join("")
    .trim();
  return { ...line, text, rows: [...rows], startMm, lengthMm };
}

/** A figure in a circle or a box of its own is a number of something: of a grid line, a door, a room. */
const isFramed = (facts: PageFacts, line: TextLine): boolean => frameAround(facts, line) !== undefined;

/** How far a figure lies off a line, measured from where it would stand in it; undefined where it belongs to another. */
function offLine({ line, along }: Figure, carrier: Carrier, left: number, slackMm = 0): number | undefined {
  const sin = Math.abs(along[0] * carrier.along[1] - along[1] * carrier.along[0]);
  const away = Math.abs(left);
  if (sin <= PARALLEL_SIN) return away <= REACH * line.heightMm + slackMm ? away : undefined;
  // Level lettering at a line of another direction: in it, or beside it.
  const cos = Math.sqrt(Math.max(0, 1 - sin * sin));
  const half = (line.lengthMm / 2) * sin + (line.heightMm / 2) * cos;
  const beside = Math.max(0, away - half);
  // Of two lines through one figure, that through its middle is meant.
  return beside <= 1.5 * line.heightMm + slackMm ? beside + 0.6 * line.heightMm + 0.1 * away : undefined;
}

function placeOf({ line, along }: Figure, carrier: Carrier, left: number): FigurePlace {
  const sin = Math.abs(along[0] * carrier.along[1] - along[1] * carrier.along[0]);
  if (sin > PARALLEL_SIN) return Math.abs(left) <= line.heightMm ? "in-line" : "above-line";
  if (Math.abs(left) <= 0.45 * line.heightMm) return "in-line";
  const isSameWay = along[0] * carrier.along[0] + along[1] * carrier.along[1] > 0;
  return left > 0 === isSameWay ? "above-line" : "below-line";
}

/** What speaks against a line, as millimetres that it is taken to be farther off. */
const UNLIKELY_MM = { noCrossing: 3, goesOn: 1, slanting: 2 };
/** Hatch lines and grid lines have marks on them, too: a dimension has extension lines, and follows its figure. */
function unlikely({ along }: Figure, carrier: Carrier, pair: readonly [Stop, Stop]): number {
  let sum = 0;
  for (const { crossings } of pair) {
    if (crossings.length === 0) sum += UNLIKELY_MM.noCrossing;
    else if (crossings.every(({ leftMm, rightMm }) => Math.min(leftMm, rightMm) > MOST_OVERSHOOT_MM))
      sum += UNLIKELY_MM.goesOn;
  }
  const sin = Math.abs(along[0] * carrier.along[1] - along[1] * carrier.along[0]);
  return sin > PARALLEL_SIN && sin < 1 - PARALLEL_SIN ? sum + UNLIKELY_MM.slanting : sum;
}

/** Two stops have a head of one kind and size. */
function alike(a: Stop, b: Stop): boolean {
  return matching(a, b) !== undefined;
}

/** The heads of the one stop that the other bears, too. */
const matching = (a: Stop, b: Stop): StopHead | undefined =>
  a.heads.find((one) => b.heads.some((other) => isLike(one, other)));

const isLike = (one: StopHead, other: StopHead): boolean =>
  sameKind(one, other) && Math.abs(one.sizeMm - other.sizeMm) <= SIZE_SHARE * Math.max(one.sizeMm, other.sizeMm);

const isArrow = ({ kind }: StopHead): boolean => kind === "filled-arrow" || kind === "open-arrow";
const sameKind = (a: StopHead, b: StopHead): boolean => a.kind === b.kind || (isArrow(a) && isArrow(b));

/** Stops without heads: lines that end a little beyond the dimension line, on both sides of a place. */
function barePair(stops: readonly Stop[], at: number): readonly [Stop, Stop] | undefined {
  if (stops.some(({ heads }) => heads.length > 0)) return undefined;
  let [left, right]: (Stop | undefined)[] = [];
  for (const stop of stops) {
    if (!stop.crossings.some(isBareEnd)) continue;
    if (stop.atMm <= at) left = stop;
    else {
      right = stop;
      break;
    }
  }
  return left && right && right.atMm - left.atMm >= LEAST_MM ? [left, right] : undefined;
}

const isBareEnd = ({ leftMm, rightMm }: Crossing): boolean => {
  const [short, long] = [Math.min(leftMm, rightMm), Math.max(leftMm, rightMm)];
  return short >= BARE.least && short <= BARE.most && long >= BARE.side;
};

function confidenceOf([left, right]: readonly [Stop, Stop], which: "along" | "across"): number {
  if (left.heads.length === 0) return which === "along" ? CONFIDENCE.bare : CONFIDENCE.bareAcross;
  return left.crossings.length > 0 && right.crossings.length > 0 ? CONFIDENCE.full : CONFIDENCE.noCrossing;
}

/** What is at one end: the head that matches the other end's, what crosses there, and the extension line. */
function endOf(carrier: Carrier, stop: Stop, other: Stop, extension: Crossing | undefined): DimensionEnd {
  const head = matching(stop, other);
  const otherHead =
    head && stop.heads.find((one) => !isLike(one, head) && other.heads.some((each) => isLike(one, each)));
  const short = ({ leftMm, rightMm }: Crossing): number => Math.min(leftMm, rightMm);
  const crossing = stop.crossings
    .slice()
    .sort((a, b) => short(a) - short(b) || b.leftMm + b.rightMm - a.leftMm - a.rightMm)[0];
  return {
    atMm: pointAt(carrier, stop.atMm),
    ...(head ? { head } : {}),
    ...(otherHead ? { otherHead } : {}),
    ...(crossing ? { crossing } : {}),
    ...(extension ? { extension } : {}),
  };
}
