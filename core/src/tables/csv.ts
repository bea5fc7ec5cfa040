import { decodeWindows1252 } from "../base/windows-1252";
import Papa from "papaparse";
import { bad, good, type Result } from "../base/result";
import type { Cell, Table } from "./table";

/**
 * What begins a formula for a spreadsheet, the full-width signs among them, and white space that it passes over to get
 * there. A cell may begin behind any separator that some spreadsheet parts cells by, quoted or not.
 */
const BEGINS = /(?<=^|[;\t\r\n])(?=[=+\-@\t\r\n'＝＋－＠])/g;
const GUARDED = /(?<=^|[;\t\r\n])'(?=[=+\-@\t\r\n'＝＋－＠])/g;

/** What a spreadsheet would take for a formula gets an apostrophe before it; so does an apostrophe. */
const guarded = (text: string): string => text.replace(BEGINS, "'");
const unguarded = (text: string): string => text.replace(GUARDED, "");

/** A table as CSV (RFC 4180), UTF-8. */
export function writeCsv(table: Table): string {
  const rows = [table.columns, ...table.rows].map((row) =>
    row.map((cell) => (typeof cell === "string" ? guarded(cell) : (cell ?? ""))),
  );
  return `${Papa.unparse(rows, { newline: "\r\n" })}\r\n`;
}

export interface ReadCsv {
  readonly table: Table;
  /** How the bytes were read, where it had to be guessed. */
  readonly encoding: "utf-8" | "utf-16" | "windows-1252";
}

/** Reads CSV or pasted cells; commas, semicolons and tabs part cells. */
export function readCsv(bytes: Uint8Array, title = ""): Result<ReadCsv> {
  const { text, encoding } = decoded(bytes);
  if (text.includes("\u0000"))
    return bad("not-a-table", "This file is no table of text.", { remedy: "Save the sheet as CSV (UTF-8) or XLSX." });
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t"],
  });
  const [head, ...rows] = parsed.data;
  if (!head) return bad("empty-table", "The file holds no rows.", { remedy: "Its first row must name the columns." });
  const cells = rows.map((row) => row.map((cell): Cell => (cell === "" ? null : unguarded(cell))));
  return good({ table: { title, columns: head.map((each) => unguarded(each.trim())), rows: cells }, encoding });
}

function decoded(bytes: Uint8Array): { text: string; encoding: ReadCsv["encoding"] } {
  const [a, b] = [bytes[0], bytes[1]];
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff))
    return { text: new TextDecoder(a === 0xff ? "utf-16le" : "utf-16be").decode(bytes), encoding: "utf-16" };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8" };
  } catch {
    return { text: decodeWindows1252(bytes), encoding: "windows-1252" };
  }
}
