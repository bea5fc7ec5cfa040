import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import {
  blankStandard,
  LIST_NAMES,
  readStandard,
  STANDARD_FORMAT,
  writeStandard,
  type OfficeStandard,
} from "../../src/standard";
import { drawingOf, fixture, fixturesFolder } from "../support/tools";

/** Standards as earlier programs wrote them; each stays here for good. */
const FORMS = ["format-1-tarnwick.json", "format-2-tarnwick.json"];

const text = (name: string): string => readFileSync(join(fixturesFolder, "standards", name), "utf8");
function read(json: string): OfficeStandard {
  const checked = readStandard(json);
  if (!checked.ok) throw new Error(checked.problems.map((each) => `${each.at}: ${each.message}`).join("\n"));
  return checked.standard;
}

describe.each(FORMS)("%s", (name) => {
  it("is read, and is written as today's", () => {
    const standard = read(text(name));
    expect(standard.format).toBe(STANDARD_FORMAT);
    const written = writeStandard(standard);
    expect(writeStandard(read(written))).toBe(written);
    expect(written).not.toContain("tolerances");
  });
  it("is judged by without an error", async () => {
    for (const file of ["cairo.pdf", "tcpdf.pdf"]) {
      const { findings, notJudged } = inspect(await drawingOf(fixture(file)), read(text(name)));
      expect(findings.length).toBeGreaterThan(0);
      expect(notJudged.filter(({ reason }) => reason.includes("failed"))).toEqual([]);
    }
  });
});

describe("the figures of the second form", () => {
  const second = JSON.parse(text("format-2-tarnwick.json")) as Record<string, unknown>;
  it("that were as usual say nothing; those that were not stand at their rule", () => {
    expect(read(JSON.stringify(second)).rules).toEqual({});
    const tolerances = { widthMm: 0.02, heightShare: 0.04, dashShare: 0.2, sheetMm: 2 };
    const rules = { "line/type-unknown": { severity: "note" } };
    expect(read(JSON.stringify({ ...second, tolerances, rules })).rules).toEqual({
      "line/width-off-series": { parameters: { offMm: 0.02 } },
      "line/type-unknown": { severity: "note", parameters: { offShare: 0.2 } },
    });
  });
  it("a rule that is no longer there, and figures that nobody knows, are read and passed over", async () => {
    const rules = {
      "line/gone": { severity: "stop", parameters: { oldMm: 3 } },
      "text/height": { parameters: { oddMm: 1 } },
    };
    const standard = read(JSON.stringify({ ...second, rules }));
    const { notJudged } = inspect(await drawingOf(fixture("cairo.pdf")), standard);
    expect(notJudged.filter(({ reason }) => reason.includes("failed"))).toEqual([]);
  });
});

describe("a standard written before a list came into the form", () => {
  it.each(LIST_NAMES)("%s: is read, with that list empty", (list) => {
    const blank = writeStandard(blankStandard("Larkfield Drawings"));
    const { [list]: _gone, ...before } = JSON.parse(blank) as Record<string, unknown>;
    expect(writeStandard(read(JSON.stringify(before)))).toBe(blank);
  });
});
