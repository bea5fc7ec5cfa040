import { groupedBy } from "../../base/grouped";
import { parseName } from "../../naming";
import { LETTERING, type TextLine } from "../lettering";
import { DRAWING_TITLES } from "../drawing-titles";
import type { FileFacts, PageFacts } from "../recogniser";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";

/** Rows of a list of sheets: a number, and a title beside it. */
const NUMBER = /^([A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?)(?:\s+(\p{L}.*))?$/u;
const LEAST_ROWS = 3;
const SAME_COLUMN_MM = 2;

/** A sheet of the file, by the number in its title block. */
export interface NumberedSheet {
  readonly facts: PageFacts;
  readonly number: string;
  /** Numbers of its drawings, as their titles have them. */
  readonly drawings: ReadonlySet<string>;
}

/** The sheets of a file that say their numbers. */
export const sheetsOf = ({ pages }: FileFacts): NumberedSheet[] =>
  pages.flatMap((facts): NumberedSheet[] => {
    const number = facts
      .of(TITLE_BLOCKS)
      .flatMap(({ value }) => value.cells)
      .find(({ field, value }) => field === "number" && value !== "")?.value;
    if (number === undefined) return [];
    const drawings = facts.of(DRAWING_TITLES).flatMap(({ value }) => value.number?.toUpperCase() ?? []);
    return [{ facts, number: number.trim().toUpperCase(), drawings: new Set(drawings) }];
  });

/** Sheet numbers that a list of sheets in the file has; none where it has no list. */
export function listedSheets(file: FileFacts): ReadonlySet<string> {
  const scheme = file.standard.standard.naming.sheets;
  const isSheet = (text: string): boolean => scheme.fields.length === 0 || parseName(text, scheme).ok;
  const found = new Set<string>();
  for (const facts of file.pages) {
    const blocks = new Set<TextLine>(
      facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap(({ values }) => values)),
    );
    const rows = facts.of(LETTERING).flatMap(({ value: line }) => {
      const number = Math.abs(line.angleDeg) < 1 && !blocks.has(line) ? NUMBER.exec(line.text.trim())?.[1] : undefined;
      return number !== undefined && isSheet(number.toUpperCase()) ? [{ line, number: number.toUpperCase() }] : [];
    });
    const columns = groupedBy(rows, ({ line }) => Math.round(line.startMm[0] / SAME_COLUMN_MM));
    for (const column of columns.values()) {
      const numbers = new Set(column.map(({ number }) => number));
      if (numbers.size >= LEAST_ROWS) for (const number of numbers) found.add(number);
    }
  }
  return found;
}
