import { concat, IDENTITY, type Matrix } from "../../drawing";
import type { TextMark } from "./columns";
import type { LoadedFont } from "./fonts/font";
import type { GraphicsState } from "./graphics-state";

type Shown = Pick<
  TextMark,
  "heightMm" | "x" | "y" | "advanceMm" | "stretch" | "angleDeg" | "runsOn" | "string" | "pauses"
>;

/** A gap wider than this share of the size is a space between words; justified text is written so. */
const WORD_GAP = 0.2;

/** A gap within a string that is wider than this share of the size may part what does not belong together. */
const PAUSE = 0.6;

/** Stands for a letter that the file does not name. */
export const UNREADABLE = "\ufffd";

/** Where the next string begins: the text matrix and the line matrix of ISO 32000-1, 9.4. */
export class TextCursor {
  matrix: Matrix = IDENTITY;
  line: Matrix = IDENTITY;
  /** Something was shown since the cursor was last placed. */
  private running = false;

  begin(): void {
    this.place(IDENTITY);
  }

  place(matrix: Matrix): void {
    this.matrix = this.line = matrix;
    this.running = false;
  }

  move(x: number, y: number): void {
    this.place(concat({ ...IDENTITY, e: x, f: y }, this.line));
  }

  adjust(pieces: readonly (number | Uint8Array)[], state: GraphicsState): void {
    for (const piece of pieces)
      if (typeof piece === "number") this.advance((-piece / 1000) * state.fontSize * state.horizontal);
  }

  private advance(by: number): void {
    const { a, b } = this.matrix;
    this.matrix = { ...this.matrix, e: this.matrix.e + a * by, f: this.matrix.f + b * by };
  }

  /** Shows a string and moves on; returns it measured on paper. */
  show(
    pieces: readonly (number | Uint8Array)[],
    state: GraphicsState,
    font: LoadedFont,
  ): { mark: Shown; grows: number; lead: number; unitMm: number } {
    const runsOn = this.running;
    // A string that begins with an adjustment is anchored behind it.
    const lead = leadOf(pieces) * state.fontSize;
    const start = concat(concat({ ...IDENTITY, e: lead * state.horizontal, f: state.rise }, this.matrix), state.ctm);
    let string = "";
    let grows = 0;
    let stays = 0;
    const unitMm = Math.hypot(start.a, start.b);
    const pauses = new Pauses(Math.abs(PAUSE * state.fontSize * state.horizontal));
    for (const piece of pieces) {
      if (typeof piece === "number") {
        grows -= (piece / 1000) * state.fontSize;
        if (-piece / 1000 > WORD_GAP && string !== "" && !string.endsWith(" ")) string += " ";
        continue;
      }
      font.decode(piece, (width, text, isWordSpace) => {
        const isBlank = text === " " || text === "\u00a0";
        if (!isBlank) pauses.goOn((grows + stays) * state.horizontal, string.length);
        grows += width * font.widthUnit * state.fontSize;
        stays += state.characterSpacing + (isWordSpace ? state.wordSpacing : 0);
        string += text === "" ? UNREADABLE : text;
        if (!isBlank) pauses.pause((grows + stays) * state.horizontal);
      });
    }
    const advance = (grows + stays) * state.horizontal;
    this.advance(advance);
    this.running = true;
    return {
      mark: {
        string,
        runsOn,
        pauses: pauses.all.map(({ at, from, to }) => ({
          at,
          fromMm: (from - lead * state.horizontal) * unitMm,
          toMm: (to - lead * state.horizontal) * unitMm,
        })),
        ...measure(start, state, font, advance - lead * state.horizontal),
      },
      grows: grows * state.horizontal,
      lead: lead * state.horizontal,
      unitMm,
    };
  }
}

/** Wide gaps between the letters of one string, in text-space units from where it begins. */
class Pauses {
  readonly all: { readonly at: number; readonly from: number; readonly to: number }[] = [];
  private ended: number | undefined;

  constructor(private readonly least: number) {}

  /** A letter ends here. */
  pause(at: number): void {
    this.ended = at;
  }

  /** The next letter begins here, as the so-many-th character. */
  goOn(at: number, character: number): void {
    if (this.ended !== undefined && at - this.ended > this.least)
      this.all.push({ at: character, from: this.ended, to: at });
  }
}

/** Adjustments before the first shown piece, as a share of the size. */
function leadOf(pieces: readonly (number | Uint8Array)[]): number {
  let lead = 0;
  for (const piece of pieces) {
    if (typeof piece !== "number") break;
    lead -= piece / 1000;
  }
  return lead;
}

/** Height of capitals, baseline and direction of a string set at `start` (text space → paper). */
function measure(
  start: Matrix,
  state: GraphicsState,
  font: LoadedFont,
  advance: number,
): Omit<Shown, "string" | "runsOn" | "pauses"> {
  const along = Math.hypot(start.a, start.b);
  // Across the baseline, so that slanted lettering keeps its height.
  const across = along === 0 ? 0 : Math.abs(start.a * start.d - start.b * start.c) / along;
  const backwards = state.fontSize < 0 ? -1 : 1;
  return {
    heightMm: Math.abs(state.fontSize) * across * font.font.capHeight,
    x: start.e,
    y: start.f,
    advanceMm: Math.abs(advance) * along,
    stretch: across === 0 ? 1 : Math.min(1000, Math.abs((state.horizontal * along) / across)),
    angleDeg: (Math.atan2(start.b * backwards, start.a * backwards) * 180) / Math.PI,
  };
}
