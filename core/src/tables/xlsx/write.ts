import { strToU8, zipSync } from "fflate";
import type { Cell } from "../table";
import { lettersOf } from "./address";
import { escapedText } from "./text";

/** A sheet to write: a row of titles, set bold and kept in sight, and rows of values under it. */
export interface WrittenSheet {
  readonly name: string;
  readonly titles: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
  /** Widths of the columns, characters. */
  readonly widths: readonly number[];
}

const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
const OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
const PACKAGE = "http://schemas.openxmlformats.org/package/2006";
const TYPES = "application/vnd.openxmlformats-officedocument.spreadsheetml";
/** The earliest time that a ZIP archive can hold: the same tables are the same file. */
const NO_TIME = new Date(1980, 0, 1);

const xml = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c] ?? c);

/** A workbook of values (ISO/IEC 29500-1, SpreadsheetML): no formula, no script, nothing that reaches elsewhere. */
export function writeSheets(sheets: readonly WrittenSheet[]): Uint8Array {
  const parts: Record<string, string> = {
    "[Content_Types].xml": contentTypes(sheets.length),
    "_rels/.rels": relations([`${OFFICE}/officeDocument`, "xl/workbook.xml"]),
    "xl/workbook.xml": workbook(sheets),
    "xl/_rels/workbook.xml.rels": relations(
      ...sheets.map((_, i): [string, string] => [`${OFFICE}/worksheet`, `worksheets/sheet${i + 1}.xml`]),
      [`${OFFICE}/styles`, "styles.xml"],
    ),
    "xl/styles.xml": STYLES,
  };
  sheets.forEach((sheet, i) => (parts[`xl/worksheets/sheet${i + 1}.xml`] = worksheet(sheet)));
  return zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(HEAD + text)])), {
    mtime: NO_TIME,
  });
}

const contentTypes = (sheets: number): string =>
  `<Types xmlns="${PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="${TYPES}.sheet.main+xml"/><Override PartName="/xl/styles.xml" ContentType="${TYPES}.styles+xml"/>${Array.from(
    { length: sheets },
    (_, i) => `<Override PartName="/xl/worksheets/sheet${i + 1}.xml" ContentType="${TYPES}.worksheet+xml"/>`,
  ).join("")}</Types>`;

const relations = (...all: readonly [string, string][]): string =>
  `<Relationships xmlns="${PACKAGE}/relationships">${all
    .map(([type, target], i) => `<Relationship Id="rId${i + 1}" Type="${type}" Target="${target}"/>`)
    .join("")}</Relationships>`;

const workbook = (sheets: readonly WrittenSheet[]): string =>
  `<workbook xmlns="${MAIN}" xmlns:r="${OFFICE}"><sheets>${sheets
    .map(({ name }, i) => `<sheet name="${xml(name)}" sheetId="${i + 1}" r:id="rId${i + 1}"/>`)
    .join("")}</sheets></workbook>`;

/** Style 0 is plain, style 1 bold. */
const STYLES = `<styleSheet xmlns="${MAIN}"><fonts count="2"><font><sz val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name val="Calibri"/></font></fonts><fills count="2"><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill></fills><borders count="1"><border><left/><right/><top/><bottom/><diagonal/></border></borders><cellStyleXfs count="1"><xf numFmtId="0" fontId="0" fillId="0" borderId="0"/></cellStyleXfs><cellXfs count="2"><xf numFmtId="0" fontId="0" fillId="0" borderId="0" xfId="0"/><xf numFmtId="0" fontId="1" fillId="0" borderId="0" xfId="0" applyFont="1"/></cellXfs><cellStyles count="1"><cellStyle name="Normal" xfId="0" builtinId="0"/></cellStyles></styleSheet>`;

function worksheet({ titles, rows, widths }: WrittenSheet): string {
  const columns = widths
    .map((width, i) => `<col min="${i + 1}" max="${i + 1}" width="${width}" customWidth="1"/>`)
    .join("");
  const written = [titles, ...rows].map((cells, i) => row(cells, i + 1, i === 0 ? ' s="1"' : "")).join("");
  return `<worksheet xmlns="${MAIN}"><sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews>${columns && `<cols>${columns}</cols>`}<sheetData>${written}</sheetData></worksheet>`;
}

const row = (cells: readonly Cell[], number: number, style: string): string =>
  `<row r="${number}">${cells.map((value, i) => cell(value, `${lettersOf(i + 1)}${number}`, style)).join("")}</row>`;

function cell(value: Cell, address: string, style: string): string {
  if (value === null) return "";
  const at = `r="${address}"${style}`;
  if (typeof value === "number") return Number.isFinite(value) ? `<c ${at}><v>${value}</v></c>` : "";
  if (typeof value === "boolean") return `<c ${at} t="b"><v>${Number(value)}</v></c>`;
  return `<c ${at} t="inlineStr"><is><t xml:space="preserve">${xml(escapedText(value))}</t></is></c>`;
}
