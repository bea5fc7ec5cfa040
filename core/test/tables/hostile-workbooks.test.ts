import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { readWorkbook } from "../../src/tables";

const MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";

/** A workbook of one sheet, written by hand: `data` stands in its sheet data, `after` behind it. */
function workbook(
  data: string,
  { after = "", styles = "", more = {} as Record<string, string>, book = "" } = {},
): Uint8Array {
  const parts: Record<string, string> = {
    "xl/workbook.xml": `<workbook xmlns="${MAIN}" xmlns:r="r">${book}<sheets><sheet name="S" sheetId="1" r:id="a"/></sheets><definedNames><definedName name="all">S!$A$1:$XFD$1048576</definedName></definedNames></workbook>`,
    "xl/_rels/workbook.xml.rels": `<Relationships xmlns="x"><Relationship Id="a" Type="x" Target="worksheets/one.xml"/></Relationships>`,
    "xl/worksheets/one.xml": `<worksheet xmlns="${MAIN}"><cols><col min="1" max="4000000000" width="9"/></cols><sheetData>${data}</sheetData>${after}</worksheet>`,
    ...(styles ? { "xl/styles.xml": `<styleSheet xmlns="${MAIN}">${styles}</styleSheet>` } : {}),
    ...more,
  };
  return zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])), { level: 1 });
}
const HEAD = `<row r="1"><c r="A1" t="inlineStr"><is><t>Pen</t></is></c></row>`;
const rowsOf = (bytes: Uint8Array) => must(readWorkbook(bytes)).tables[0]!.rows;

describe("a workbook that says more than it holds", () => {
  it.each([
    [
      "a row number of four thousand million",
      `${HEAD}<row r="4000000000"><c r="A4000000000"><v>1</v></c></row>`,
      "A4000000000",
    ],
    ["a row beyond the limit", `${HEAD}<row r="200001"><c r="A200001"><v>1</v></c></row>`, "A200001"],
    ["a column beyond the limit", `${HEAD}<row r="2"><c r="XFD2"><v>1</v></c></row>`, "XFD2"],
    ["a cell in no row at all", `<row r="0"><c><v>1</v></c></row>`, "A0"],
  ])("%s is refused with its place", (_what, data, place) => {
    const read = readWorkbook(workbook(data));
    expect(read.ok ? "" : read.problem.message).toContain(`has something at ${place};`);
  });
  it("a rule, a print range and a style for a whole sheet cost nothing, and its one value is read", () => {
    const after = `<mergeCells count="1"><mergeCell ref="A2:XFD1048576"/></mergeCells><dataValidations count="1"><dataValidation type="list" sqref="A1:XFD1048576"><formula1>"a,b"</formula1></dataValidation></dataValidations><conditionalFormatting sqref="A1:XFD1048576"/>`;
    expect(rowsOf(workbook(`${HEAD}<row r="2"><c r="A2"><v>0.25</v></c></row>`, { after }))).toEqual([[0.25]]);
  });
  it("empty rows to the end of the sheet, as formatting leaves them, are none", () => {
    const empty = Array.from({ length: 50_000 }, (_, i) => `<row r="${i + 3}"><c r="A${i + 3}" s="0"/></row>`).join("");
    const read = rowsOf(
      workbook(`${HEAD}<row r="2"><c r="A2"><v>1</v></c></row><row r="1048576"><c r="A1048576" s="0"/></row>${empty}`),
    );
    expect(read).toEqual([[1]]);
  });
  it("thousands of merged ranges are written out to a limit", () => {
    const ranges = Array.from({ length: 3000 }, (_, i) => `<mergeCell ref="A2:CV${101 + (i % 7)}"/>`).join("");
    const read = must(
      readWorkbook(
        workbook(`${HEAD}<row r="2"><c r="A2"><v>1</v></c></row>`, { after: `<mergeCells>${ranges}</mergeCells>` }),
      ),
    );
    expect(read.tables[0]!.rows.length).toBeLessThan(120);
    expect(read.notes.length).toBe(10_000);
  });
});

describe("an archive", () => {
  it("that says less than it holds is stopped where it passes the limit", () => {
    const bytes = workbook(HEAD, { more: { "xl/sharedStrings.xml": " ".repeat(300 * 2 ** 20) } });
    // Sizes as the archive tells them, in its list and before each part: all made 1,000.
    const view = new DataView(bytes.buffer);
    for (let at = 0; at + 4 < bytes.length; at++) {
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 1000, true);
      if (view.getUint32(at, true) === 0x04034b50) view.setUint32(at + 22, 1000, true);
    }
    expect(bytes.length).toBeLessThan(400_000);
    const read = readWorkbook(bytes);
    expect(read.ok ? "" : read.problem.code).toBe("over-limit");
  });
  it("with large pictures in it is read: what holds no values is not unpacked", () => {
    const bytes = workbook(HEAD, { more: { "xl/media/image1.png": " ".repeat(300 * 2 ** 20) } });
    expect(must(readWorkbook(bytes)).tables[0]!.columns).toEqual(["Pen"]);
  });
  it("that is cut off, or whose parts are no XML, is refused in words", () => {
    const whole = workbook(HEAD);
    for (const bytes of [
      whole.subarray(0, 200),
      workbook("<row><c>"),
      workbook(HEAD, { more: { "xl/workbook.xml": "no" } }),
    ])
      expect(readWorkbook(bytes)).toMatchObject({ ok: false, problem: { code: "not-a-workbook" } });
  });
  it("whose XML calls for entities of its own or of elsewhere gives none", () => {
    const book = `<!DOCTYPE w [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;"><!ENTITY x SYSTEM "file:///etc/passwd">]>`;
    for (const entity of ["&b;", "&x;"]) {
      const bytes = workbook(HEAD, {
        more: { "xl/sharedStrings.xml": `${book}<sst xmlns="${MAIN}"><si><t>${entity}</t></si></sst>` },
      });
      expect(readWorkbook(bytes).ok).toBe(false);
    }
  });
});

describe("values as other programs write them (ISO/IEC 29500-1, SpreadsheetML)", () => {
  const STYLES = `<numFmts><numFmt numFmtId="170" formatCode="yyyy\\-mm\\-dd"/><numFmt numFmtId="171" formatCode="0.00&quot; mm&quot;"/></numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="170"/><xf numFmtId="171"/></cellXfs>`;
  it.each<[string, string, unknown]>([
    ["a text shared with its reading left out", `<c r="A2" t="s"><v>0</v></c>`, "壁 one"],
    ["a text with an escape", `<c r="A2" t="s"><v>1</v></c>`, "a\rb"],
    ["a text as a formula has it", `<c r="A2" t="str"><v>x</v></c>`, "x"],
    ["yes and no", `<c r="A2" t="b"><v>1</v></c>`, true],
    ["a number", `<c r="A2"><v>1.5E-1</v></c>`, 0.15],
    ["a day of the built-in format", `<c r="A2" s="1"><v>45292</v></c>`, "2024-01-01"],
    ["a day of a format of its own", `<c r="A2" s="2"><v>45292.75</v></c>`, "2024-01-01"],
    ["a number whose format has an m in quotes", `<c r="A2" s="3"><v>45292</v></c>`, 45292],
    ["a day as text of ISO 8601", `<c r="A2" t="d"><v>2024-01-01T10:00:00</v></c>`, "2024-01-01"],
    ["no address", `<c><v>7</v></c>`, 7],
    ["a shared text that is not there", `<c r="A2" t="s"><v>99</v></c><c r="B2"><v>1</v></c>`, null],
  ])("%s", (_what, cell, value) => {
    const strings = `<sst xmlns="${MAIN}"><si><r><t>壁</t></r><rPh sb="0" eb="1"><t>kabe</t></rPh><r><t xml:space="preserve"> one</t></r></si><si><t>a_x000D_b</t></si></sst>`;
    const bytes = workbook(`${HEAD}<row r="2">${cell}</row>`, {
      styles: STYLES,
      more: { "xl/sharedStrings.xml": strings },
    });
    expect(rowsOf(bytes)[0]![0]).toEqual(value);
  });
  it("days are counted from 1904 where the workbook says so", () => {
    const bytes = workbook(`${HEAD}<row r="2"><c r="A2" s="1"><v>0</v></c></row>`, {
      styles: STYLES,
      book: `<workbookPr date1904="1"/>`,
    });
    expect(rowsOf(bytes)[0]![0]).toBe("1904-01-01");
  });
  it("a prefix before every name changes nothing", () => {
    const parts = {
      "xl/workbook.xml": `<x:workbook xmlns:x="${MAIN}" xmlns:r="r"><x:sheets><x:sheet name="S" sheetId="1" r:id="a"/></x:sheets></x:workbook>`,
      "xl/_rels/workbook.xml.rels": `<Relationships xmlns="x"><Relationship Id="a" Type="x" Target="/xl/worksheets/one.xml"/></Relationships>`,
      "xl/worksheets/one.xml": `<x:worksheet xmlns:x="${MAIN}"><x:sheetData><x:row r="1"><x:c r="A1" t="inlineStr"><x:is><x:t>Pen</x:t></x:is></x:c></x:row></x:sheetData></x:worksheet>`,
    };
    const bytes = zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])));
    expect(must(readWorkbook(bytes)).tables[0]!.columns).toEqual(["Pen"]);
  });
});
