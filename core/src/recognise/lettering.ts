import Flatbush from "flatbush";
import { asRead } from "../base/as-read";
import { PAINT, type Page, type PointMm, type TextColumns } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** Strings of one line lie on one baseline: off it by no more than this share of their height. */
const OFF_BASELINE = 0.15;
/** From the end of one to the start of the next, in heights of capitals: less is within a word, more is another line. */
const WORD_GAP = 0.22;
const LARGEST_GAP = 0.85;
/** A blank of a typewriter face is as wide as its letters. */
const LARGEST_FIXED_GAP = 1.25;
const FIXED_WIDTH = /mono|courier|consol|typewriter|fixed/i;
const LARGEST_OVERLAP = 0.4;
const SAME_HEIGHT = 0.05;
const DIRECTION_STEP_DEG = 0.5;
/** The figures of a stacked fraction are so much of the height of what they belong to. */
const SMALL = { least: 0.35, most: 0.8 };

/** One line of lettering, however the file tore it apart. */
export interface TextLine {
  /** As it reads: joined letters apart, and one hyphen and one blank for all that look like them. */
  readonly text: string;
  /** Rows of the page's texts, from its start to its end. */
  readonly rows: readonly number[];
  /** Of the capitals. */
  readonly heightMm: number;
  /** Of the baseline, counter-clockwise from the right; −180 < angle ≤ 180. */
  readonly angleDeg: number;
  /** Start of the baseline. */
  readonly startMm: PointMm;
  readonly lengthMm: number;
  readonly layer: number;
  readonly font: number;
}

/** The middle of a line: half its length along, half its height up. */
export function middleOf({ startMm: [x, y], angleDeg, lengthMm, heightMm }: TextLine): PointMm {
  const turn = (angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return [x + (lengthMm * cos - heightMm * sin) / 2, y + (lengthMm * sin + heightMm * cos) / 2];
}

/** The corners of a line's capitals, from its start on, counter-clockwise. */
export function cornersOf({ startMm: [x, y], angleDeg, lengthMm, heightMm }: TextLine): PointMm[] {
  const turn = (angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const corner = (along: number, up: number): PointMm => [x + along * cos - up * sin, y + along * sin + up * cos];
  return [corner(0, 0), corner(lengthMm, 0), corner(lengthMm, heightMm), corner(0, heightMm)];
}

export const LETTERING: PageRecogniser<TextLine> = {
  id: "lettering",
  on: "page",
  ofDrawing: true,
  finds: "lines of lettering",
  from: "visible strings of one direction, height and baseline that follow each other without a gap, and stacked fractions",
  find: ({ page, file }) =>
    linesOf(
      page,
      file.drawing.fonts.map(({ name }) => FIXED_WIDTH.test(name)),
    ).map((line) => measuredOn(page.index, line, { of: "texts", rows: Uint32Array.from(line.rows) })),
};

interface Piece {
  readonly row: number;
  readonly text: string;
  readonly heightMm: number;
  readonly angleDeg: number;
  /** Along and across the baseline, from the page's corner. */
  readonly from: number;
  readonly to: number;
  readonly across: number;
  /** Where its string begins. */
  readonly begins: number;
  /** From the end of what goes before it in its line, no more than this. */
  readonly largestGap: number;
}

function linesOf({ texts }: Page, isFixed: readonly boolean[]): TextLine[] {
  const directions = new Map<number, Piece[]>();
  let pause = 0;
  for (let row = 0; row < texts.count; row++) {
    const whole = pieceOf(texts, row, isFixed[texts.font[row] ?? 0] ?? false);
    const from = pause;
    while (texts.pauses[pause * 4] === row) pause++;
    if (!whole) continue;
    const direction = Math.round(whole.angleDeg / DIRECTION_STEP_DEG);
    const known = directions.get(direction) ?? [];
    directions.set(direction, known);
    for (const piece of partsOf(whole, texts.pauses.subarray(from * 4, pause * 4))) known.push(piece);
  }
  const lines: TextLine[] = [];
  for (const pieces of directions.values()) lines.push(...withFractions(joined(pieces)).map(asLine(texts)));
  return lines.sort((a, b) => (a.rows[0] ?? 0) - (b.rows[0] ?? 0));
}

function pieceOf(texts: TextColumns, row: number, isFixed: boolean): Piece | undefined {
  const text = texts.strings[row] ?? "";
  const heightMm = texts.heightMm[row] ?? 0;
  if (((texts.paint[row] ?? 0) & PAINT.hidden) !== 0 || text.trim() === "" || !(heightMm > 0)) return undefined;
  const angleDeg = texts.angleDeg[row] ?? 0;
  const step = Math.round(angleDeg / DIRECTION_STEP_DEG) * DIRECTION_STEP_DEG;
  const turn = (step * Math.PI) / 180;
  const [x, y] = [texts.anchors[row * 2] ?? 0, texts.anchors[row * 2 + 1] ?? 0];
  const from = x * Math.cos(turn) + y * Math.sin(turn);
  const to = from + (texts.advanceMm[row] ?? 0);
  return {
    row,
    text,
    heightMm,
    angleDeg,
    from,
    to,
    begins: from,
    largestGap: (isFixed ? LARGEST_FIXED_GAP : LARGEST_GAP) * heightMm,
    across: y * Math.cos(turn) - x * Math.sin(turn),
  };
}

/** A string parted at the wide gaps within it: programs put several figures into one. */
function partsOf(whole: Piece, pauses: Float32Array): Piece[] {
  if (pauses.length === 0) return [whole];
  const parts: Piece[] = [];
  let [character, from] = [0, whole.from];
  for (let i = 0; i <= pauses.length; i += 4) {
    const isLast = i === pauses.length;
    const until = isLast ? whole.text.length : (pauses[i + 1] ?? 0);
    const to = isLast ? whole.to : whole.from + (pauses[i + 2] ?? 0);
    const text = whole.text.slice(character, until);
    if (text.trim() !== "") parts.push({ ...whole, text: text.trimEnd(), from, to });
    [character, from] = [until, whole.from + (pauses[i + 3] ?? 0)];
  }
  return parts;
}

/** A line while it grows. */
interface Growing {
  pieces: Piece[];
  text: string;
  from: number;
  to: number;
  across: number;
  heightMm: number;
}

/** Pieces of one direction, joined into lines. */
function joined(pieces: Piece[]): Growing[] {
  pieces.sort((a, b) => a.across - b.across);
  const lines: Growing[] = [];
  for (let start = 0; start < pieces.length;) {
    let end = start + 1;
    while (end < pieces.length && sameBaseline(pieces[end - 1], pieces[end])) end++;
    const level = pieces.slice(start, end).sort((a, b) => a.from - b.from || a.row - b.row);
    lines.push(...alongBaseline(level));
    start = end;
  }
  return lines;
}

const sameBaseline = (a: Piece | undefined, b: Piece | undefined): boolean =>
  a !== undefined && b !== undefined && b.across - a.across <= OFF_BASELINE * Math.min(a.heightMm, b.heightMm);

/** Thousands of strings may lie upon each other; of these nobody reads what goes on where. */
const MOST_OPEN = 64;

function alongBaseline(pieces: readonly Piece[]): Growing[] {
  const ofRow = new Map(pieces.map((piece) => [piece.row, piece] as const).reverse());
  /** Where two run into each other, the words of each still follow one another in the file. */
  const isOfAnother = (line: Growing, piece: Piece): boolean => {
    const next = ofRow.get((line.pieces.at(-1)?.row ?? -1) + 1);
    return (
      next !== undefined && next !== piece && next.from >= piece.from && goesOn(line, next) && runsInto(next, piece)
    );
  };
  const done: Growing[] = [];
  /** Lines that may still go on; several where two heights share a baseline. */
  let open: Growing[] = [];
  for (const piece of pieces) {
    open = open.filter((line) => piece.from - line.to <= piece.largestGap || !done.push(line));
    if (open.length > MOST_OPEN) done.push(...open.splice(0, open.length - MOST_OPEN));
    const line = open.find((each) => goesOn(each, piece) && (isTwice(each, piece) || !isOfAnother(each, piece)));
    if (line) extend(line, piece);
    else open.push({ pieces: [piece], ...piece });
  }
  return [...done, ...open];
}

function goesOn(line: Growing, piece: Piece): boolean {
  const { heightMm } = line;
  if (Math.abs(piece.heightMm - heightMm) > SAME_HEIGHT * heightMm) return false;
  if (Math.abs(piece.across - line.across) > OFF_BASELINE * heightMm) return false;
  return isTwice(line, piece) || piece.from - line.to >= -LARGEST_OVERLAP * heightMm;
}

/** Whether two strings lie over each other, and are not one that is written twice. */
function runsInto(a: Piece, b: Piece): boolean {
  const over = LARGEST_OVERLAP * Math.min(a.heightMm, b.heightMm);
  const isTwin = a.text === b.text && Math.abs(a.from - b.from) < TWIN * a.heightMm;
  return !isTwin && a.from < b.to - over && b.from < a.to - over;
}
const TWIN = 0.12;

/** The same string in the same place again: shadows, and lettering made bold by writing it twice. */
const isTwice = (line: Growing, piece: Piece): boolean => {
  const last = line.pieces.at(-1);
  return last?.text === piece.text && Math.abs(piece.from - last.from) < TWIN * line.heightMm;
};

function extend(line: Growing, piece: Piece): void {
  if (!isTwice(line, piece)) {
    const isSpaced = /\s$/.test(line.text) || /^\s/.test(piece.text);
    const gap = piece.from - line.to;
    line.text += !isSpaced && gap > WORD_GAP * line.heightMm ? ` ${piece.text}` : piece.text;
  }
  line.pieces.push(piece);
  line.to = Math.max(line.to, piece.to);
}

/** Lines beside small figures that are looked at on a page; where so many lie upon each other, fractions are not put back. */
const MOST_LOOKED_AT = 4_000_000;

const DIGITS = /^\d{1,3}$/;

/** Puts stacked fractions back: two small figures one above the other, behind a number and before its unit. */
function withFractions(lines: Growing[]): Growing[] {
  const small = lines.filter(({ text }) => DIGITS.test(text.trim()));
  if (small.length < 2) return lines;
  const index = new Flatbush(lines.length);
  for (const { from, to, across, heightMm } of lines) index.add(from, across, to, across + heightMm);
  index.finish();
  const taken = new Set<Growing>();
  let left = MOST_LOOKED_AT;
  /** The first line that fits among those that reach into a place, along and across. */
  const near = (from: number, to: number, low: number, high: number, fits: (line: Growing) => boolean) => {
    const found = left > 0 ? index.search(from, low, to, high) : [];
    left -= found.length;
    for (const i of found) {
      const line = lines[i];
      if (line && !taken.has(line) && fits(line)) return line;
    }
    return undefined;
  };
  for (const lower of small) {
    const { from, to, across, heightMm } = lower;
    if (taken.has(lower)) continue;
    const upper = near(from, to, across + heightMm, across + 3 * heightMm, (line) => isAbove(line, lower));
    const tall = heightMm / SMALL.least;
    const host = upper && near(from - tall, from, across, across + tall, (line) => isHost(line, upper, lower));
    if (!upper || !host) continue;
    const fraction = `${upper.text.trim()}/${lower.text.trim()}`;
    host.text = /\d\s*$/.test(host.text) ? `${host.text.trimEnd()} ${fraction}` : `${host.text}${fraction}`;
    host.pieces.push(...upper.pieces, ...lower.pieces);
    host.to = Math.max(host.to, upper.to, lower.to);
    taken.add(upper).add(lower);
    const behind = near(host.to, host.to + tall, across, across + tall, (line) => isMarkBehind(line, host));
    if (!behind) continue;
    host.text += behind.text;
    host.pieces.push(...behind.pieces);
    host.to = behind.to;
    taken.add(behind);
  }
  return lines.filter((line) => !taken.has(line));
}

/** A figure right above another of its height. */
function isAbove(upper: Growing, { heightMm, across, from, to }: Growing): boolean {
  const up = upper.across - across;
  return (
    DIGITS.test(upper.text.trim()) &&
    Math.abs(upper.heightMm - heightMm) <= 2 * SAME_HEIGHT * heightMm &&
    up > 0.9 * heightMm &&
    up < 2.2 * heightMm &&
    Math.abs((upper.from + upper.to - from - to) / 2) < 0.4 * heightMm
  );
}

/** What a fraction belongs to: the taller line that ends before it. */
function isHost(line: Growing, upper: Growing, lower: Growing): boolean {
  const { heightMm } = line;
  const gap = Math.min(upper.from, lower.from) - line.to;
  return (
    /[\d'-]\s*$/.test(line.text) &&
    lower.heightMm >= SMALL.least * heightMm &&
    lower.heightMm <= SMALL.most * heightMm &&
    gap > -0.3 * heightMm &&
    gap < heightMm &&
    upper.across > line.across &&
    lower.across < line.across + heightMm / 2
  );
}

/** The inch mark, or what else follows a fraction. */
const isMarkBehind = (line: Growing, host: Growing): boolean =>
  line !== host &&
  /^["”″]/.test(line.text.trim()) &&
  Math.abs(line.across - host.across) < 0.6 * host.heightMm &&
  line.from - host.to > -0.5 * host.heightMm &&
  line.from - host.to < 0.8 * host.heightMm;

const asLine =
  (texts: TextColumns) =>
  ({ pieces, text, from, to, heightMm }: Growing): TextLine => {
    const [first] = pieces;
    const row = first?.row ?? 0;
    const angleDeg = texts.angleDeg[row] ?? 0;
    const turn = (angleDeg * Math.PI) / 180;
    // The first piece may begin amid its string.
    const along = (first?.from ?? from) - (first?.begins ?? from);
    return {
      text: asRead(text).trim(),
      rows: [...new Set(pieces.map((piece) => piece.row))],
      heightMm,
      angleDeg,
      startMm: [
        (texts.anchors[row * 2] ?? 0) + along * Math.cos(turn),
        (texts.anchors[row * 2 + 1] ?? 0) + along * Math.sin(turn),
      ],
      lengthMm: to - from,
      layer: texts.layer[row] ?? -1,
      font: texts.font[row] ?? 0,
    };
  };
