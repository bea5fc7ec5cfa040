import { describe, expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset } from "../../../src/standard";
import { lettering } from "../../support/raw-pdf";
import { mark, numbered, sheetFile, type TestSheet } from "../../support/sheets";
import { describeSetRule } from "../../support/set-tester";
import { drawingOf } from "../../support/tools";

const details: TestSheet = {
  number: "A-501",
  content: numbered("1", "EAVES DETAIL", 40, 60) + numbered("2", "SILL DETAIL", 160, 60),
};

async function judged(...sheets: readonly TestSheet[]) {
  const { findings, notJudged } = inspect(await drawingOf(await sheetFile(sheets)), preset("tarnwick")!);
  return {
    findings: findings
      .filter(({ rule }) => rule === "ref/missing")
      .map(({ page, measured, message }) => [page, measured, message]),
    notJudged: notJudged.filter(({ rule }) => rule === "ref/missing").map(({ reason }) => reason),
  };
}

describe("ref/missing in a file by itself", () => {
  it("says nothing of references that lead somewhere", async () => {
    const plan = {
      number: "A-101",
      content: mark("1", "A-501", 100, 150) + lettering("SEE SHEET A-501", 200, 150, 2.5),
    };
    expect(await judged(plan, details)).toEqual({ findings: [], notJudged: [] });
  });
  it("tells one to a drawing that its sheet does not have", async () => {
    const plan = { number: "A-101", content: mark("3", "A-501", 100, 150) };
    expect((await judged(plan, details)).findings).toEqual([
      [1, "3/A-501", "3/A-501 is referred to, but A-501 has no drawing 3; it has 1, 2."],
    ]);
  });
  it("tells one to a sheet that the list of sheets does not have", async () => {
    const cover = {
      number: "A-001",
      content:
        ["A-001", "A-101", "A-501"].map((number, i) => lettering(number, 60, 200 - i * 7, 2.5)).join("") +
        lettering("detail 2/A-601", 60, 120, 2.5),
    };
    expect((await judged(cover, details)).findings).toEqual([
      [1, "2/A-601", "2/A-601 is referred to, but the list of sheets has no A-601."],
    ]);
  });
  it("can't tell one that leads out of the file", async () => {
    const plan = { number: "A-101", content: mark("1", "A-601", 100, 150) };
    expect(await judged(plan, details)).toEqual({
      findings: [],
      notJudged: ["Whether there is a sheet A-601 can't be told from this file alone."],
    });
  });
  it("takes fractions, dates and slopes for none", async () => {
    const plan = {
      number: "A-101",
      content: lettering("3/4", 60, 150, 2.5) + lettering("12/2026", 60, 140, 2.5) + lettering("1:12", 60, 130, 2.5),
    };
    expect(await judged(plan, details)).toEqual({ findings: [], notJudged: [] });
  });
});

const plan = (drawing: string, sheet: string): TestSheet => ({
  number: "A-101",
  content: mark(drawing, sheet, 100, 150),
});

describeSetRule("ref/missing", [
  { name: "a reference into another file", files: { "plan.pdf": [plan("1", "A-501")], "details.pdf": [details] } },
  {
    name: "to a drawing that the sheet in the other file does not have",
    files: { "plan.pdf": [plan("3", "A-501")], "details.pdf": [details] },
    findings: [
      ["3/A-501 on A-101", "3/A-501 is referred to, but A-501 has no drawing 3; it has 1, 2.", ["plan.pdf#1"]],
    ],
  },
  {
    name: "to a sheet that is not in the set",
    files: { "plan.pdf": [plan("1", "A-601")], "details.pdf": [details] },
    findings: [["1/A-601 on A-101", "1/A-601 is referred to, but the set has no A-601.", ["plan.pdf#1"]]],
  },
  {
    name: "the same, twice on one sheet",
    files: {
      "plan.pdf": [{ number: "A-101", content: mark("1", "A-601", 100, 150) + mark("1", "A-601", 200, 150) }],
      "details.pdf": [details],
    },
    findings: [100, 200].map(() => [
      "1/A-601 on A-101",
      "1/A-601 is referred to, but the set has no A-601.",
      ["plan.pdf#1"],
    ]),
  },
  {
    name: "to a sheet that may be elsewhere: these are not all",
    files: { "plan.pdf": [plan("1", "A-601")], "details.pdf": [details] },
    isPart: true,
    open: ["Whether there is a sheet A-601 can't be told: these may not be all the sheets of the set."],
  },
  {
    name: "to another discipline, of which there is no sheet",
    files: { "plan.pdf": [plan("1", "S-201")], "details.pdf": [details] },
    open: ["Whether there is a sheet S-201 can't be told: no sheet of S is in the set."],
  },
  {
    name: "beside a sheet whose number can't be read",
    files: { "plan.pdf": [plan("1", "A-601")], "details.pdf": [details], "sketch.pdf": [{ number: "", content: "" }] },
    open: ["Whether there is a sheet A-601 can't be told: the number of one sheet can't be read."],
  },
]);
