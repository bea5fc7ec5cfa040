import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { inspect, inspectSet, type InspectedSet } from "../../src/inspect";
import type { SheetOfSet } from "../../src/rules";
import { preset } from "../../src/standard";
import { sheetFile, type TestSheet } from "./sheets";
import { drawingOf } from "./tools";

/** A set for a rule's table: files by their paths, each with its sheets. */
export interface SetCase {
  readonly name: string;
  readonly files: Readonly<Record<string, readonly TestSheet[]>>;
  /** Nobody said that these are all sheets of the set. */
  readonly isPart?: true;
  /** Findings of the rule: subject, message, and each place as `path#page`. None for a right set. */
  readonly findings?: readonly (readonly [subject: string, message: string, places: readonly string[]])[];
  /** Why something was not judged. */
  readonly open?: readonly string[];
}

/** Sheets of files, as they would be kept: their features made plain. */
export async function sheetsOfSet(files: SetCase["files"]): Promise<SheetOfSet[]> {
  const sheets: SheetOfSet[] = [];
  for (const [path, pages] of Object.entries(files)) {
    const bytes = await sheetFile(pages);
    const sha256 = createHash("sha256").update(JSON.stringify(pages)).digest("hex");
    const { features } = inspect(await drawingOf(bytes), preset("tarnwick")!, { isOfSet: true });
    for (const each of features())
      sheets.push({ drawing: path, sha256, features: JSON.parse(JSON.stringify(each)) as SheetOfSet["features"] });
  }
  return sheets;
}

export const inspected = async (files: SetCase["files"], isWhole = true): Promise<InspectedSet> =>
  inspectSet(await sheetsOfSet(files), preset("tarnwick")!, { isWhole });

/** A rule's table of sets: right ones and wrong ones, each with the exact findings. */
export function describeSetRule(rule: string, cases: readonly SetCase[]): void {
  describe(rule, () => {
    it.each(cases)("$name", async ({ files, isPart, findings = [], open = [] }) => {
      const found = await inspected(files, isPart !== true);
      const own = found.findings.filter((finding) => finding.rule === rule);
      expect(
        own.map(({ subject, message, places }) => [
          subject,
          message,
          places.map(({ drawing, page }) => `${drawing}#${page}`),
        ]),
      ).toEqual(findings);
      for (const { places } of own) for (const { boxMm } of places) expect(boxMm.width).toBeGreaterThan(0);
      expect(new Set(own.map(({ key }) => key)).size).toBe(own.length);
      expect(found.notJudged.filter((each) => each.rule === rule).map(({ reason }) => reason)).toEqual(open);
    });
    it("is shown right and wrong", () => {
      expect(cases.some((each) => !each.findings)).toBe(true);
      expect(cases.some((each) => each.findings)).toBe(true);
    });
  });
}
