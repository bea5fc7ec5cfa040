import type { Drawing, MarkSort } from "@hemstitch/core/drawing";
import { askedOf, FileFacts, recognised, type AskedMark, type Recognised } from "@hemstitch/core/recognise";
import { readOff } from "@hemstitch/core/report/read-off";
import { writeCsv } from "@hemstitch/core/tables/csv";
import { writeWorkbook } from "@hemstitch/core/tables/workbook";
import type { Table } from "@hemstitch/core/tables";
import { blankStandard } from "@hemstitch/core/standard/presets";
import { StandardLookup, type OfficeStandard } from "@hemstitch/core/standard/plain";

/** What is asked of a sheet; `turn` comes back with the answer. */
export type Question =
  | { readonly kind: "open"; readonly drawing: Drawing; readonly standard: OfficeStandard | null }
  | { readonly kind: "recognise"; readonly turn: number }
  | { readonly kind: "read-off"; readonly turn: number }
  | {
      readonly kind: "ask";
      readonly turn: number;
      readonly page: number;
      readonly of: MarkSort;
      readonly row: number;
    };

export type Answer =
  | { readonly turn: number; readonly value: readonly Recognised[] | ReadOff | AskedMark }
  | { readonly turn: number; readonly problem: string };

/** Lists that were read off the sheets: to be looked at, as CSV each, and together as a workbook. */
export interface ReadOff {
  readonly tables: readonly Table[];
  readonly csv: readonly string[];
  readonly workbook: Uint8Array<ArrayBuffer>;
}

let facts: FileFacts | undefined;

// In a thread of its own: a large sheet takes a second or two, in which it can be moved about.
self.onmessage = ({ data }: MessageEvent<Question>): void => {
  if (data.kind === "open") {
    facts = new FileFacts(data.drawing, new StandardLookup(data.standard ?? blankStandard("")));
    return;
  }
  try {
    self.postMessage({ turn: data.turn, value: answer(data) } satisfies Answer);
  } catch (error) {
    const problem = error instanceof Error ? error.message : String(error);
    self.postMessage({ turn: data.turn, problem } satisfies Answer);
  }
};

function answer(question: Exclude<Question, { kind: "open" }>): readonly Recognised[] | ReadOff | AskedMark {
  if (!facts) throw new Error("The sheet has not been opened yet.");
  if (question.kind === "recognise") return recognised(facts);
  if (question.kind === "read-off") {
    const tables = readOff(facts);
    return { tables, csv: tables.map(writeCsv), workbook: new Uint8Array(writeWorkbook(tables)) };
  }
  const page = facts.pages[question.page - 1];
  if (!page) throw new Error(`There is no page ${question.page}.`);
  return askedOf(page, question.of, question.row);
}
