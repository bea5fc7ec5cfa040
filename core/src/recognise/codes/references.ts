import type { PointMm } from "../../drawing";
import { parseName } from "../../naming";
import { ARCS } from "../arcs";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";

/** A drawing and its sheet in one line: `3/A-501`. */
const IN_ONE =
  /^(?:(?:see|refer to|ref\.?|detail|section|sim\.?)\s+)*([A-Z]?\d{1,3}[A-Z]?|[A-Z])\s*\/\s*([A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?)[.,;)]?$/i;
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

/** A reference to a drawing on a sheet. */
export interface SheetReference {
  /** Of the drawing; empty where the whole sheet is meant. */
  readonly drawing: string;
  /** Number of the sheet. */
  readonly sheet: string;
  readonly lines: readonly TextLine[];
  readonly atMm: PointMm;
}

export const SHEET_REFERENCES: PageRecogniser<SheetReference> = {
  id: "sheet-references",
  on: "page",
  finds: "references to other sheets and drawings",
  from: "a number over a sheet number in a circle, `3/A-501`, and “see sheet A-501”; sheet numbers as the scheme has them",
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
  const add = (drawing: string, sheet: string, own: readonly TextLine[], atMm: PointMm): void => {
    const rows = own.flatMap((line) => line.rows);
    found.push(madeOut(facts.page.index, { drawing, sheet, lines: own, atMm }, CONFIDENCE, rows, []));
  };
  for (const line of lines) {
    const text = line.text.trim();
    const one = IN_ONE.exec(text);
    const inWords = IN_WORDS.exec(text)?.[1];
    if (one && isSheet((one[2] ?? "").toUpperCase())) add(one[1] ?? "", one[2] ?? "", [line], middleOf(line));
    else if (inWords !== undefined && isSheet(inWords.toUpperCase())) add("", inWords, [line], middleOf(line));
  }
  for (const [upper, lower, atMm] of bubbles(facts, lines))
    if (isSheet(lower.text.trim().toUpperCase())) add(upper.text.trim(), lower.text.trim(), [upper, lower], atMm);
  return found;
}

/** Circles with two short lines in them, one over the other. */
function bubbles(facts: PageFacts, lines: readonly TextLine[]): [TextLine, TextLine, PointMm][] {
  const arcs = facts.of(ARCS)[0]?.value;
  if (!arcs) return [];
  const byCircle = new Map<string, { centre: PointMm; lines: TextLine[] }>();
  for (const line of lines) {
    const text = line.text.trim();
    if (!NUMBER.test(text) && !SHEET.test(text)) continue;
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
    const known = byCircle.get(key) ?? { centre: circle.centreMm, lines: [] };
    byCircle.set(key, known);
    known.lines.push(line);
  }
  return [...byCircle.values()].flatMap(({ centre, lines: own }): [TextLine, TextLine, PointMm][] => {
    const [upper, lower, ...others] = own.sort((a, b) => b.startMm[1] - a.startMm[1]);
    return upper && lower && others.length === 0 ? [[upper, lower, centre]] : [];
  });
}
