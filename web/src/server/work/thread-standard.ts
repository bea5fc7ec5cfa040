import { ALL_RULES, settingProblems } from "@hemstitch/core/rules";
import { asPdf, asSvg } from "@hemstitch/core/formats/export";
import { readFontFile, type LetteringFont } from "@hemstitch/core/formats/font-file";
import { good, must, type Result } from "@hemstitch/core/quantity";
import { makeManual } from "@hemstitch/core/report";
import { letteringOf, makeStarter, otherFonts } from "@hemstitch/core/sheet";
import { libraryItem } from "@hemstitch/core/specimen";
import { PROPERTIES, readStandard } from "@hemstitch/core/standard";
import {
  corrected,
  dryRun,
  fromTables,
  readCsv,
  readWorkbook,
  suggestMapping,
  undecidedColumns,
  type Mapping,
  type Table,
} from "@hemstitch/core/tables";
import { columnsKey } from "../base/columns-key";
import {
  problemOf,
  type MadeFile,
  type NamedFont,
  type ReadStandardResult,
  type TaskOf,
  type ThreadProblem,
  type TriedTableResult,
} from "./thread-work";

/** A font as it letters; it is called what the office calls it. */
export const openedFont = ({ family, bytes }: NamedFont): LetteringFont => ({ ...must(readFontFile(bytes)), family });

const opened = (fonts: readonly NamedFont[]): LetteringFont[] => fonts.map(openedFont);

/** The starter of a drawing kind. */
export async function starter(task: TaskOf<"starter">): Promise<MadeFile | ThreadProblem> {
  const made = await makeStarter(task.standard, task.drawingKind, opened(task.fonts));
  if (!made.ok) return problemOf(made.problem);
  return { ok: true, bytes: task.format === "svg" ? new TextEncoder().encode(made.value.svg) : made.value.pdf };
}

/** An item of the office library. */
export async function item({ standard, ...task }: TaskOf<"library-item">): Promise<MadeFile | ThreadProblem> {
  const drawing = libraryItem(standard, task.item, task.options);
  if (!drawing) return { ok: false, problem: "The standard has nothing to make this item of.", remedy: "" };
  const fonts = opened(task.fonts);
  const font = letteringOf(standard, fonts);
  if (!font.ok) return problemOf(font.problem);
  const others = otherFonts(standard, fonts, font.value);
  const bytes =
    task.format === "svg"
      ? new TextEncoder().encode(asSvg(drawing, task.item, font.value, others))
      : await asPdf(drawing, task.item, font.value, others);
  return { ok: true, bytes };
}

/** The standard as a typeset manual. */
export async function manual({ standard, font, fonts, summary, date, changes }: TaskOf<"manual">): Promise<MadeFile> {
  const bytes = await makeManual({
    standard,
    font: must(readFontFile(font)),
    fonts: opened(fonts),
    ...(summary === undefined ? {} : { summary }),
    ...(date === undefined ? {} : { date }),
    ...(changes === undefined ? {} : { changes }),
  });
  return { ok: true, bytes };
}

/** A workbook is a ZIP archive; JSON and CSV never begin so. */
const isWorkbook = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

const MOST_NOTES = 100;
const MOST_PROBLEMS = 1000;

/** A whole standard, as JSON or as the workbook that Hemstitch writes. */
export async function readWhole({
  bytes,
  fromOutside,
}: TaskOf<"read-standard">): Promise<ReadStandardResult | ThreadProblem> {
  let notes: string[] = [];
  let checked;
  if (isWorkbook(bytes)) {
    const workbook = readWorkbook(bytes);
    if (!workbook.ok) return problemOf(workbook.problem);
    notes = workbook.value.notes
      .slice(0, MOST_NOTES)
      .map((note) => `${note.sheet} ${note.column}${note.row} ${note.message}`);
    checked = fromTables(workbook.value.tables);
  } else checked = readStandard(new TextDecoder().decode(bytes));
  // What was published long ago may name rules that are no more; what comes in now may not.
  const settings = checked.ok && fromOutside ? settingProblems(checked.standard, ALL_RULES) : [];
  const problems = (checked.ok ? settings : checked.problems).map(({ at, message }) => ({
    at: String(at ?? ""),
    message,
  }));
  return {
    ok: true,
    // Goes to another thread, where only plain values arrive.
    standard: checked.ok && problems.length === 0 ? structuredClone({ ...checked.standard }) : null,
    problems: problems.slice(0, MOST_PROBLEMS),
    count: problems.length,
    notes,
  };
}

/** Rows that a page shows of a dry run; the sums count them all, and wrong rows come first. */
const MOST_ROWS = 1000;
const ORDER = { wrong: 0, changed: 1, added: 2, unchanged: 3 };

/** Tries a table on the draft: which column is what (as chosen, as last time, or as it looks), and what each row would do. */
export async function tryTable(task: TaskOf<"try-table">): Promise<TriedTableResult | ThreadProblem> {
  const read = await readTable(task.bytes, task.sheet);
  if (!read.ok) return problemOf(read.problem);
  const { sheets, notes } = read.value;
  const table = corrected(read.value.table, task.corrections);
  const mapping = mappingFor(table, task);
  const { replace, partly } = task;
  const { edits, rows, ...rest } = dryRun(task.standard, task.list, table, mapping, { replace, partly });
  const shown = [...rows].sort((a, b) => ORDER[a.state] - ORDER[b.state] || a.row - b.row).slice(0, MOST_ROWS);
  return {
    ok: true,
    edits: task.wantsEdits ? edits : [],
    run: {
      ...rest,
      rows: shown,
      more: rows.length - shown.length,
      columns: table.columns,
      mapping,
      undecided: undecidedColumns(table, mapping),
      sheets,
      sheet: table.title,
      notes,
      properties: PROPERTIES[task.list].map(({ path, title }) => ({ path, title })),
    },
  };
}

const mappingFor = ({ columns }: Table, { chosen, remembered, list }: TaskOf<"try-table">): Mapping =>
  (chosen?.length === columns.length ? chosen : undefined) ??
  remembered[columnsKey(columns)] ??
  suggestMapping(list, columns);

async function readTable(
  bytes: Uint8Array,
  sheet: string,
): Promise<Result<{ table: Table; sheets: string[]; notes: string[] }>> {
  if (!isWorkbook(bytes)) {
    const csv = readCsv(bytes);
    if (!csv.ok) return csv;
    const notes =
      csv.value.encoding === "windows-1252"
        ? ["The text is not UTF-8; it was read as Windows-1252. Look at letters beyond A–Z."]
        : [];
    return good({ table: csv.value.table, sheets: [], notes });
  }
  const workbook = readWorkbook(bytes);
  if (!workbook.ok) return workbook;
  const { tables, notes } = workbook.value;
  const table = tables.find((each) => each.title === sheet) ?? tables[0] ?? { title: "", columns: [], rows: [] };
  return good({
    table,
    sheets: tables.map((each) => each.title),
    notes: notes
      .filter((note) => note.sheet === table.title)
      .slice(0, MOST_NOTES)
      .map((note) => `${note.column}${note.row} ${note.message}`),
  });
}
