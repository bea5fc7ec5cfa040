import { boxOfPoints, distanceToBox, together, type BoxMm, type PointMm } from "../drawing";
import { ARCS, isBubble } from "./arcs";
import { cornersOf, LETTERING, middleOf, type TextLine } from "./lettering";
import { SQUARE_WORK, type LineWork } from "./line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";
import { SCALE_NOTES, type ScaleNote } from "./scale-notes";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

/** Titles are no lower than this, and no longer. Millimetres, characters. */
const LEAST_MM = 2.3;
const MOST_CHARACTERS = 80;
/** A scale stands under or over its title by so many heights, and begins beside where it does. */
const BELOW = 5;
const BESIDE_MM = 25;
/** A line under a title lies so many heights below its baseline at most, and runs along so much of it. */
const UNDER = 2.4;
const ALONG = 0.7;
/** The number of a drawing stands in a circle to the left of its title. Millimetres. */
const BUBBLE_MM = { least: 2.5, most: 14, off: 0.5 };
const NUMBER = /^(?:[A-Z]?\d{1,3}[A-Z]?|[A-Z])$/i;
const NUMBERED = /^(?:\(?([A-Z]?\d{1,3}[A-Z]?)\)?[.):]?\s+)(\p{L}.*)$/u;
const CONFIDENCE = { withBoth: 0.95, withOne: 0.9 };
/** More lines of lettering as large as titles, and the page is a text. */
const MOST_CANDIDATES = 2000;
const MOST_COMPARED = 200_000;

/** What a drawing on a sheet is called. Millimetres on paper. */
export interface DrawingTitle {
  readonly text: string;
  /** Of the drawing on its sheet; none where none is written. */
  readonly number?: string;
  readonly note?: ScaleNote;
  readonly line: TextLine;
  /** Of the title with its number and scale. */
  readonly boxMm: BoxMm;
}

export const DRAWING_TITLES: PageRecogniser<DrawingTitle> = {
  id: "drawing-titles",
  on: "page",
  finds: "titles of drawings, with their numbers and scales",
  from: "level lettering outside of title blocks with a scale right above or below it, or with a line under it and a number in a circle before it",
  find: (facts) => titlesOf(facts),
};

function titlesOf(facts: PageFacts): Sure<DrawingTitle>[] {
  const blocks = facts.of(TITLE_BLOCKS).map(({ value }) => value.boxMm);
  const lettering = facts.of(LETTERING).map(({ value }) => value);
  const notes = facts.of(SCALE_NOTES).map(({ value }) => value);
  const lines = facts.of(SQUARE_WORK)[0]?.value;
  const candidates = lettering.filter(
    (line) =>
      line.heightMm >= LEAST_MM &&
      Math.abs(line.angleDeg) < 1 &&
      line.text.length <= MOST_CHARACTERS &&
      /\p{L}{3,}/u.test(line.text) &&
      !blocks.some((block) => distanceToBox(block, middleOf(line)) === 0),
  );
  if (!lines || candidates.length > MOST_CANDIDATES || candidates.length * notes.length > MOST_COMPARED) return [];
  const bubbles = new Bubbles(facts, lettering);
  return candidates.flatMap((line): Sure<DrawingTitle>[] => {
    const note = noteOf(line, notes, candidates);
    const text = note?.line === line ? withoutScale(line.text, note) : line.text.trim();
    const numbered = NUMBERED.exec(text);
    // A note by itself is no title; nor is what is underlined.
    if (!/\p{L}{3,}/u.test(text) || /^scales?\b/i.test(text)) return [];
    const isUnderlined = hasLineUnder(lines, line);
    if (!note && !isUnderlined) return [];
    const bubble = bubbles.before(line);
    if (!note && !bubble) return [];
    const number = bubble?.text.trim() ?? numbered?.[1];
    const boxes = [line, ...(note ? [note.line] : []), ...(bubble ? [bubble] : [])].map((each) =>
      boxOfPoints(cornersOf(each)),
    );
    const title: DrawingTitle = {
      text: bubble || !numbered ? text : (numbered[2] ?? text),
      ...(number === undefined ? {} : { number }),
      ...(note ? { note } : {}),
      line,
      boxMm: boxes.reduce(together),
    };
    const rows = [line, ...(note ? [note.line] : []), ...(bubble ? [bubble] : [])].flatMap((each) => each.rows);
    const both = note !== undefined && (isUnderlined || bubble !== undefined);
    return [madeOut(facts.page.index, title, both ? CONFIDENCE.withBoth : CONFIDENCE.withOne, [...new Set(rows)], [])];
  });
}

const withoutScale = (text: string, { words }: ScaleNote): string =>
  text
    .replace(words, "")
    .replace(/\bscale\b\s*:?/i, "")
    .replace(/[\s,;:(@–—-]+\)?$/u, "")
    .trim();

/** The scale that stands with a title: in it, or right under or over it and lower than it. */
function noteOf(line: TextLine, notes: readonly ScaleNote[], candidates: readonly TextLine[]): ScaleNote | undefined {
  const own = notes.find((note) => note.line === line);
  if (own) return own;
  const [x, y] = line.startMm;
  const isBeside = ({ line: other }: ScaleNote): boolean => {
    const [ox, oy] = other.startMm;
    if (Math.abs(other.angleDeg) >= 1 || other.heightMm > 1.05 * line.heightMm) return false;
    const reach = BELOW * line.heightMm;
    const isNear = Math.abs(oy - y) <= reach && ox >= x - BESIDE_MM && ox <= x + line.lengthMm + BESIDE_MM;
    // Of two lines over one scale the nearer one that is as large is its title.
    return (
      isNear &&
      !candidates.some(
        (each) =>
          each !== line &&
          each !== other &&
          each.heightMm >= 0.95 * line.heightMm &&
          Math.abs(each.startMm[0] - x) <= BESIDE_MM &&
          Math.abs(each.startMm[1] - oy) < Math.abs(y - oy) - 0.1,
      )
    );
  };
  return notes.filter(isBeside).sort((a, b) => Math.abs(a.line.startMm[1] - y) - Math.abs(b.line.startMm[1] - y))[0];
}

/** Whether a level line runs under a line of lettering. */
function hasLineUnder(lines: LineWork, { startMm: [x, y], lengthMm, heightMm }: TextLine): boolean {
  const under = boxOfPoints([
    [x, y - UNDER * heightMm],
    [x + lengthMm, y - 0.1 * heightMm],
  ]);
  return lines.near(under).some((i) => {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    if (Math.abs(p[1] - q[1]) > 0.2) return false;
    const shared = Math.min(Math.max(p[0], q[0]), x + lengthMm) - Math.max(Math.min(p[0], q[0]), x);
    return shared >= ALONG * lengthMm;
  });
}

interface Bubble {
  readonly line: TextLine;
  readonly at: PointMm;
  readonly radius: number;
}

/** Short labels in circles. */
class Bubbles {
  private known: readonly Bubble[] | undefined;

  constructor(
    private readonly facts: PageFacts,
    private readonly lettering: readonly TextLine[],
  ) {}

  /** Found when somebody first asks: most pages have nothing that could be a title. */
  private all(): readonly Bubble[] {
    const arcs = this.facts.of(ARCS)[0]?.value;
    this.known ??= this.lettering
      .filter(({ text }) => NUMBER.test(text.trim()))
      .slice(0, MOST_CANDIDATES)
      .flatMap((line) => {
        const at = middleOf(line);
        const circle = arcs?.passing(at, BUBBLE_MM.most, BUBBLE_MM.most).find((arc) => isBubble(arc, at, BUBBLE_MM));
        return circle ? [{ line, at: circle.centreMm, radius: circle.radiusMm }] : [];
      });
    return this.known;
  }

  /** The label in a circle right before a title. */
  before({ startMm: [x, y], heightMm }: TextLine): TextLine | undefined {
    const isBefore = ({ at: [cx, cy], radius }: Bubble): boolean =>
      cx < x && x - cx - radius <= BESIDE_MM / 2 && Math.abs(cy - (y + heightMm / 2)) <= radius + heightMm;
    return this.all()
      .filter(isBefore)
      .sort((a, b) => b.at[0] - a.at[0])[0]?.line;
  }
}
