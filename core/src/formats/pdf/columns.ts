import { growing } from "../../drawing/growing";
import {
  eachStraight,
  isInside,
  PAINT,
  RING_ENDS,
  VERB,
  visiblePieces,
  type BoxMm,
  type Clip,
  type Dash,
  type PathColumns,
  type TextColumns,
} from "../../drawing";
import type { Budget } from "./budget";
import type { PathOperators, TextOperators } from "./origin";

/** Coordinates beyond this are no drawing; a mark that has one is left out and noted. Millimetres. */
const ABSURD_MM = 1e7;

/** A run of bytes in an instance's content; 0, 0 where there is none. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** What the graphics state says of the path being painted. */
export interface PathPaint {
  readonly paint: number;
  readonly layer: number;
  readonly widthMm: number;
  readonly dash: number;
  readonly strokeColour: number;
  readonly fillColour: number;
  readonly fillPattern: number;
  readonly clip: number;
  readonly transparency: number;
}

/** Where a painting operator stands, and where what it plots with was set. */
export interface PaintPlace {
  readonly instance: number;
  readonly start: number;
  readonly end: number;
  readonly width: Span;
  readonly dash: Span;
  readonly unitMm: number;
  readonly widthUnits: number;
  readonly dashText: string;
}

/** Rows of path marks to begin with; columns double when full. */
const FIRST_ROWS = 1024;

/**
 * Collects the subpaths of one page into columns. Points come in already in millimetres.
 *
 * Every column is a typed array of its own that is written in one place only: a shared growing
 * array would see many element types at one place and run several times slower.
 */
export class PathCollector {
  private marksCapacity = FIRST_ROWS;
  private markCount = 0;
  private paint = new Uint8Array(FIRST_ROWS);
  private layer = new Int32Array(FIRST_ROWS);
  private width = new Float32Array(FIRST_ROWS);
  private dash = new Uint16Array(FIRST_ROWS);
  private stroke = new Uint32Array(FIRST_ROWS);
  private fill = new Uint32Array(FIRST_ROWS);
  private fillPattern = new Uint16Array(FIRST_ROWS);
  private order = new Uint32Array(FIRST_ROWS);
  private group = new Uint32Array(FIRST_ROWS);
  private clip = new Uint32Array(FIRST_ROWS);
  private transparency = new Uint16Array(FIRST_ROWS);
  private firstVerb = new Uint32Array(FIRST_ROWS + 1);
  private firstPoint = new Uint32Array(FIRST_ROWS + 1);
  private operator = new Uint32Array(FIRST_ROWS);

  private verbs = new Uint8Array(FIRST_ROWS * 4);
  private verbCount = 0;
  private points = new Float32Array(FIRST_ROWS * 8);
  /** Numbers in `points`: two a point. */
  private pointNumbers = 0;

  private placesCapacity = FIRST_ROWS;
  private placeCount = 0;
  private instance = new Uint32Array(FIRST_ROWS);
  private start = new Uint32Array(FIRST_ROWS);
  private end = new Uint32Array(FIRST_ROWS);
  private widthFrom = new Uint32Array(FIRST_ROWS);
  private widthTo = new Uint32Array(FIRST_ROWS);
  private dashFrom = new Uint32Array(FIRST_ROWS);
  private dashTo = new Uint32Array(FIRST_ROWS);
  private unit = new Float64Array(FIRST_ROWS);
  private widthUnits = new Float64Array(FIRST_ROWS);
  private dashText = new Uint16Array(FIRST_ROWS);
  private readonly dashTexts: string[] = [];
  private readonly dashTextIds = new Map<string, number>();

  /** Subpaths begun since the last painting operator: where their verbs and points begin, and whether closed. */
  private openCount = 0;
  private readonly openVerb: number[] = [];
  private readonly openPoint: number[] = [];
  private readonly openClosed: boolean[] = [];
  private moved = false;
  private startX = 0;
  private startY = 0;
  private minX = 0;
  private minY = 0;
  private maxX = 0;
  private maxY = 0;
  x = 0;
  y = 0;
  /** Marks left out for coordinates that are none. */
  absurd = 0;

  constructor(
    private readonly budget: Budget,
    /** Those of the page, by id. */
    private readonly clips: readonly Clip[],
  ) {}

  moveTo(x: number, y: number): void {
    this.startX = this.x = x;
    this.startY = this.y = y;
    this.moved = true;
  }

  lineTo(x: number, y: number): void {
    if (this.moved) this.begin();
    this.segment(VERB.line, x, y);
    this.x = x;
    this.y = y;
  }

  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    if (this.moved) this.begin();
    this.segment(VERB.curve, x1, y1);
    this.point(x2, y2);
    this.point(x, y);
    this.x = x;
    this.y = y;
  }

  close(): void {
    if (this.openCount === 0 || this.moved) return;
    this.openClosed[this.openCount - 1] = true;
    // What follows without a new start begins where this subpath began.
    this.moveTo(this.startX, this.startY);
  }

  /** Begins a subpath with the first segment after a move; a move alone paints nothing. */
  private begin(): void {
    this.moved = false;
    const open = this.openCount++;
    this.openVerb[open] = this.verbCount;
    this.openPoint[open] = this.pointNumbers / 2;
    this.openClosed[open] = false;
    this.segment(VERB.move, this.startX, this.startY);
  }

  private segment(verb: number, x: number, y: number): void {
    if (this.verbCount === this.verbs.length) this.verbs = doubled(this.verbs, Uint8Array);
    this.verbs[this.verbCount++] = verb;
    this.point(x, y);
  }

  private point(x: number, y: number): void {
    if (this.pointNumbers + 2 > this.points.length) this.points = doubled(this.points, Float32Array);
    this.points[this.pointNumbers] = x;
    this.points[this.pointNumbers + 1] = y;
    this.pointNumbers += 2;
  }

  get isOpen(): boolean {
    return this.openCount > 0;
  }

  /** Direction of the longest straight of the open path, as far as it goes; undefined where it has none. */
  longest(): [number, number] | undefined {
    let [best, found]: [number, [number, number] | undefined] = [0, undefined];
    for (let open = 0; open < this.openCount; open++) {
      this.straights(open, (x0, y0, x1, y1) => {
        const length = Math.hypot(x1 - x0, y1 - y0);
        if (length > best) [best, found] = [length, [x1 - x0, y1 - y0]];
      });
    }
    return found;
  }

  /** Ends the path without painting it. */
  drop(): void {
    if (this.openCount > 0) {
      this.verbCount = this.openVerb[0]!;
      this.pointNumbers = this.openPoint[0]! * 2;
    }
    this.openCount = 0;
    this.moved = false;
  }

  /** The path so far as something that cuts: its box, and its rings where it is not that box; undefined where nothing is open. */
  outline(): { boxMm: BoxMm; outline?: readonly number[] } | undefined {
    if (this.openCount === 0) return undefined;
    const { points } = this;
    const first = this.openPoint[0]! * 2;
    this.bound(first, this.pointNumbers);
    const { minX, minY, maxX, maxY } = this;
    const boxMm = { x: minX, y: minY, width: maxX - minX, height: maxY - minY };
    const count = (this.pointNumbers - first) / 2;
    let isBox = this.openCount === 1 && (count === 4 || count === 5);
    for (let i = first; isBox && i < this.pointNumbers; i += 2) {
      const [x, y] = [points[i]!, points[i + 1]!];
      isBox = (x === minX || x === maxX) && (y === minY || y === maxY);
    }
    return isBox ? { boxMm } : { boxMm, outline: this.rings() };
  }

  private rings(): number[] {
    const rings: number[] = [];
    for (let open = 0; open < this.openCount; open++) {
      if (rings.length > 0) rings.push(RING_ENDS, RING_ENDS);
      let [endX, endY] = [0, 0];
      this.straights(open, (x0, y0, x1, y1) => {
        rings.push(x0, y0);
        [endX, endY] = [x1, y1];
      });
      rings.push(endX, endY);
    }
    return rings;
  }

  /** Turns the subpaths into marks of one turn; one row of operators for all of them. False where they are none. */
  commit(how: PathPaint, place: PaintPlace, order: number): boolean {
    if (!(how.widthMm < ABSURD_MM) || !this.sensible()) {
      this.absurd++;
      this.drop();
      return false;
    }
    for (let open = 0; open < this.openCount; open++) this.addMark(open, how, place.instance, order);
    this.addPlace(place);
    this.openCount = 0;
    this.moved = false;
    return true;
  }

  private sensible(): boolean {
    const { points, pointNumbers } = this;
    for (let i = this.openPoint[0]! * 2; i < pointNumbers; i++) if (!(Math.abs(points[i]!) < ABSURD_MM)) return false;
    return true;
  }

  private addMark(open: number, how: PathPaint, group: number, order: number): void {
    if (this.markCount === this.marksCapacity) this.growMarks();
    const row = this.markCount++;
    const shows = (how.paint & PAINT.hidden) === 0 && this.shows(open, how);
    this.paint[row] = how.paint | (this.openClosed[open] ? PAINT.closed : 0) | (shows ? 0 : PAINT.hidden);
    this.layer[row] = how.layer;
    this.width[row] = how.widthMm;
    this.dash[row] = how.dash;
    this.stroke[row] = how.strokeColour;
    this.fill[row] = how.fillColour;
    this.fillPattern[row] = how.fillPattern;
    this.order[row] = order;
    this.group[row] = group;
    this.clip[row] = how.clip;
    this.transparency[row] = how.transparency;
    this.firstVerb[row] = this.openVerb[open]!;
    this.firstPoint[row] = this.openPoint[open]!;
    this.operator[row] = this.placeCount;
  }

  /** Whether anything of a subpath is left by the clips around it. */
  private shows(open: number, { clip: id, paint, widthMm }: PathPaint): boolean {
    const clip = this.clips[id];
    if (!clip) return true;
    this.bound(this.openPoint[open]! * 2, this.endOfPoints(open));
    const { minX, minY, maxX, maxY } = this;
    const half = (paint & PAINT.stroke) === 0 ? 0 : widthMm / 2;
    const { x, y, width, height } = clip.boxMm;
    if (width <= 0 || height <= 0) return false;
    if (maxX + half < x || minX - half > x + width || maxY + half < y || minY - half > y + height) return false;
    return !isCutByOutline(this.clips, id) || this.showsWithinOutlines(open, id, paint, half);
  }

  /** Bounds the points from one number to another; keeps the bounds rather than make an object for each mark. */
  private bound(from: number, to: number): void {
    const { points } = this;
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = from; i < to; i += 2) {
      const x = points[i]!;
      const y = points[i + 1]!;
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
    this.minX = minX;
    this.minY = minY;
    this.maxX = maxX;
    this.maxY = maxY;
  }

  private endOfPoints(open: number): number {
    return open + 1 < this.openCount ? this.openPoint[open + 1]! * 2 : this.pointNumbers;
  }

  private straights(open: number, visit: (x0: number, y0: number, x1: number, y1: number) => void): void {
    const [from, to] = [this.openVerb[open]!, this.endOfVerbs(open)];
    eachStraight(this.verbs, this.points, from, to, this.openPoint[open]!, visit);
  }

  private endOfVerbs(open: number): number {
    return open + 1 < this.openCount ? this.openVerb[open + 1]! : this.verbCount;
  }

  private showsWithinOutlines(open: number, id: number, paint: number, half: number): boolean {
    const ring: number[] = [];
    let shows = false;
    this.straights(open, (x0, y0, x1, y1) => {
      if ((paint & PAINT.fill) !== 0) ring.push(x0, y0);
      shows ||= visiblePieces(this.clips, id, x0, y0, x1, y1, half).length > 0;
    });
    if (!shows && this.openClosed[open]) {
      const [from, last] = [this.openPoint[open]! * 2, this.endOfPoints(open) - 2];
      const [x0, y0, x1, y1] = [this.points[last]!, this.points[last + 1]!, this.points[from]!, this.points[from + 1]!];
      shows = visiblePieces(this.clips, id, x0, y0, x1, y1, half).length > 0;
    }
    if (shows || (paint & PAINT.fill) === 0) return shows;
    // An area may cover all of what is left.
    const { outline } = outlineAround(this.clips, id) ?? {};
    return outline !== undefined && isInside(ring, false, outline[0] ?? 0, outline[1] ?? 0);
  }

  private growMarks(): void {
    this.budget.room(this.markCount);
    this.marksCapacity *= 2;
    this.paint = doubled(this.paint, Uint8Array);
    this.layer = doubled(this.layer, Int32Array);
    this.width = doubled(this.width, Float32Array);
    this.dash = doubled(this.dash, Uint16Array);
    this.stroke = doubled(this.stroke, Uint32Array);
    this.fill = doubled(this.fill, Uint32Array);
    this.fillPattern = doubled(this.fillPattern, Uint16Array);
    this.order = doubled(this.order, Uint32Array);
    this.group = doubled(this.group, Uint32Array);
    this.clip = doubled(this.clip, Uint32Array);
    this.transparency = doubled(this.transparency, Uint16Array);
    this.firstVerb = doubled(this.firstVerb, Uint32Array);
    this.firstPoint = doubled(this.firstPoint, Uint32Array);
    this.operator = doubled(this.operator, Uint32Array);
  }

  private addPlace(place: PaintPlace): void {
    if (this.placeCount === this.placesCapacity) this.growPlaces();
    const row = this.placeCount++;
    this.instance[row] = place.instance;
    this.start[row] = place.start;
    this.end[row] = place.end;
    this.widthFrom[row] = place.width.from;
    this.widthTo[row] = place.width.to;
    this.dashFrom[row] = place.dash.from;
    this.dashTo[row] = place.dash.to;
    this.unit[row] = place.unitMm;
    this.widthUnits[row] = place.widthUnits;
    this.dashText[row] = this.idOfDashText(place.dashText);
  }

  private growPlaces(): void {
    this.placesCapacity *= 2;
    this.instance = doubled(this.instance, Uint32Array);
    this.start = doubled(this.start, Uint32Array);
    this.end = doubled(this.end, Uint32Array);
    this.widthFrom = doubled(this.widthFrom, Uint32Array);
    this.widthTo = doubled(this.widthTo, Uint32Array);
    this.dashFrom = doubled(this.dashFrom, Uint32Array);
    this.dashTo = doubled(this.dashTo, Uint32Array);
    this.unit = doubled(this.unit, Float64Array);
    this.widthUnits = doubled(this.widthUnits, Float64Array);
    this.dashText = doubled(this.dashText, Uint16Array);
  }

  private idOfDashText(text: string): number {
    let id = this.dashTextIds.get(text);
    if (id === undefined) {
      id = Math.min(this.dashTexts.length, 0xffff);
      this.dashTexts[id] = text;
      this.dashTextIds.set(text, id);
    }
    return id;
  }

  done(): { columns: PathColumns; operators: PathOperators } {
    const [count, places] = [this.markCount, this.placeCount];
    this.firstVerb[count] = this.verbCount;
    this.firstPoint[count] = this.pointNumbers / 2;
    return {
      columns: {
        count,
        paint: this.paint.slice(0, count),
        layer: this.layer.slice(0, count),
        widthMm: this.width.slice(0, count),
        dash: this.dash.slice(0, count),
        strokeColour: this.stroke.slice(0, count),
        fillColour: this.fill.slice(0, count),
        fillPattern: this.fillPattern.slice(0, count),
        order: this.order.slice(0, count),
        group: this.group.slice(0, count),
        clip: this.clip.slice(0, count),
        transparency: this.transparency.slice(0, count),
        firstVerb: this.firstVerb.slice(0, count + 1),
        verbs: this.verbs.slice(0, this.verbCount),
        firstPoint: this.firstPoint.slice(0, count + 1),
        points: this.points.slice(0, this.pointNumbers),
      },
      operators: {
        count: places,
        ofMark: this.operator.slice(0, count),
        instance: this.instance.slice(0, places),
        start: this.start.slice(0, places),
        end: this.end.slice(0, places),
        widthFrom: this.widthFrom.slice(0, places),
        widthTo: this.widthTo.slice(0, places),
        dashFrom: this.dashFrom.slice(0, places),
        dashTo: this.dashTo.slice(0, places),
        unitMm: this.unit.slice(0, places),
        width: this.widthUnits.slice(0, places),
        dashText: this.dashText.slice(0, places),
        dashTexts: this.dashTexts,
      },
    };
  }
}

/** The nearest clip around a mark that is no box. */
function outlineAround(clips: readonly Clip[], id: number): Clip | undefined {
  for (let clip = clips[id]; clip; clip = clips[clip.outer]) if (clip.outline) return clip;
  return undefined;
}

const isCutByOutline = (clips: readonly Clip[], id: number): boolean => outlineAround(clips, id) !== undefined;

interface Column {
  readonly length: number;
  set(values: never): void;
}

/** The same values in an array of twice the length (and one place for the end of the last row). */
function doubled<A extends Column>(column: A, make: new (length: number) => A): A {
  const larger = new make(column.length * 2 + 1);
  larger.set(column as never);
  return larger;
}

/** One shown string, measured. */
export interface TextMark {
  readonly paint: number;
  readonly layer: number;
  readonly font: number;
  readonly heightMm: number;
  readonly x: number;
  readonly y: number;
  readonly advanceMm: number;
  readonly stretch: number;
  readonly angleDeg: number;
  readonly colour: number;
  readonly clip: number;
  readonly transparency: number;
  readonly runsOn: boolean;
  /** Wide gaps within it: the character behind each, and where it lies along the baseline. */
  readonly pauses: readonly { readonly at: number; readonly fromMm: number; readonly toMm: number }[];
  readonly string: string;
}

export interface TextPlace {
  readonly instance: number;
  readonly start: number;
  readonly end: number;
  readonly fontName: string;
  readonly size: number;
  readonly unitMm: number;
  readonly horizontal: number;
  /** Advance that grows with the size, text-space units. */
  readonly grows: number;
  /** The part of it that comes before the first shown piece. */
  readonly lead: number;
}

/** After so many strings it is looked whether there is room for more. */
const STRINGS_BETWEEN = 1024;

/** Collects the shown strings of one page into columns. */
export class TextCollector {
  private readonly paint = growing.uint8();
  private readonly layer = growing.int32();
  private readonly font = growing.uint16();
  private readonly height = growing.float32();
  private readonly anchors = growing.float32();
  private readonly advance = growing.float32();
  private readonly stretch = growing.float32();
  private readonly angle = growing.float32();
  private readonly colour = growing.uint32();
  private readonly order = growing.uint32();
  private readonly clip = growing.uint32();
  private readonly transparency = growing.uint16();
  private readonly runsOn = growing.uint8();
  private readonly pauses = growing.float32();
  private readonly strings: string[] = [];
  private readonly instance = growing.uint32();
  private readonly start = growing.uint32();
  private readonly end = growing.uint32();
  private readonly size = growing.float64();
  private readonly unitMm = growing.float64();
  private readonly horizontal = growing.float64();
  private readonly grows = growing.float64();
  private readonly lead = growing.float64();
  private readonly fontNames: string[] = [];
  absurd = 0;

  constructor(
    private readonly budget: Budget,
    private readonly clips: readonly Clip[],
  ) {}

  /** False where it is no string that can be drawn. */
  add(text: TextMark, place: TextPlace, order: number): boolean {
    if (![text.x, text.y, text.heightMm, text.advanceMm, text.angleDeg].every((each) => Math.abs(each) < ABSURD_MM)) {
      this.absurd++;
      return false;
    }
    this.paint.push(text.paint | (this.shows(text) ? 0 : PAINT.hidden));
    this.layer.push(text.layer);
    this.font.push(text.font);
    this.height.push(text.heightMm);
    this.anchors.push2(text.x, text.y);
    this.advance.push(text.advanceMm);
    this.stretch.push(text.stretch);
    this.angle.push(text.angleDeg);
    this.colour.push(text.colour);
    this.order.push(order);
    this.clip.push(text.clip);
    this.transparency.push(text.transparency);
    this.runsOn.push(text.runsOn ? 1 : 0);
    for (const { at, fromMm, toMm } of text.pauses) {
      this.pauses.push2(this.strings.length, at);
      this.pauses.push2(fromMm, toMm);
    }
    this.strings.push(text.string);
    this.instance.push(place.instance);
    this.start.push(place.start);
    this.end.push(place.end);
    this.size.push(place.size);
    this.unitMm.push(place.unitMm);
    this.horizontal.push(place.horizontal);
    this.grows.push(place.grows);
    this.lead.push(place.lead);
    this.fontNames.push(place.fontName);
    if (this.strings.length % STRINGS_BETWEEN === 0) this.budget.room(this.strings.length);
    return true;
  }

  /** Whether anything of a string is left by the clips around it, by a line through the middle of its capitals. */
  private shows({ x, y, heightMm, advanceMm, angleDeg, clip }: TextMark): boolean {
    const turn = (angleDeg * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const [fromX, fromY] = [x - (sin * heightMm) / 2, y + (cos * heightMm) / 2];
    const to = [fromX + cos * advanceMm, fromY + sin * advanceMm] as const;
    return visiblePieces(this.clips, clip, fromX, fromY, to[0], to[1], heightMm).length > 0;
  }

  done(): { columns: TextColumns; operators: TextOperators } {
    const [instance, heightMm, runsOn] = [this.instance.done(), this.height.done(), this.runsOn.done()];
    return {
      columns: {
        count: this.strings.length,
        paint: this.paint.done(),
        layer: this.layer.done(),
        font: this.font.done(),
        heightMm,
        anchors: this.anchors.done(),
        advanceMm: this.advance.done(),
        stretch: this.stretch.done(),
        angleDeg: this.angle.done(),
        colour: this.colour.done(),
        order: this.order.done(),
        group: instance,
        clip: this.clip.done(),
        transparency: this.transparency.done(),
        runsOn,
        pauses: this.pauses.done(),
        strings: this.strings,
      },
      operators: {
        count: instance.length,
        instance,
        heightMm,
        runsOn,
        start: this.start.done(),
        end: this.end.done(),
        size: this.size.done(),
        unitMm: this.unitMm.done(),
        horizontal: this.horizontal.done(),
        grows: this.grows.done(),
        lead: this.lead.done(),
        fontNames: this.fontNames,
      },
    };
  }
}

/** Dashes between which nothing is left are one; a line of such dashes alone is continuous, and has none. */
function withoutEmptyGaps(elements: readonly number[]): number[] {
  const merged: number[] = [];
  let carried = 0;
  for (let i = 0; i + 1 < elements.length; i += 2) {
    const [dash, gap] = [elements[i]! + carried, elements[i + 1]!];
    carried = gap > 0 ? 0 : dash;
    if (gap > 0) merged.push(dash, gap);
  }
  // What is left at the end runs on into the first dash.
  if (merged.length > 0) merged[0] = merged[0]! + carried;
  return merged;
}

/** Dash patterns of a drawing by id; id 0 is the continuous line. */
export class DashTable {
  readonly dashes: Dash[] = [[]];
  private readonly ids = new Map<string, number>([["", 0]]);

  idOf(elementsMm: readonly number[]): number {
    if (
      elementsMm.length === 0 ||
      elementsMm.every((each) => each === 0) ||
      !elementsMm.every((each) => each >= 0 && Number.isFinite(each))
    )
      return 0;
    const even = withoutEmptyGaps(elementsMm.length % 2 === 0 ? elementsMm : [...elementsMm, ...elementsMm]);
    if (even.length === 0) return 0;
    const key = even.map((each) => each.toFixed(4)).join(" ");
    let id = this.ids.get(key);
    if (id === undefined) {
      // 65,535 patterns in one file are garbage; the rest of them share the last.
      id = Math.min(this.dashes.length, 0xffff);
      this.dashes[id] = even;
      this.ids.set(key, id);
    }
    return id;
  }
}
