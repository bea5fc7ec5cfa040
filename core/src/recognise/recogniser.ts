import type { Drawing, Marks, Page, Shape } from "../drawing";
import { Nearby, type BoxMm } from "../drawing";
import type { Scale } from "../quantity";
import type { StandardLookup } from "../standard/plain";
import { valueOf, type Parameter } from "./parameter";

/** Something that was recognised, and how sure that is. */
export interface Sure<T> {
  readonly value: T;
  /** 0–1: 1 where it was measured, less where it was made out. */
  readonly confidence: number;
  /** The marks that it was made out of, and what was measured between them. */
  readonly evidence: readonly Evidence[];
}

export interface Evidence {
  /** 1 for the first page. */
  readonly page: number;
  readonly marks?: Marks;
  readonly shapes?: readonly Shape[];
}

interface AnyRecogniser {
  /** Stable, kebab-case. */
  readonly id: string;
  /** What it finds, in the plural: “line widths against the pens”. */
  readonly finds: string;
  /** What it is found from. */
  readonly from: string;
  /** What an edition sets about it. */
  readonly parameters?: readonly Parameter[];
}

/** Makes things out on one page. Runs at most once a page, when somebody first asks. */
export interface PageRecogniser<T> extends AnyRecogniser {
  readonly on: "page";
  /** It looks at the drawing alone: what it finds is the same by every standard. */
  readonly ofDrawing?: true;
  find(page: PageFacts): readonly Sure<T>[];
}

/** Makes things out in a whole file. Runs at most once a file. */
export interface FileRecogniser<T> extends AnyRecogniser {
  readonly on: "file";
  find(file: FileFacts): readonly Sure<T>[];
}

export type Recogniser = PageRecogniser<unknown> | FileRecogniser<unknown>;

/** What was made out on a page whatever the standard. */
interface SeenPage {
  readonly found: Map<Recogniser, readonly Sure<unknown>[]>;
  nearby?: Nearby;
}

/** What was made out in a drawing whatever the standard: judged by several, it is looked at once. */
export class SeenDrawing {
  readonly pages: readonly SeenPage[];

  constructor(readonly drawing: Drawing) {
    this.pages = drawing.pages.map(() => ({ found: new Map() }));
  }
}

/** What a title block is filled from: words by the fields of frames. */
export type Particulars = Readonly<Record<string, string>>;

/** What is known of a drawing beside what stands in it. */
export interface Given {
  /** The scale that the caller knows the drawings to be at. */
  readonly scale?: Scale;
  /** What was made out in the drawing when it was judged by another standard. */
  readonly seen?: SeenDrawing;
  /** The kind that it is judged by was read off the drawing, not said. */
  readonly isKindGuessed?: boolean;
  /** The facts of the project. */
  readonly particulars?: Particulars;
  /** What the register has of sheets, each by its `number`. */
  readonly register?: readonly Particulars[];
}

/** What is known of a file and its pages, worked out as it is asked for, each thing once. */
export class FileFacts {
  readonly pages: readonly PageFacts[];
  private readonly found = new Map<Recogniser, readonly Sure<unknown>[]>();

  constructor(
    readonly drawing: Drawing,
    readonly standard: StandardLookup,
    readonly given: Given = {},
  ) {
    const seen = given.seen ?? new SeenDrawing(drawing);
    this.pages = drawing.pages.map((page, i) => new PageFacts(this, page, seen.pages[i] ?? { found: new Map() }));
  }

  of<T>(recogniser: FileRecogniser<T>): readonly Sure<T>[] {
    let found = this.found.get(recogniser) as readonly Sure<T>[] | undefined;
    if (!found) this.found.set(recogniser, (found = recogniser.find(this)));
    return found;
  }

  /** What the edition says of a parameter; its usual value where it says nothing that can be used. */
  valueOf(parameter: Parameter): number {
    return valueOf(this.standard.standard, parameter);
  }

  layerName(layer: number): string {
    return this.drawing.layers[layer]?.name ?? "no layer";
  }
}

export class PageFacts {
  private readonly found = new Map<Recogniser, readonly Sure<unknown>[]>();

  constructor(
    readonly file: FileFacts,
    readonly page: Page,
    private readonly seen: SeenPage,
  ) {}

  of<T>(recogniser: PageRecogniser<T>): readonly Sure<T>[] {
    const known = recogniser.ofDrawing ? this.seen.found : this.found;
    let found = known.get(recogniser) as readonly Sure<T>[] | undefined;
    if (!found) known.set(recogniser, (found = recogniser.find(this)));
    return found;
  }

  /** Rows of the marks whose boxes meet a box, rising. */
  near(of: Marks["of"], box: BoxMm): Uint32Array {
    this.seen.nearby ??= new Nearby(this.page);
    return this.seen.nearby.near(of, box);
  }
}

/** Something that was made out of strings and of marks of a page's paths, by their rows. */
export const madeOut = <T>(
  page: number,
  value: T,
  confidence: number,
  texts: readonly number[],
  paths: readonly number[],
): Sure<T> => ({
  value,
  confidence,
  evidence: [
    { page, marks: { of: "texts", rows: Uint32Array.from(texts) } },
    { page, marks: { of: "paths", rows: Uint32Array.from(paths).sort() } },
  ],
});

/** What was measured on marks of one page, not guessed. */
export const measuredOn = <T>(page: number, value: T, marks?: Marks): Sure<T> => ({
  value,
  confidence: 1,
  evidence: [{ page, ...(marks ? { marks } : {}) }],
});

/** What a file says of itself. */
export const read = <T>(value: T): Sure<T> => ({ value, confidence: 1, evidence: [] });
