import { distanceToBox, grown } from "../../drawing";
import { SHEET_REFERENCES } from "../../recognise/codes/references";
import { sheetsOf } from "../../recognise/codes/sheets";
import { DRAWING_TITLES, type DrawingTitle } from "../../recognise/drawing-titles";
import { rule } from "../rule";

/** What is drawn again at a larger scale is called so. */
const ENLARGED = /\b(?:details?|enlarged|enlargement|blow-?up)\b/i;
/** A reference back stands with the title of its drawing. Millimetres. */
const AT_TITLE_MM = 12;

export const oneWay = rule({
  id: "ref/one-way",
  title: "An enlarged part that its parent drawing doesn't show",
  severity: "mend",
  scope: "file",
  needs: [],
  reads: [SHEET_REFERENCES, DRAWING_TITLES],
  parameters: [],
  page: {
    measures:
      "Drawings whose title refers back to the sheet that they enlarge a part of: that sheet has to refer to them. And numbered details (“detail” or “enlarged” in their titles) on a sheet half of whose details the file refers to: each of them is referred to.",
    why: "A detail that nobody is sent to is not built.",
    right: "2/A-501 at a box on A-101, and A-101 under the title of that detail.",
    wrong: "A-101 under the title, and no box on A-101.",
    cannotSee: "Parents that are not in the file, and drawings without numbers.",
    mend: "None: mark the part on its parent, or take the detail out.",
  },
  judge({ file, report }) {
    const sheets = sheetsOf(file);
    const byNumber = new Map(sheets.map((sheet) => [sheet.number, sheet]));
    const referredTo = new Set<string>();
    for (const facts of file.pages)
      for (const { value } of facts.of(SHEET_REFERENCES))
        referredTo.add(`${value.drawing.toUpperCase()}/${value.sheet.toUpperCase()}`);
    for (const { facts, number } of sheets) {
      const titles = facts.of(DRAWING_TITLES).flatMap(({ value }) => (value.number === undefined ? [] : [value]));
      const isShown = (title: DrawingTitle): boolean => referredTo.has(`${title.number?.toUpperCase()}/${number}`);
      const details = titles.filter(({ text }) => ENLARGED.test(text));
      const shown = details.filter(isShown).length;
      const areShown = shown > 0 && shown * 2 >= details.length;
      for (const title of titles) {
        const own = `${title.number?.toUpperCase()}/${number}`;
        const back = facts
          .of(SHEET_REFERENCES)
          .find(({ value }) => distanceToBox(grown(title.boxMm, AT_TITLE_MM), value.atMm) === 0);
        const parent = back && byNumber.get(back.value.sheet.toUpperCase());
        if (isShown(title) || !(parent ?? (areShown && details.includes(title)))) continue;
        report({
          page: facts.page.index,
          placed: true,
          layer: title.line.layer,
          marks: { of: "texts", rows: Uint32Array.from(title.line.rows) },
          regionMm: title.boxMm,
          message: () =>
            parent
              ? `“${title.text}” refers back to ${parent.number}, but ${parent.number} does not refer to ${own}.`
              : `Nothing in this file refers to “${title.text}” (${own}), though other details of ${number} are referred to.`,
          measured: own,
          ...(parent ? { expected: parent.number } : {}),
        });
      }
    }
  },
});
