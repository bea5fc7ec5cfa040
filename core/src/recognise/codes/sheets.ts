import { groupedBy } from "../../base/grouped";
import { parseName } from "../../naming";
import { LETTERING, type TextLine } from "../lettering";
import { DRAWING_TITLES } from "../drawing-titles";
import { madeOut, type FileFacts, type PageFacts, type PageRecogniser } from "../recogniser";
import { numberCell } from "../title-blocks/number-cell";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";

/** Rows of a list of sheets: a number, and a title beside it. */
const NUMBER = /^([A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?)(?:\s+(\p{L}.*))?$/u;
const LEAST_ROWS = 3;
const SAME_COLUMN_MM = 2;
const CONFIDENCE = 0.9;

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
    const number = numberCell(facts)?.value;
    if (number === undefined) return [];
    const drawings = facts.of(DRAWING_TITLES).flatMap(({ value }) => value.number?.toUpperCase() ?? []);
    return [{ facts, number: number.trim().toUpperCase(), drawings: new Set(drawings) }];
  });

/** A row of a list of sheets. */
export interface ListedSheet {
  /** In capitals. */
  readonly number: string;
  readonly line: TextLine;
}

export const LISTED_SHEETS: PageRecogniser<ListedSheet> = {
  id: "listed-sheets",
  on: "page",
  finds: "rows of lists of sheets",
  from: "three or more sheet numbers, as the scheme has them, under each other outside the title block",
  find: (facts) => listedOn(facts).map((value) => madeOut(facts.page.index, value, CONFIDENCE, value.line.rows, [])),
};

function listedOn(facts: PageFacts): ListedSheet[] {
  const scheme = facts.file.standard.standard.naming.sheets;
  const isSheet = (text: string): boolean => scheme.fields.length === 0 || parseName(text, scheme).ok;
  const blocks = new Set<TextLine>(
    facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap(({ values }) => values)),
  );
  const rows = facts.of(LETTERING).flatMap(({ value: line }) => {
    const number = Math.abs(line.angleDeg) < 1 && !blocks.has(line) ? NUMBER.exec(line.text.trim())?.[1] : undefined;
    return number !== undefined && isSheet(number.toUpperCase()) ? [{ line, number: number.toUpperCase() }] : [];
  });
  const columns = groupedBy(rows, ({ line }) => Math.round(line.startMm[0] / SAME_COLUMN_MM));
  return [...columns.values()]
    .filter((column) => new Set(column.map(({ number }) => number)).size >= LEAST_ROWS)
    .flat();
}
