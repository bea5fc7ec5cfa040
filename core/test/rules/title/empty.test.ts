import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";
import { cellsOf, gridOf, type DrawnCell } from "../../support/title-block";

const layers = ["A-ANNO-TTLB-LINE"];

/** A consultant's block of four cells, one of them over two others. */
const block = (values: Readonly<Record<string, string | undefined>>): string => {
  const cells: [string, DrawnCell["at"]][] = [
    ["PROJECT", [300, 34, 100, 12]],
    ["DRAWING TITLE", [300, 22, 100, 12]],
    ["SCALE", [300, 10, 50, 12]],
    ["DRG NO.", [350, 10, 50, 12]],
  ];
  return on(
    0,
    cellsOf(cells.map(([label, at]) => ({ at, label, ...(values[label] ? { value: values[label] } : {}) }))),
  );
};
const block2 = (revision: string): string =>
  on(
    0,
    cellsOf([
      { at: [100, 34, 60, 12], label: "CLIENT", value: "Harbour board" },
      { at: [100, 22, 60, 12], label: "TITLE", value: "Roof" },
      { at: [100, 10, 60, 12], label: "REV", value: revision },
      { at: [160, 10, 40, 36], label: "REVISION" },
    ]),
  );
const FULL = { PROJECT: "Ferry house", "DRAWING TITLE": "Ground floor", SCALE: "1:50", "DRG NO.": "A-101" };

/** One field on each line, its value to the right of its label. */
const list = (values: readonly string[]): string =>
  on(
    0,
    gridOf(
      ["Project", "Title", "Drawn by", "Date"].map((label, i) => [label, values[i] ?? ""] as const),
      300,
      10,
    ),
  );

describeRule("title/empty", [
  { name: "a block with everything in it", layers, content: block(FULL) },
  {
    name: "a field with nothing",
    layers,
    content: block({ ...FULL, "DRAWING TITLE": undefined }),
    findings: [["A-ANNO-TTLB-LINE", 1, ""]],
    message: /^“DRAWING TITLE” in the title block has nothing in it\.$/,
  },
  {
    name: "a placeholder, which is said once",
    layers,
    content: block({ ...FULL, SCALE: "TBC" }),
    findings: [["A-ANNO-TTLB-LINE", 2, "TBC"]],
    message: /^“SCALE” in the title block says “TBC”, which stands for something still to be written\.$/,
  },
  {
    name: "a revision with nothing, which may be, and one that is still to be written",
    layers,
    content: block(FULL) + block2("TBC"),
    findings: [["A-ANNO-TTLB-LINE", 2, "TBC"]],
  },
  { name: "values beside their labels", layers, content: list(["Ferry house", "Roof", "K. A.", "2026-03-02"]) },
  {
    name: "values beside their labels, two with nothing",
    layers,
    content: list(["Ferry house", "Roof", "", "-"]),
    findings: [
      ["A-ANNO-TTLB-LINE", 2, "-"],
      ["A-ANNO-TTLB-LINE", 1, ""],
    ],
  },
  {
    name: "a table of revisions, whose columns have heads",
    layers,
    content:
      block(FULL) +
      on(
        0,
        cellsOf([
          { at: [300, 46, 20, 8], label: "REV" },
          { at: [320, 46, 40, 8], label: "DATE" },
          { at: [360, 46, 40, 8], label: "BY" },
          { at: [300, 54, 20, 8], label: "A" },
          { at: [320, 54, 40, 8], label: "02.03.26" },
          { at: [360, 54, 40, 8], label: "KA" },
        ]),
      ),
  },
  {
    name: "a schedule of doors and a room's name in a box",
    layers,
    content: on(
      0,
      cellsOf([
        { at: [100, 100, 30, 8], label: "DOOR" },
        { at: [130, 100, 30, 8], label: "SIZE" },
        { at: [160, 100, 30, 8], label: "No" },
        { at: [100, 92, 30, 8], label: "D001" },
        { at: [130, 92, 30, 8], label: "900" },
        { at: [160, 92, 30, 8], label: "4" },
        { at: [40, 60, 30, 8], label: "OFFICE" },
      ]),
    ),
  },
  {
    name: "a placeholder for what the particulars say",
    layers,
    given: { particulars: { scale: "1:50" } },
    content: block({ ...FULL, SCALE: "TBC" }),
    findings: [["A-ANNO-TTLB-LINE", 2, "TBC", "1:50"]],
    mended: {
      strings: ["PROJECT", "Ferry house", "DRAWING TITLE", "Ground floor", "SCALE", "1:50", "DRG NO.", "A-101"],
    },
  },
]);
