import { referenceWords, SHEET_REFERENCES, type SheetReference } from "../../recognise/codes/references";
import { listedSheets, sheetsOf, type NumberedSheet } from "../../recognise/codes/sheets";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type Report } from "../rule";

export const missing = rule({
  id: "ref/missing",
  title: "A reference to a sheet or drawing that isn't there",
  severity: "stop",
  needs: [],
  reads: [SHEET_REFERENCES],
  parameters: [],
  page: {
    measures:
      "References such as 3/A-501, in circles or in words, against the sheets of the file by the numbers in their title blocks, its list of sheets, and the numbers of the drawings on them.",
    why: "Whoever follows a reference into nothing asks, waits, or guesses.",
    right: "3/A-501, and a drawing 3 on the sheet A-501.",
    wrong: "3/A-501, where A-501 has two drawings.",
    cannotSee:
      "Sheets that are not in the file: what refers to them is not judged, unless the file has a list of its sheets.",
    mend: "None: correct the reference.",
  },
  judge({ file, report, leaveOpen }) {
    const sheets = new Map(sheetsOf(file).map((sheet) => [sheet.number, sheet]));
    const listed = listedSheets(file);
    for (const facts of file.pages)
      for (const { value: reference } of facts.of(SHEET_REFERENCES)) {
        // The mark of a section without a sheet says nothing that could be missing.
        if (reference.sheet === "") continue;
        const sheet = sheets.get(reference.sheet.toUpperCase());
        if (sheet) {
          if (!hasDrawing(sheet, reference)) report(toNoDrawing(facts, reference, sheet));
        } else if (listed.size > 0 && !listed.has(reference.sheet.toUpperCase())) report(toNoSheet(facts, reference));
        else if (listed.size === 0)
          leaveOpen(`Whether there is a sheet ${reference.sheet} can't be told from this file alone.`);
      }
  },
});

/** Where no drawing of a sheet has a number, none can be missed. */
const hasDrawing = ({ drawings }: NumberedSheet, { drawing }: SheetReference): boolean =>
  drawing === "" || drawings.size === 0 || drawings.has(drawing.toUpperCase());

const placeOf = ({ page }: PageFacts, { lines }: SheetReference): Omit<Report, "message"> => ({
  page: page.index,
  placed: true,
  layer: lines[0]?.layer ?? -1,
  marks: { of: "texts", rows: Uint32Array.from(new Set(lines.flatMap(({ rows }) => rows))).sort() },
});

const toNoDrawing = (facts: PageFacts, reference: SheetReference, sheet: NumberedSheet): Report => ({
  ...placeOf(facts, reference),
  message: () =>
    `${referenceWords(reference)} is referred to, but ${sheet.number} has no drawing ${reference.drawing}; it has ${[...sheet.drawings].join(", ")}.`,
  measured: referenceWords(reference),
  expected: [...sheet.drawings].join(", "),
});

const toNoSheet = (facts: PageFacts, reference: SheetReference): Report => ({
  ...placeOf(facts, reference),
  message: () => `${referenceWords(reference)} is referred to, but the list of sheets has no ${reference.sheet}.`,
  measured: referenceWords(reference),
});
