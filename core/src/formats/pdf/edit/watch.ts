import { concat, inverse, type Matrix } from "../../../drawing";
import type { LoadedFont } from "../fonts/font";
import type { GraphicsState } from "../graphics-state";
import type { TextCursor } from "../text-cursor";
import { Ref, type Value } from "../syntax/values";

/** A place in an instance's content at which the marked content around is known. */
export interface Standing {
  /** Index of the sequence that gives marks here their layer; -1 where none of this content does. */
  readonly sequence: number;
  /** The sequence is the innermost of all that are open here, those without a layer, too. */
  readonly innermost: boolean;
  /** Begins and ends of marked content and text, and objects drawn, that came before: between two places with the same count nothing parts them. */
  readonly turn: number;
  /** The text object (BT … ET) that this stands in, counted; 0 for none. */
  readonly text: number;
}

/** A sequence of marked content that puts marks on a layer. */
export interface Sequence extends Standing {
  readonly instance: number;
  /** From the first operand of its BDC up to behind it. */
  readonly from: number;
  readonly to: number;
  /** Number of the layer's object; 0 where a membership decides, or more than one layer. */
  readonly layer: number;
  /** Pictures, forms and further sequences with a layer stand in it, which would go where it goes. */
  holdsOthers: boolean;
}

/** Where a path was painted, and the matrix from its space to millimetres on paper. */
export interface PaintedAt extends Standing {
  readonly ctm: Matrix;
}

/** Where a string was shown, and in what state. */
export interface ShownAt extends Standing {
  readonly operator: number;
  /** Text space of the string and of the line it stands on; user space. */
  readonly matrix: Matrix;
  readonly line: Matrix;
  readonly ctm: Matrix;
  readonly font: LoadedFont;
  readonly fontSize: number;
  readonly horizontal: number;
  readonly characterSpacing: number;
  readonly wordSpacing: number;
  /** Length of the string along its line, from where its first letter begins; text space. */
  readonly advance: number;
}

/** Where a form was drawn. */
export interface DrawnAt extends Standing {
  /** It says its layer itself. */
  readonly ownLayer: boolean;
  /** It is drawn on a layer. */
  readonly onLayer: boolean;
}

/**
 * What is noted of a page that is to be edited, besides where its marks stand: it is read once more for this, as
 * nearly all pages that are read are never edited.
 */
export class PageWatch {
  /** By instance. */
  readonly contents: Uint8Array[] = [];
  readonly sequences: Sequence[] = [];
  /** By row of the path operators. */
  readonly painted: PaintedAt[] = [];
  /** By row of the texts. */
  readonly shown: ShownAt[] = [];
  /** By instance; none for the page itself. */
  readonly drawn = new Map<number, DrawnAt>();
}

/** Notes one content stream of a page while it is read. */
export class StreamWatch {
  /** Open marked content: indices of sequences that give a layer, -1 for others. */
  private readonly open: number[] = [];
  private turn = 0;
  private texts = 0;
  private text = 0;

  constructor(
    private readonly page: PageWatch,
    private readonly instance: number,
    content: Uint8Array,
  ) {
    page.contents[instance] = content;
  }

  private standing(): Standing {
    const sequence = this.open.findLast((each) => each >= 0) ?? -1;
    return {
      sequence,
      innermost: sequence < 0 || this.open.at(-1) === sequence,
      turn: this.turn,
      text: this.text,
    };
  }

  /** Marked content begins that puts what is in it on a layer, or that does not. */
  begins(from: number, to: number, member: Value | undefined, isGroup: (number: number) => boolean): void {
    this.turn++;
    if (member === undefined) {
      this.open.push(-1);
      return;
    }
    this.holdsOthers();
    const layer = member instanceof Ref && isGroup(member.number) ? member.number : 0;
    const sequence = { ...this.standing(), instance: this.instance, from, to, layer, holdsOthers: false };
    this.open.push(this.page.sequences.push(sequence) - 1);
  }

  ends(): void {
    this.turn++;
    this.open.pop();
  }

  textBegins(): void {
    this.turn++;
    this.text = ++this.texts;
  }

  textEnds(): void {
    this.turn++;
    this.text = 0;
  }

  /** A picture, a shading or a form. */
  other(): void {
    this.turn++;
    this.holdsOthers();
  }

  private holdsOthers(): void {
    for (const each of this.open) {
      const sequence = this.page.sequences[each];
      if (sequence) sequence.holdsOthers = true;
    }
  }

  paints(ctm: Matrix): void {
    this.page.painted.push({ ...this.standing(), ctm });
  }

  shows(
    operator: number,
    { matrix, line }: Pick<TextCursor, "matrix" | "line">,
    state: GraphicsState,
    font: LoadedFont,
    advance: number,
  ): void {
    const { ctm, fontSize, horizontal, characterSpacing, wordSpacing } = state;
    this.page.shown.push({
      ...this.standing(),
      operator,
      matrix,
      line,
      ctm,
      font,
      fontSize,
      horizontal,
      characterSpacing,
      wordSpacing,
      advance,
    });
  }

  draws(instance: number, ownLayer: boolean, onLayer: boolean): void {
    this.page.drawn.set(instance, { ...this.standing(), ownLayer, onLayer });
    this.other();
  }
}

/** The text matrix that shows a string turned upside down about a point on paper. */
export function turnedAbout({ matrix, ctm }: ShownAt, x: number, y: number): Matrix {
  const upsideDown: Matrix = { a: -1, b: 0, c: 0, d: -1, e: 2 * x, f: 2 * y };
  return concat(concat(concat(matrix, ctm), upsideDown), inverse(ctm));
}
