import { addTo } from "../../base/grouped";
import { parseName } from "../../naming";
import { ARCS, isBubble } from "../arcs";
import { middleOf, type TextLine } from "../lettering";
import { measuredOn, type PageFacts, type Sure } from "../recogniser";
import type { CodeLabel } from "./labels";

/**
 * What a draughtsman sees: rings of one size with door numbers in them, and one in which the number is written
 * otherwise. A ring alone may be anything: a grid bubble, the mark of a section, the number of a drawing. Rings of one
 * size on one layer of which most hold labels of one pattern are rings of such labels, and what stands in the others
 * of them was meant to be one, where it begins as they do.
 */

/** So many, and this share of the rings of a size, follow the pattern. */
const LEAST = 3;
const LEAST_SHARE = 0.7;
/** Rings of one size differ by no more. Millimetres. */
const SAME_MM = 0.15;
const MAY_BE = /^[A-Z][A-Z0-9.\-/]{1,9}$/i;
/** A ring is no larger than its lettering by so many heights. */
const MOST_HEIGHTS = 5;

/** Labels in rings that are known by the others like them. */
export function ringLabels(facts: PageFacts, lettering: readonly TextLine[]): Sure<CodeLabel>[] {
  const patterns = facts.file.standard.standard.labelPatterns;
  const arcs = facts.of(ARCS)[0]?.value;
  if (patterns.length === 0 || !arcs) return [];
  const patternOf = (text: string): string | undefined => patterns.find((each) => parseName(text, each.pattern).ok)?.id;
  const rings = new Map<string, { line: TextLine; pattern: string | undefined }[]>();
  for (const line of lettering) {
    const text = line.text.trim();
    if (!MAY_BE.test(text)) continue;
    const at = middleOf(line);
    const most = MOST_HEIGHTS * line.heightMm;
    const around = arcs
      .passing(at, most, most)
      .filter((arc) => isBubble(arc, at, { least: line.lengthMm / 2, most, off: 0.4 }))
      .sort((a, b) => a.radiusMm - b.radiusMm)[0];
    if (!around) continue;
    const key = `${line.layer} ${Math.round(around.radiusMm / SAME_MM)}`;
    addTo(rings, key, { line, pattern: patternOf(text) });
  }
  return [...rings.values()].flatMap((alike) => {
    const meant = meantBy(alike.map(({ pattern }) => pattern));
    if (meant === undefined) return [];
    return alike.map(({ line, pattern }) => {
      const label: CodeLabel = { text: line.text.trim(), line, by: "frame", meant, ...(pattern ? { pattern } : {}) };
      const found = measuredOn(facts.page.index, label, { of: "texts" as const, rows: Uint32Array.from(line.rows) });
      return { ...found, confidence: 0.95 };
    });
  });
}

/** The pattern that most follow. */
function meantBy(patterns: readonly (string | undefined)[]): string | undefined {
  for (const id of new Set(patterns)) {
    const count = patterns.filter((each) => each === id).length;
    if (id !== undefined && count >= LEAST && count >= LEAST_SHARE * patterns.length) return id;
  }
  return undefined;
}
