import { PDFDocument } from "@cantoo/pdf-lib";
import { stroke } from "./drawn";
import { lettering, onePage } from "./raw-pdf";
import { arc } from "./round";
import { gridOf } from "./title-block";

/** A sheet with its number in a title block, and whatever else. */
export interface TestSheet {
  readonly number: string;
  readonly content: string;
  readonly project?: string;
}

/** Several sheets as one file. */
export async function sheetFile(sheets: readonly TestSheet[]): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  for (const { number, content, project = "Ferry house" } of sheets) {
    const block = gridOf(
      [
        ["Sheet number", number],
        ["Project", project],
        ["Date", "2026-03-12"],
      ],
      320,
      15,
    );
    const one = await PDFDocument.load(onePage({ content: content + block }));
    const [page] = await file.copyPages(one, [0]);
    file.addPage(page);
  }
  return file.save();
}

/** A numbered title with its scale and a line under it. */
export const numbered = (number: string, words: string, x: number, y: number): string =>
  arc(x, y + 1, 5, 0, 360) +
  lettering(number, x - 0.9, y - 0.2, 2.5) +
  lettering(words, x + 8, y + 1.5, 3.5) +
  stroke(x + 7, y, x + 60, y) +
  lettering("1:10", x + 8, y - 4, 2.5);

/** A circle with the number of a drawing over that of its sheet. */
export const mark = (drawing: string, sheet: string, x: number, y: number): string =>
  arc(x, y, 6, 0, 360) +
  stroke(x - 6, y, x + 6, y) +
  lettering(drawing, x - 0.9, y + 1.2, 2.5) +
  lettering(sheet, x - sheet.length * 0.85, y - 3.4, 2);
