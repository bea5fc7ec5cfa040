import { describe, expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset } from "../../../src/standard";
import { lettering } from "../../support/raw-pdf";
import { mark, numbered, sheetFile, type TestSheet } from "../../support/sheets";
import { drawingOf } from "../../support/tools";

async function judged(...sheets: readonly TestSheet[]) {
  const { findings } = inspect(await drawingOf(await sheetFile(sheets)), preset("tarnwick")!);
  return findings.filter(({ rule }) => rule === "ref/one-way").map(({ page, message }) => [page, message]);
}
const details = numbered("1", "EAVES DETAIL", 40, 60) + numbered("2", "SILL DETAIL", 160, 60);

describe("ref/one-way", () => {
  it("says nothing where every detail is referred to", async () => {
    const plan = { number: "A-101", content: mark("1", "A-501", 100, 150) + mark("2", "A-501", 160, 150) };
    expect(await judged(plan, { number: "A-501", content: details })).toEqual([]);
  });
  it("tells a detail that nothing refers to, where others of its sheet are referred to", async () => {
    const plan = { number: "A-101", content: mark("1", "A-501", 100, 150) };
    expect(await judged(plan, { number: "A-501", content: details })).toEqual([
      [2, "Nothing in this file refers to “SILL DETAIL” (2/A-501), though other details of A-501 are referred to."],
    ]);
  });
  it("tells a detail that refers back to a plan which doesn't show it", async () => {
    const plan = { number: "A-101", content: numbered("1", "GROUND FLOOR PLAN", 40, 60) };
    const detail = {
      number: "A-501",
      content: numbered("1", "EAVES DETAIL", 40, 60) + lettering("1/A-101", 80, 56, 2.5),
    };
    expect(await judged(plan, detail)).toEqual([
      [2, "“EAVES DETAIL” refers back to A-101, but A-101 does not refer to 1/A-501."],
    ]);
  });
  it("says nothing of plans and sections that nothing refers to", async () => {
    const plans = numbered("1", "GROUND FLOOR PLAN", 40, 60) + numbered("2", "ROOF PLAN", 160, 60);
    expect(await judged({ number: "A-101", content: plans + mark("1", "A-101", 100, 150) })).toEqual([]);
  });
  it("says nothing of a sheet of details by itself", async () => {
    expect(await judged({ number: "A-501", content: details })).toEqual([]);
  });
});
