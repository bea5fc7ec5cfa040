import { expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset } from "../../../src/standard";
import { describeRule } from "../../support/rule-tester";
import { sheetFile } from "../../support/sheets";
import { gridOf } from "../../support/title-block";
import { drawingOf } from "../../support/tools";

const layers = ["A-ANNO-TTLB-LINE"];
const block = (project: string, number = "A-101", title = "Plan"): string =>
  gridOf(
    [
      ["Project", project],
      ["Sheet number", number],
      ["Title", title],
      ["Date", "2026-03-12"],
    ],
    300,
    20,
  );
const given = {
  particulars: { project: "Saltmarsh Ferry Landing", date: "2026-03-12" },
  register: [
    { number: "A-101", title: "Ground floor plan" },
    { number: "A-102", title: "Upper floor plan" },
  ],
};

describeRule("title/differs", [
  {
    name: "fields as the particulars and the register have them",
    layers,
    given,
    content: block("Saltmarsh Ferry  landing", "A-101", "GROUND FLOOR PLAN"),
  },
  {
    name: "another project's name",
    layers,
    given,
    content: block("Saltmarsh Ferry Terminal", "A-101", "Ground floor plan"),
    findings: [[undefined, 1, "Saltmarsh Ferry Terminal", "Saltmarsh Ferry Landing"]],
    message: /^“Project” says “Saltmarsh Ferry Terminal”; the particulars have “Saltmarsh Ferry Landing”\.$/,
    mended: {
      strings: [
        "Project",
        "Saltmarsh Ferry Landing",
        "Sheet number",
        "A-101",
        "Title",
        "Ground floor plan",
        "Date",
        "2026-03-12",
      ],
    },
  },
  {
    name: "the title of another sheet of the register",
    layers,
    given,
    content: block("Saltmarsh Ferry Landing", "A-102", "Ground floor plan"),
    findings: [[undefined, 1, "Ground floor plan", "Upper floor plan"]],
    mended: {
      strings: [
        "Project",
        "Saltmarsh Ferry Landing",
        "Sheet number",
        "A-102",
        "Title",
        "Upper floor plan",
        "Date",
        "2026-03-12",
      ],
    },
  },
  {
    name: "a name that is too long for its cell",
    layers,
    given: { particulars: { project: "Saltmarsh Ferry Landing and the long wall along the quay of the harbour" } },
    content: block("Saltmarsh Ferry Terminal"),
    findings: [[undefined, 1, "Saltmarsh Ferry Terminal"]],
  },
  {
    name: "an empty field, which is told by itself",
    layers,
    given,
    content: block("TBC", "A-101", "Ground floor plan"),
  },
  { name: "no particulars", layers, content: block("Saltmarsh Ferry Terminal"), notJudged: true },
]);

it("title/differs: sheets of one file are of one project, as most of them say", async () => {
  const sheets = ["A-101", "A-102", "A-103"].map((number) => ({ number, content: "" }));
  const right = await drawingOf(await sheetFile(sheets));
  const wrong = await drawingOf(await sheetFile([...sheets, { number: "A-104", content: "", project: "Boat house" }]));
  const found = (drawing: typeof right) =>
    inspect(drawing, preset("tarnwick")!)
      .findings.filter(({ rule }) => rule === "title/differs")
      .map(({ page, message }) => [page, message]);
  expect(found(right)).toEqual([]);
  expect(found(wrong)).toEqual([
    [4, "“Project” says “Boat house” here and “Ferry house” on 3 other sheets of the file."],
  ]);
});
