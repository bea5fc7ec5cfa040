import { describe, expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset } from "../../../src/standard";
import { lettering } from "../../support/raw-pdf";
import { describeSetRule, inspected } from "../../support/set-tester";
import { sheetFile, type TestSheet } from "../../support/sheets";
import { drawingOf } from "../../support/tools";

const sheet = (number: string, words = ""): TestSheet => ({
  number,
  content: lettering(words || number, 60, 200, 3.5),
});

describeSetRule("set/number-twice", [
  {
    name: "each sheet its own number",
    files: { "a.pdf": [sheet("A-101"), sheet("A-102")], "b.pdf": [sheet("A-103")] },
  },
  {
    name: "the same number in two files",
    files: { "ground.pdf": [sheet("A-101")], "upper.pdf": [sheet("A-102")], "roof.pdf": [sheet("A-101", "ROOF")] },
    findings: [["A-101", "Two sheets have the number A-101: ground.pdf and roof.pdf.", ["ground.pdf#1", "roof.pdf#1"]]],
  },
  {
    name: "three times, small letters and a second page among them",
    files: {
      "all.pdf": [sheet("A-101"), sheet("A-102", "two")],
      "b.pdf": [sheet("a-102", "b")],
      "c.pdf": [sheet("A-102", "c")],
    },
    findings: [
      [
        "A-102",
        "3 sheets have the number A-102: page 2 of all.pdf, b.pdf and c.pdf.",
        ["all.pdf#2", "b.pdf#1", "c.pdf#1"],
      ],
    ],
  },
  {
    name: "the same file handed in twice",
    files: { "a.pdf": [sheet("A-101")], "copy of a.pdf": [sheet("A-101")] },
    open: ["a.pdf and copy of a.pdf are the same file."],
  },
  { name: "sheets without numbers", files: { "a.pdf": [sheet("")], "b.pdf": [sheet("", "B")] } },
]);

describe("a file by itself", () => {
  it("is judged as a set of its pages, with the other place beside", async () => {
    const file = await sheetFile([sheet("A-101"), sheet("A-102"), sheet("A-101", "AGAIN")]);
    const { findings } = inspect(await drawingOf(file), preset("tarnwick")!);
    const [found, ...others] = findings.filter(({ rule }) => rule === "set/number-twice");
    expect(others).toEqual([]);
    expect([found!.page, found!.count, found!.elsewhere?.map(({ page }) => page)]).toEqual([1, 2, [3]]);
    expect(found!.message).toBe("Two sheets have the number A-101: page 1 and page 3.");
  });
  it("among others leaves that to the set", async () => {
    const file = await sheetFile([sheet("A-101"), sheet("A-101", "AGAIN")]);
    const { findings } = inspect(await drawingOf(file), preset("tarnwick")!, { isOfSet: true });
    expect(findings.filter(({ rule }) => rule.startsWith("set/"))).toEqual([]);
  });
});

describe("the key of a finding of a set", () => {
  it("stays when sheets come, go and change places", async () => {
    const [one, other] = [sheet("A-101"), sheet("A-101", "ROOF")];
    const keyOf = async (files: Parameters<typeof inspected>[0]) =>
      (await inspected(files)).findings.filter(({ rule }) => rule === "set/number-twice").map(({ key }) => key);
    const keys = await keyOf({ "a.pdf": [one], "b.pdf": [other] });
    expect(keys).toHaveLength(1);
    expect(await keyOf({ "b.pdf": [sheet("A-000"), other], "c.pdf": [sheet("A-103")], "a.pdf": [one] })).toEqual(keys);
  });
});
