import type { BoxMm, PointMm } from "../../drawing";
import { parseName } from "../../naming";
import { ARCS, type Arc } from "../arcs";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";
import { drawnAs } from "./pointers";

/** A drawing and its sheet in one line: `3/A-501`. */
const IN_ONE =
  /^(?:(?:see|refer to|ref\.?|detail|section|sim\.?)\s+)*([A-Z]?\d{1,3}[A-Z]?|[A-Z])\s*\/\s*([A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?)[.,;)]?$/i;
/** The same in the midst of a sentence, where it is said that somebody is sent there. */
const IN_SENTENCE =
  /\b(?:see|refer to|ref\.?)\s+(?:(?:also|detail|section|drawing)\s+)*([A-Z]?\d{1,3}[A-Z]?|[A-Z])\s*\/\s*([A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?)\b/i;
/** A sheet in words: `SEE SHEET A-501`, `see A-501`. */
const IN_WORDS =
  /\b(?:see|refer to|on)\s+(?:sheet|drawing|dr(?:aw)?g\.?)?\s*(?:no\.?\s*)?([A-Z]{1,3}-\d{1,4}(?:\.\d{1,3})?[A-Z]?)\b/i;
const NUMBER = /^(?:[A-Z]?\d{1,3}[A-Z]?|[A-Z]\d?)$/i;
const SHEET = /^[A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?$/i;
/** Marks of sections and details: circles with the number above and the sheet below. Millimetres. */
const BUBBLE_MM = { least: 3, most: 14 };
const OFF_MIDDLE = 0.45;
const MOST_CHARACTERS = 120;
const CONFIDENCE = 0.9;

/** What a reference is drawn as: in words, or a circle with a pointer, a line to an outline, or by itself. */
export type ReferenceKind = "section" | "elevation" | "detail" | "bubble" | "note";

/** A reference to a drawing on a sheet. */
export interface SheetReference {
  readonly kind: ReferenceKind;
  /** Of the drawing; empty where the whole sheet is meant. */
  readonly drawing: string;
  /** Number of the sheet; empty at a section whose sheet is not written. */
  readonly sheet: string;
  /** What is enlarged, where an outline is drawn around it. */
  readonly partMm?: BoxMm;
  readonly lines: readonly TextLine[];
  readonly atMm: PointMm;
}

/** A reference as people write it: `3/A-501`, or the sheet or the drawing alone. */
export const referenceWords = ({ drawing, sheet }: Pick<SheetReference, "drawing" | "sheet">): string =>
  [drawing, sheet].filter((part) => part !== "").join("/");

export const SHEET_REFERENCES: PageRecogniser<SheetReference> = {
  id: "sheet-references",
  on: "page",
  finds: "references to other sheets and drawings",
  from: "a number over a sheet number in a circle, by its pointer or line a section, an elevation or an enlarged part; `3/A-501`, and “see sheet A-501”; sheet numbers as the scheme has them",
  find: (facts) => referencesOf(facts),
};

function referencesOf(facts: PageFacts): Sure<SheetReference>[] {
  const inBlocks = new Set(facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap(({ values }) => values)));
  const lines = facts
    .of(LETTERING)
    .map(({ value }) => value)
    .filter((line) => !inBlocks.has(line) && line.text.length <= MOST_CHARACTERS);
  const scheme = facts.file.standard.standard.naming.sheets;
  const isSheet = (text: string): boolean =>
    scheme.fields.length === 0 ? SHEET.test(text) : parseName(text, scheme).ok || /^[A-Z]{1,2}-\d{3}[A-Z]?$/.test(text);
  const found: Sure<SheetReference>[] = [];
  const add = (reference: SheetReference, paths: readonly number[] = []): void => {
    const rows = reference.lines.flatMap((line) => line.rows);
    found.push(madeOut(facts.page.index, reference, CONFIDENCE, rows, paths));
  };
  for (const line of lines) {
    const text = line.text.trim();
    const [, drawing = "", sheet = ""] = IN_ONE.exec(text) ?? IN_SENTENCE.exec(text) ?? [];
    const inWords = IN_WORDS.exec(text)?.[1];
    const note = { kind: "note", lines: [line], atMm: middleOf(line) } as const;
    if (sheet !== "" && isSheet(sheet.toUpperCase())) add({ ...note, drawing, sheet });
    else if (inWords !== undefined && isSheet(inWords.toUpperCase())) add({ ...note, drawing: "", sheet: inWords });
  }
  for (const { upper, lower, circle } of bubbles(facts, lines)) {
    const { kind, partMm } = drawnAs(facts, circle);
    const sheet = lower?.text.trim() ?? "";
    if (lower ? !isSheet(sheet.toUpperCase()) : kind !== "section") continue;
    const own = lower ? [upper, lower] : [upper];
    const reference = { kind, drawing: upper.text.trim(), sheet, lines: own, atMm: circle.centreMm };
    add({ ...reference, ...(partMm ? { partMm } : {}) }, circle.rows);
  }
  return found;
}

interface Bubble {
  readonly upper: TextLine;
  /** None where one line stands in the circle. */
  readonly lower?: TextLine;
  readonly circle: Arc;
}

/** Circles with one short line in them, or two of which one stands over the other. */
function bubbles(facts: PageFacts, lines: readonly TextLine[]): Bubble[] {
  const short = lines.filter(({ text }) => NUMBER.test(text.trim()) || SHEET.test(text.trim()));
  const arcs = short.length === 0 ? undefined : facts.of(ARCS)[0]?.value;
  if (!arcs) return [];
  const byCircle = new Map<string, { circle: Arc; lines: TextLine[] }>();
  for (const line of short) {
    const at = middleOf(line);
    const circle = arcs
      .passing(at, BUBBLE_MM.most, BUBBLE_MM.most)
      .find(
        ({ centreMm, radiusMm, sweepDeg }) =>
          sweepDeg >= 150 &&
          radiusMm >= BUBBLE_MM.least &&
          radiusMm <= BUBBLE_MM.most &&
          Math.abs(centreMm[0] - at[0]) <= OFF_MIDDLE * radiusMm &&
          Math.abs(centreMm[1] - at[1]) <= radiusMm,
      );
    if (!circle) continue;
    const key = circle.centreMm.map((each) => each.toFixed(1)).join();
    const known = byCircle.get(key) ?? { circle, lines: [] };
    byCircle.set(key, known);
    known.lines.push(line);
  }
  return [...byCircle.values()].flatMap(({ circle, lines: own }): Bubble[] => {
    const [upper, lower, ...others] = own.sort((a, b) => b.startMm[1] - a.startMm[1]);
    return upper && others.length === 0 ? [{ upper, ...(lower ? { lower } : {}), circle }] : [];
  });
}
