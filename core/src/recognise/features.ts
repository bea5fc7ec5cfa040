import type { BoxMm, Dash } from "../drawing";
import { boxOfPoints } from "../drawing";
import { referenceWords, SHEET_REFERENCES, type ReferenceKind } from "./codes/references";
import { LISTED_SHEETS } from "./codes/sheets";
import { DRAWING_TITLES } from "./drawing-titles";
import { cornersOf } from "./lettering";
import { dashesIn, STROKE_LOOKS, TEXT_LOOKS } from "./looks";
import { recognisedOn, type Recognised, type RecognisedHatch } from "./recognised";
import type { FileFacts, PageFacts } from "./recogniser";
import { numberCell } from "./title-blocks/number-cell";

/** Goes up whenever a recogniser finds something else on a page than it did: what is kept of earlier versions is stale. */
export const FEATURES_VERSION = 1;

/**
 * What was recognised on a page, as one small value that can be kept and sent: what rules of sets, lists
 * and comparisons read instead of the file. Plain JSON. Lengths are millimetres on paper, to a hundredth.
 */
export interface PageFeatures extends Omit<Recognised, "hatches" | "borderMm"> {
  readonly version: number;
  /** 1 for the first page. */
  readonly page: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly layers: readonly LayerFeature[];
  readonly hatches: readonly Omit<RecognisedHatch, "ends">[];
  /** Within the border of the sheet; null where none is drawn. */
  readonly borderMm: BoxMm | null;
  /** What its title block says is its number, in capitals; null where it can't be read. */
  readonly number: PlacedWords | null;
  /** Titles of its drawings. */
  readonly drawingTitles: readonly TitleFeature[];
  readonly references: readonly ReferenceFeature[];
  /** Rows of lists of sheets: their numbers, in capitals. */
  readonly listedSheets: readonly PlacedWords[];
}

export interface PlacedWords {
  readonly words: string;
  readonly boxMm: BoxMm;
}

export interface TitleFeature extends PlacedWords {
  /** Of the drawing, in capitals; empty where none is written. */
  readonly number: string;
}

export interface ReferenceFeature extends PlacedWords {
  readonly kind: ReferenceKind;
  /** In capitals; empty where the whole sheet is meant. */
  readonly drawing: string;
  /** In capitals; empty where none is written. */
  readonly sheet: string;
  /** Name of its layer; empty for none. */
  readonly layer: string;
}

/** A layer with marks on the page: what it holds, and how that plots. */
export interface LayerFeature {
  /** Empty for marks on no layer. */
  readonly name: string;
  readonly visible: boolean;
  readonly strokes: readonly { readonly widthMm: number; readonly dashMm: Dash; readonly count: number }[];
  readonly texts: readonly { readonly font: string; readonly heightMm: number; readonly count: number }[];
}

/** The features of every page of a file. */
export const featuresOf = ({ pages }: FileFacts): PageFeatures[] => pages.map(featuresOn);

/** Each part is worked out when somebody first asks for it: a rule that looks at numbers alone waits for no walls. */
function featuresOn(facts: PageFacts): PageFeatures {
  const { page } = facts;
  let all: Recognised | undefined;
  const recognised = (): Recognised => (all ??= recognisedOn(facts));
  return lazy<PageFeatures>({
    version: () => FEATURES_VERSION,
    page: () => page.index,
    widthMm: () => page.widthMm,
    heightMm: () => page.heightMm,
    layers: () => layersOn(facts),
    number: () => numberOn(facts),
    drawingTitles: () =>
      facts
        .of(DRAWING_TITLES)
        .map(({ value: { text, number = "", boxMm } }) => ({ words: text, number: capitals(number), boxMm })),
    references: () => referencesOn(facts),
    listedSheets: () =>
      facts
        .of(LISTED_SHEETS)
        .map(({ value: { number: words, line } }) => ({ words, boxMm: boxOfPoints(cornersOf(line)) })),
    dimensions: () => recognised().dimensions,
    round: () => recognised().round,
    leaders: () => recognised().leaders,
    drawings: () => recognised().drawings,
    hatches: () => recognised().hatches.map(({ ends: _ends, ...hatch }) => hatch),
    notes: () => recognised().notes,
    lettering: () => recognised().lettering,
    blocks: () => recognised().blocks,
    guides: () => recognised().guides,
    titles: () => recognised().titles,
    walls: () => recognised().walls,
    rooms: () => recognised().rooms,
    grids: () => recognised().grids,
    slopes: () => recognised().slopes,
    signs: () => recognised().signs,
    borderMm: () => recognised().borderMm ?? null,
  });
}

function numberOn(facts: PageFacts): PlacedWords | null {
  const cell = numberCell(facts);
  return cell ? { words: capitals(cell.value), boxMm: cell.boxMm } : null;
}

const referencesOn = (facts: PageFacts): ReferenceFeature[] =>
  facts.of(SHEET_REFERENCES).map(({ value }) => ({
    words: referenceWords(value),
    kind: value.kind,
    drawing: capitals(value.drawing),
    sheet: capitals(value.sheet),
    layer: facts.file.drawing.layers[value.lines[0]?.layer ?? -1]?.name ?? "",
    boxMm: boxOfPoints(value.lines.flatMap(cornersOf)),
  }));

/** A value whose members are made when they are first asked for, once, their figures to a hundredth. */
function lazy<T extends object>(makers: { readonly [K in keyof T]-?: () => T[K] }): T {
  const made = {};
  for (const [name, make] of Object.entries<() => unknown>(makers))
    Object.defineProperty(made, name, {
      enumerable: true,
      configurable: true,
      get() {
        const value = rounded(make());
        Object.defineProperty(made, name, { enumerable: true, value });
        return value;
      },
    });
  return made as T;
}

const capitals = (words: string): string => words.trim().toUpperCase();

function layersOn(facts: PageFacts): LayerFeature[] {
  const { drawing } = facts.file;
  const layers = new Map<
    number,
    { strokes: LayerFeature["strokes"][number][]; texts: LayerFeature["texts"][number][] }
  >();
  const on = (layer: number) => {
    const known = layers.get(layer) ?? { strokes: [], texts: [] };
    layers.set(layer, known);
    return known;
  };
  for (const { value: look } of facts.of(STROKE_LOOKS))
    on(look.layer).strokes.push({ widthMm: look.widthMm, dashMm: dashesIn(drawing, look), count: look.rows.length });
  for (const { value: look } of facts.of(TEXT_LOOKS))
    on(look.layer).texts.push({
      font: drawing.fonts[look.font]?.name ?? "",
      heightMm: look.heightMm,
      count: look.rows.length,
    });
  return [...layers].map(([layer, looks]) => ({
    name: drawing.layers[layer]?.name ?? "",
    visible: drawing.layers[layer]?.visible ?? true,
    ...looks,
  }));
}

/** The same with all its figures to a hundredth. */
function rounded(value: unknown): unknown {
  if (typeof value === "number") return Math.round(value * 100) / 100;
  if (Array.isArray(value)) return value.map(rounded);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, rounded(each)]));
}
