import { groupedBy } from "../../base/grouped";
import { listed } from "../../base/words";
import { setRule, type SheetOfSet } from "../rule";

export const numberTwice = setRule({
  id: "set/number-twice",
  title: "Two sheets with the same number",
  severity: "stop",
  scope: "set",
  looksAt: ["sheet numbers in title blocks"],
  parameters: [],
  page: {
    measures:
      "The numbers in the title blocks of all sheets of a set, or of the pages of a file that is inspected by itself. Capitals and small letters are the same.",
    why: "Who is sent to A-102 finds one of the two, and not always the right one.",
    right: "A-101, A-102, A-103.",
    wrong: "A-101, A-102, A-102.",
    cannotSee: "Sheets whose number can't be read. The same file handed in twice is said, and its sheets count once.",
    mend: "None: give one of them another number.",
  },
  judge({ sheets, report, leaveOpen }) {
    const numbered = sheets.flatMap((sheet) => {
      const { number } = sheet.features;
      return number ? [{ sheet, number }] : [];
    });
    for (const [number, all] of groupedBy(numbered, ({ number: { words } }) => words)) {
      const own = withoutDoubles(all, ({ sheet }) => sheet, leaveOpen);
      if (own.length < 2) continue;
      report({
        subject: number,
        places: own.map(({ sheet, number: { boxMm } }) => ({ sheet, boxMm })),
        message: `${own.length === 2 ? "Two" : own.length} sheets have the number ${number}: ${listed(own.map(({ sheet }) => inWords(sheet)))}.`,
        measured: number,
      });
    }
  },
});

/** Without pages of a file that was handed in again. */
function withoutDoubles<T>(
  all: readonly T[],
  sheetOf: (each: T) => SheetOfSet,
  leaveOpen: (reason: string) => void,
): T[] {
  const seen = new Map<string, SheetOfSet>();
  return all.filter((each) => {
    const sheet = sheetOf(each);
    if (sheet.sha256 === undefined) return true;
    const key = `${sheet.sha256} ${sheet.features.page}`;
    const first = seen.get(key);
    if (!first) return seen.set(key, sheet) !== undefined;
    if (first.drawing !== sheet.drawing) leaveOpen(`${first.drawing} and ${sheet.drawing} are the same file.`);
    return false;
  });
}

/** A sheet by its drawing, and its page where that is not the first. */
const inWords = ({ drawing, features: { page } }: SheetOfSet): string =>
  drawing === "" ? `page ${page}` : page === 1 ? drawing : `page ${page} of ${drawing}`;
