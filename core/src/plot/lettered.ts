import type { Board, TextOptions } from "../drawing";
import type { StandardLookup, TextStyleEntry } from "../standard/plain";
import { shortened } from "./shortened";
import { asSet, styleLettering } from "./text-style";
import { wrapped } from "./wrap";

/**
 * Lettering on a board in a style of the standard: its height, fonts, spacing and letter case. The board's own
 * lettering is what it was afterwards. Without a style, of the usual height and in the board's own font.
 */
export class Lettered implements Pick<Board, "textWidth"> {
  /** Height of capitals on paper. */
  readonly heightMm: number;

  constructor(
    private readonly board: Board,
    private readonly style: TextStyleEntry | undefined,
    usualMm: number,
  ) {
    this.heightMm = style?.heightMm ?? usualMm;
  }

  /** In the style whose height is nearest to a usual one, so that nothing generated has lettering of its own. */
  static near(board: Board, standard: StandardLookup, usualMm: number): Lettered {
    return new Lettered(board, standard.nearestTextStyle(usualMm), usualMm);
  }

  /** Width of a string as it is written, millimetres. */
  textWidth(text: string, heightMm = this.heightMm): number {
    return this.set(() => this.board.textWidth(text, heightMm));
  }

  /** Words, in the style's letter case. */
  words(text: string, x: number, y: number, options: Omit<TextOptions, "heightMm"> = {}): void {
    this.asWritten(this.cased(text), x, y, options);
  }

  /** What keeps its letters in every style: names, figures with their units. */
  asWritten(text: string, x: number, y: number, options: Omit<TextOptions, "heightMm"> = {}): void {
    this.set(() => this.board.text(text, x, y, { ...options, heightMm: this.heightMm }));
  }

  /** Width of words in the style's letter case, millimetres. */
  widthOfWords(text: string): number {
    return this.textWidth(this.cased(text));
  }

  /** Words in the style's letter case, cut where there is no more room. */
  shortened(text: string, roomMm: number): string {
    return this.cutAsWritten(this.cased(text), roomMm);
  }

  /** What keeps its letters, cut where there is no more room. */
  cutAsWritten(text: string, roomMm: number): string {
    return shortened(this, text, this.heightMm, roomMm);
  }

  /** Words in the style's letter case, in lines no wider than said. */
  wrapped(text: string, widthMm: number): string[] {
    return wrapped(this, this.cased(text), this.heightMm, widthMm);
  }

  private cased(text: string): string {
    return this.style ? asSet(this.style, text) : text;
  }

  private set<T>(work: () => T): T {
    this.board.lettering(styleLettering(this.style));
    const done = work();
    this.board.lettering();
    return done;
  }
}
