import { deflateSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { changesOf, type Change } from "../../src/drawing";
import { must } from "../../src/base/result";
import { editDrawing, readDrawing } from "../../src/formats";
import { ascii85, hexadecimal, lzw, runLength, unpredicted } from "../../src/formats/pdf/filters";
import { ObjectParser } from "../../src/formats/pdf/syntax/object-parser";
import { Dict, List, Name, Ref, type Value } from "../../src/formats/pdf/syntax/values";
import { nodeInflate } from "../../src/node/inflate";
import { on, onePage, RawPdf } from "../support/raw-pdf";
import { checkedByQpdf, drawingOf, fixture, run, temporary } from "../support/tools";

const bytes = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, "latin1"));
const NOTHING = { object: (): Value => null };
const parsed = (text: string): Value => new ObjectParser(bytes(text), NOTHING).value();

describe("objects of ISO 32000-1, 7.3, by its own examples", () => {
  it.each([
    ["123", 123],
    ["+17", 17],
    ["-.002", -0.002],
    ["4.", 4],
    ["true", true],
    ["null", null],
  ])("%s", (text, value) => expect(parsed(text)).toBe(value));
  it.each([
    ["(Strings may contain balanced parentheses ( ) and\nspecial characters ( * ! & } ^ % and so on ) .)", undefined],
    ["(These \\\ntwo strings \\\nare the same.)", "These two strings are the same."],
    ["(\\245 contains \\307 two octal characters.)", "\xa5 contains \xc7 two octal characters."],
    ["(\\0053)", "\x053"],
    ["<4E6F762073686D6F7A206B6120706F702E>", "Nov shmoz ka pop."],
    ["<901FA>", "\x90\x1f\xa0"],
  ])("%j", (text, expected) =>
    expect(Buffer.from(parsed(text) as Uint8Array).toString("latin1")).toBe(expected ?? text.slice(1, -1)),
  );
  it.each([
    ["/A;Name_With-Various***Characters?", "A;Name_With-Various***Characters?"],
    ["/lime#20Green", "lime Green"],
    ["/paired#28#29parentheses", "paired()parentheses"],
    ["/ ", ""],
  ])("%s", (text, expected) => expect((parsed(text) as Name).text).toBe(expected));
  it("arrays and dictionaries, with references among numbers", () => {
    const dict = parsed("<< /Type /Example /List [ 1 2 0 R 3 4 ] /Sub << /A (b) >> >>") as Dict;
    expect([...dict.entries.keys()]).toEqual(["Type", "List", "Sub"]);
    const list = dict.entries.get("List") as List;
    expect(list.items[0]).toBe(1);
    expect(list.items[1]).toEqual(new Ref(2, 0));
    expect(list.items.slice(2)).toEqual([3, 4]);
  });
  it("what never closes ends with its object", () => {
    const dict = parsed("<< /A [ 1 2 /B (x) endobj 5 0 obj << /C 1 >>") as Dict;
    expect(dict.entries.has("C")).toBe(false);
  });
  it("nesting has an end, which is said", () => {
    expect(() => parsed("[".repeat(100_000))).toThrow(/nested in each other; the limit is 200 deep/);
  });
});

describe("filters", () => {
  it("LZW, by the example of ISO 32000-1, 7.4.4.2", () => {
    const packed = Uint8Array.from([0x80, 0x0b, 0x60, 0x50, 0x22, 0x0c, 0x0c, 0x85, 0x01]);
    expect([...lzw(1)(packed, 100)]).toEqual([45, 45, 45, 45, 45, 65, 45, 45, 45, 66]);
  });
  it.each(["", "a", "ab", "abc", "abcd", "\0\0\0\0drawing\0\0\0\0\0", "0.5 w 10 10 m 20 20 l S\n".repeat(20)])(
    "ASCII85 of %j, as Python writes it",
    (text) => {
      const hex = Buffer.from(text, "latin1").toString("hex");
      const encoded = run(
        "python3",
        "-c",
        `import base64; print(base64.a85encode(bytes.fromhex("${hex}"), wrapcol=60, adobe=True).decode()[2:])`,
      );
      expect(Buffer.from(ascii85(bytes(encoded), 10_000)).toString("latin1")).toBe(text);
    },
  );
  it("hexadecimal digits, an odd one too", () =>
    expect([...hexadecimal(bytes("4 1 4\n27>ff"), 100)]).toEqual([0x41, 0x42, 0x70]));
  it("run lengths", () => {
    const packed = Uint8Array.from([2, 1, 2, 3, 254, 9, 128, 7]);
    expect([...runLength(packed, 100)]).toEqual([1, 2, 3, 9, 9, 9]);
    expect(runLength(packed, 4).length).toBe(4);
  });
  it("predictors: each line of a PNG by another way, by hand", () => {
    const lines = [
      [0, 10, 20, 30],
      [1, 5, 5, 5],
      [2, 1, 1, 1],
      [3, 4, 4, 4],
      [4, 1, 1, 1],
    ].flat();
    const prediction = { predictor: 15, colours: 1, bits: 8, columns: 3 };
    expect([...unpredicted(Uint8Array.from(lines), prediction)]).toEqual([
      10, 20, 30, 5, 10, 15, 6, 11, 16, 7, 13, 18, 8, 14, 19,
    ]);
    expect([...unpredicted(Uint8Array.of(1, 1, 1, 2, 2, 2), { ...prediction, predictor: 2 })]).toEqual([
      1, 2, 3, 2, 4, 6,
    ]);
  });
});

const RENAMED: readonly Change[] = [{ kind: "rename", layer: 0, to: "A-NEW" }];

async function renamed(file: Uint8Array): Promise<Uint8Array> {
  const read = must(await readDrawing(file, { inflate: nodeInflate }));
  return must(await editDrawing(file, read.origin, RENAMED, { inflate: nodeInflate }));
}

/** Files whose cross-references are a table, a stream, and broken. */
const FILES: readonly (readonly [string, Uint8Array])[] = [
  ["a table", onePage({ layers: ["A-OLD", "A-WALL"], content: on(0, "0.5 w 1 1 m 9 9 l S") })],
  ["a stream", inObjectStreams(onePage({ layers: ["A-OLD", "A-WALL"], content: on(0, "0.5 w 1 1 m 9 9 l S") }))],
];

function inObjectStreams(file: Uint8Array): Uint8Array {
  const path = temporary(file);
  run("qpdf", "--object-streams=generate", path, `${path}.out.pdf`);
  return new Uint8Array(Buffer.from(run("base64", "-w0", `${path}.out.pdf`), "base64"));
}

describe("a file that is changed", () => {
  it.each(FILES)("with %s keeps all that it was, and what is new stands behind it", async (_what, file) => {
    const once = await renamed(file);
    expect(once.subarray(0, file.length)).toEqual(file);
    expect((await drawingOf(once)).layers.map(({ name }) => name)).toEqual(["A-NEW", "A-WALL"]);
    expect(checkedByQpdf(once)).toContain("No syntax or stream encoding errors");
    // And once more, upon the first.
    const read = must(await readDrawing(once, { inflate: nodeInflate }));
    const again: readonly Change[] = [{ kind: "rename", layer: 1, to: "Ä ≤ 2" }];
    const twice = must(await editDrawing(once, read.origin, again, { inflate: nodeInflate }));
    expect((await drawingOf(twice)).layers.map(({ name }) => name)).toEqual(["A-NEW", "Ä ≤ 2"]);
    expect(checkedByQpdf(twice)).toContain("No syntax or stream encoding errors");
    expect(changesOf(again, "rename").length).toBe(1);
  });
  it("nothing changed is nothing written", async () => {
    const file = FILES[0]![1];
    const read = must(await readDrawing(file));
    expect(must(await editDrawing(file, read.origin, []))).toBe(file);
  });
  it("with a table that leads nowhere is read by searching it, and written anew", async () => {
    const text = Buffer.from(FILES[0]![1])
      .toString("latin1")
      .replace(/startxref\n\d+/, "startxref\n99999999");
    const file = bytes(text);
    const once = await renamed(file);
    expect((await drawingOf(once)).layers.map(({ name }) => name)).toEqual(["A-NEW", "A-WALL"]);
    expect(checkedByQpdf(once)).toContain("No syntax or stream encoding errors");
  });
  it("that merges layers keeps lists of layers free of doubles", async () => {
    const file = fixture("reportlab.pdf");
    const read = must(await readDrawing(file, { inflate: nodeInflate }));
    const [first, second] = read.drawing.layers;
    if (!first || !second) return;
    const merged = must(
      await editDrawing(file, read.origin, [{ kind: "rename", layer: 1, to: first.name }], { inflate: nodeInflate }),
    );
    const names = (await drawingOf(merged)).layers.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    checkedByQpdf(merged);
  });
});

describe("tables and objects as viewers follow them", () => {
  it("a wrong offset makes the file be searched", async () => {
    const text = Buffer.from(FILES[0]![1])
      .toString("latin1")
      .replace(/(\n0000000)(\d{3})( 00000 n)/, "$1999$3");
    expect((await drawingOf(bytes(text))).layers.length).toBe(2);
  });
  it("a page tree with a circle shows the pages that it has", async () => {
    const file = new RawPdf();
    const pages = file.reserve();
    const content = file.stream(deflateSync(Buffer.from("1 w 1 1 m 9 9 l S")), "/Filter /FlateDecode");
    const page = file.add(`<< /Type /Page /Parent ${pages.ref} /MediaBox [0 0 100 100] /Contents ${content} >>`);
    pages.set(`<< /Type /Pages /Kids [${page} ${pages.ref}] /Count 2 >>`);
    const drawing = await drawingOf(file.build(file.add(`<< /Type /Catalog /Pages ${pages.ref} >>`)));
    expect(drawing.pages.map((each) => each.paths.count)).toEqual([1]);
  });
});
