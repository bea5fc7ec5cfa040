import { concat, IDENTITY, type Matrix } from "../../drawing";
import type { TextMark } from "./columns";
import type { LoadedFont } from "./fonts/font";
import type { GraphicsState } from "./graphics-state";

type Shown = Pick<TextMark, "heightMm" | "x" | "y" | "advanceMm" | "angleDeg" | "runsOn" | "string">;

/** A gap wider than this share of the size is a space between words; justified text is written so. */
const WORD_GAP = 0.2;

/** Stands for a letter that the file does not name. */
export const UNREADABLE = "\ufffd";

/** Where the next string begins: the text matrix and the line matrix of ISO 32000-1, 9.4. */
export class TextCursor {
  private matrix: Matrix = IDENTITY;
  private line: Matrix = IDENTITY;
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
    for (const piece of pieces) {
      if (typeof piece === "number") {
        grows -= (piece / 1000) * state.fontSize;
        if (-piece / 1000 > WORD_GAP && string !== "" && !string.endsWith(" ")) string += " ";
        continue;
      }
      font.decode(piece, (width, text, isWordSpace) => {
        grows += width * font.widthUnit * state.fontSize;
        stays += state.characterSpacing + (isWordSpace ? state.wordSpacing : 0);
        string += text === "" ? UNREADABLE : text;
      });
    }
    const advance = (grows + stays) * state.horizontal;
    this.advance(advance);
    this.running = true;
    return {
      mark: { string, runsOn, ...measure(start, state, font, advance - lead * state.horizontal) },
      grows: grows * state.horizontal,
      lead: lead * state.horizontal,
      unitMm: Math.hypot(start.a, start.b),
    };
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
): Omit<Shown, "string" | "runsOn"> {
  const along = Math.hypot(start.a, start.b);
  // Across the baseline, so that slanted lettering keeps its height.
  const across = along === 0 ? 0 : Math.abs(start.a * start.d - start.b * start.c) / along;
  const backwards = state.fontSize < 0 ? -1 : 1;
  return {
    heightMm: Math.abs(state.fontSize) * across * font.font.capHeight,
    x: start.e,
    y: start.f,
    advanceMm: Math.abs(advance) * along,
    angleDeg: (Math.atan2(start.b * backwards, start.a * backwards) * 180) / Math.PI,
  };
}
