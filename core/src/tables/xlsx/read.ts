import type { Cell } from "../table";
import { addressOf, lettersOf, rangeOf, type Address } from "./address";
import { unescapedText } from "./text";
import { unpack } from "./unpack";
import { readXml, type Attributes } from "./xml";

/** What a workbook may cost us. */
export interface SheetLimits {
  /** Bytes that it may unpack to. */
  readonly unpacked: number;
  readonly rows: number;
  readonly columns: number;
}

/** A sheet whose cells lie outside the limits. */
export class SheetTooLarge extends Error {
  constructor(
    readonly sheet: string,
    readonly place: Address,
  ) {
    super();
  }
}

/** Something about a cell that is worth saying. */
export interface CellNote {
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

export interface ReadSheet {
  readonly name: string;
  /** By row from 0, then by column from 0; what holds nothing may be left out. */
  readonly grid: readonly (readonly (Cell | undefined)[] | undefined)[];
  readonly width: number;
  readonly notes: readonly CellNote[];
}

const WANTED =
  /^\/?(\[Content_Types\]\.xml|_rels\/\.rels|xl\/(?!media\/|drawings\/|embeddings\/|theme\/).*\.(xml|rels))$/i;

/**
 * The values of a workbook (ISO/IEC 29500-1, SpreadsheetML), sheet by sheet. Only what holds values is read: a
 * rule, a print range or a style for a million rows costs nothing. Throws for what is no such workbook.
 */
export function readSheets(bytes: Uint8Array, limits: SheetLimits): ReadSheet[] {
  const parts = unpack(bytes, (name) => WANTED.test(name), limits.unpacked);
  const part = (name: string): Uint8Array | undefined => parts.get(name) ?? parts.get(`/${name}`);
  const workbook = part("xl/workbook.xml");
  if (!workbook) throw new Error("There is no workbook in it.");
  const targets = targetsOf(part("xl/_rels/workbook.xml.rels"));
  const { sheets, epoch } = bookOf(workbook);
  const context: Context = {
    strings: stringsOf(part("xl/sharedStrings.xml")),
    isDate: dateStylesOf(part("xl/styles.xml")),
    epoch,
    limits,
  };
  return sheets.flatMap(({ name, id }) => {
    const content = part(targets.get(id) ?? "");
    return content ? [new SheetReader(name, context).read(content)] : [];
  });
}

function targetsOf(bytes: Uint8Array | undefined): ReadonlyMap<string, string> {
  const targets = new Map<string, string>();
  if (bytes)
    readXml(bytes, {
      open: (name, { Id, Target }) => {
        if (name === "Relationship" && Id && Target)
          targets.set(Id, Target.startsWith("/") ? Target.slice(1) : `xl/${Target.replace(/^\.\//, "")}`);
      },
    });
  return targets;
}

/** Days are counted from here: serial 0 is 1899-12-30, so that those from March 1900 on are right, or 1904-01-01. */
const EPOCH_1900 = Date.UTC(1899, 11, 30);
const EPOCH_1904 = Date.UTC(1904, 0, 1);

function bookOf(bytes: Uint8Array): { sheets: { name: string; id: string }[]; epoch: number } {
  const sheets: { name: string; id: string }[] = [];
  let epoch = EPOCH_1900;
  readXml(bytes, {
    open: (name, attributes) => {
      if (name === "workbookPr" && isTrue(attributes["date1904"])) epoch = EPOCH_1904;
      const id = Object.entries(attributes).find(([key]) => /(^|:)id$/.test(key) && key !== "sheetId")?.[1];
      if (name === "sheet" && id) sheets.push({ name: attributes["name"] ?? "", id });
    },
  });
  return { sheets, epoch };
}

const isTrue = (written: string | undefined): boolean => written === "1" || written === "true";

/** The texts that cells share, without the readings that some scripts have beside them. */
function stringsOf(bytes: Uint8Array | undefined): readonly string[] {
  const strings: string[] = [];
  if (!bytes) return strings;
  const rich = new RichText();
  readXml(bytes, {
    open: (name) => (name === "si" ? rich.begin() : rich.open(name)),
    text: (text) => rich.add(text),
    close: (name) => (name === "si" ? strings.push(rich.whole()) : rich.close(name)),
  });
  return strings;
}

/** A text in runs. */
class RichText {
  private text = "";
  private inText = false;
  private inReading = false;

  begin(): void {
    this.text = "";
  }
  open(name: string): void {
    if (name === "t") this.inText = true;
    if (name === "rPh") this.inReading = true;
  }
  close(name: string): void {
    if (name === "t") this.inText = false;
    if (name === "rPh") this.inReading = false;
  }
  add(text: string): void {
    if (this.inText && !this.inReading) this.text += text;
  }
  whole(): string {
    return unescapedText(this.text);
  }
}

/** Formats that are dates of themselves (ISO/IEC 29500-1, 18.8.30). */
const isDateFormat = (id: number): boolean =>
  (id >= 14 && id <= 22) || (id >= 27 && id <= 36) || (id >= 45 && id <= 58);

/** Which cell styles show a number as a date. */
function dateStylesOf(bytes: Uint8Array | undefined): readonly boolean[] {
  if (!bytes) return [];
  const own = new Map<number, boolean>();
  const styles: boolean[] = [];
  let inCellStyles = false;
  readXml(bytes, {
    open: (name, { numFmtId, formatCode }) => {
      if (name === "cellXfs") inCellStyles = true;
      if (name === "numFmt") own.set(Number(numFmtId), saysDate(formatCode ?? ""));
      if (name === "xf" && inCellStyles) styles.push(own.get(Number(numFmtId)) ?? isDateFormat(Number(numFmtId)));
    },
    close: (name) => {
      if (name === "cellXfs") inCellStyles = false;
    },
  });
  return styles;
}

/** Longest format that a workbook may hold (ISO/IEC 29500-1, 18.8.30). */
const LONGEST_FORMAT = 255;

/** A format with days, months, years, hours or seconds in it, outside of quotes, escapes and brackets. */
const saysDate = (code: string): boolean =>
  /[dmyhs]/i.test(code.slice(0, LONGEST_FORMAT).replace(/"[^"]*"|\\.|\[[^\]]*\]|_./g, ""));

interface Context {
  readonly strings: readonly string[];
  readonly isDate: readonly boolean[];
  readonly epoch: number;
  readonly limits: SheetLimits;
}

/** The cell that is being read. */
interface Open {
  readonly place: Address;
  readonly type: string;
  readonly style: number;
  value: string | undefined;
  formula: boolean;
}

/** Merged ranges of a sheet are written out up to so many cells; beyond, their value is in the first cell alone. */
const MOST_MERGED = 100_000;
/** Cells of a sheet that are worth a note. */
const MOST_NOTES = 10_000;

class SheetReader {
  private readonly grid: (Cell | undefined)[][] = [];
  private readonly notes: CellNote[] = [];
  private readonly merged: (readonly [Address, Address])[] = [];
  private width = 0;
  private mergedCells = 0;
  private next: Address = { row: 0, column: 1 };
  private cell: Open | undefined;
  private inValue = false;
  private readonly inline = new RichText();

  constructor(
    private readonly name: string,
    private readonly context: Context,
  ) {}

  read(bytes: Uint8Array): ReadSheet {
    readXml(bytes, {
      open: (name, attributes) => this.open(name, attributes),
      text: (text) => this.text(text),
      close: (name) => this.close(name),
    });
    for (const [from, to] of this.merged) this.merge(from, to);
    return { name: this.name, grid: this.grid, width: this.width, notes: this.notes };
  }

  private open(name: string, attributes: Attributes): void {
    switch (name) {
      case "row":
        this.next = { row: Number(attributes["r"] ?? this.next.row + 1), column: 1 };
        return;
      case "c":
        this.begin(attributes);
        return;
      case "f":
        if (this.cell) this.cell.formula = true;
        return;
      case "v":
        this.inValue = true;
        return;
      case "mergeCell": {
        const range = rangeOf(attributes["ref"] ?? "");
        if (range) this.merged.push(range);
        return;
      }
      default:
        if (this.cell) this.inline.open(name);
    }
  }

  private begin({ r, t, s }: Attributes): void {
    const place = addressOf(r ?? "") ?? this.next;
    this.next = { row: place.row, column: place.column + 1 };
    this.cell = { place, type: t ?? "n", style: Number(s ?? 0), value: undefined, formula: false };
    this.inline.begin();
  }

  private text(text: string): void {
    if (!this.cell) return;
    if (this.inValue) this.cell.value = (this.cell.value ?? "") + text;
    else this.inline.add(text);
  }

  private close(name: string): void {
    if (name === "v") this.inValue = false;
    else if (name === "c" && this.cell) {
      this.keep(this.cell);
      this.cell = undefined;
    } else if (this.cell) this.inline.close(name);
  }

  private keep(cell: Open): void {
    const value = this.valueOf(cell);
    if (cell.type === "e" && value !== null) this.note(cell.place, `holds the error ${value}`);
    else if (cell.formula)
      this.note(
        cell.place,
        value === null
          ? "is a formula without a stored result, and is taken as empty"
          : "is a formula; the result stored with it is taken",
      );
    if (value !== null) this.put(cell.place, value);
  }

  private valueOf({ type, value, style }: Open): Cell {
    if (type === "inlineStr") return this.inline.whole();
    if (value === undefined) return null;
    switch (type) {
      case "s":
        return this.context.strings[Number(value)] ?? null;
      case "str":
      case "e":
        return unescapedText(value);
      case "b":
        return isTrue(value);
      case "d":
        return value.slice(0, 10);
      default:
        return this.numberOf(value, style);
    }
  }

  private numberOf(written: string, style: number): Cell {
    const value = Number(written);
    if (written.trim() === "" || !Number.isFinite(value)) return null;
    if (!this.context.isDate[style]) return value;
    const date = new Date(this.context.epoch + Math.round(value * 86_400_000));
    return Number.isNaN(date.getTime()) ? value : date.toISOString().slice(0, 10);
  }

  private put(place: Address, value: Cell): void {
    const { row, column } = place;
    const { rows, columns } = this.context.limits;
    if (!(row >= 1 && row <= rows && column >= 1 && column <= columns)) throw new SheetTooLarge(this.name, place);
    (this.grid[row - 1] ??= [])[column - 1] = value;
    this.width = Math.max(this.width, column);
  }

  /** The other cells of a merged range have the value of its first; those that stand in the sheet say so. */
  private merge(from: Address, to: Address): void {
    const value = this.grid[from.row - 1]?.[from.column - 1];
    if (value === undefined || value === null) return;
    this.mergedCells += (to.row - from.row + 1) * (to.column - from.column + 1);
    if (this.mergedCells > MOST_MERGED) return;
    const first = `${lettersOf(from.column)}${from.row}`;
    for (let row = from.row; row <= to.row; row++)
      for (let column = from.column; column <= to.column; column++) {
        if (row === from.row && column === from.column) continue;
        this.put({ row, column }, value);
        this.note({ row, column }, `is merged with ${first}; its value is taken`);
      }
  }

  private note({ row, column }: Address, message: string): void {
    if (this.notes.length < MOST_NOTES) this.notes.push({ row, column: lettersOf(column), message });
  }
}
