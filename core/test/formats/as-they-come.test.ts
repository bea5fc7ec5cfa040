import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { DEFAULT_LIMITS } from "../../src/formats/limits";
import { readDrawing } from "../../src/formats";
import { onePage } from "../support/raw-pdf";

const caseOf = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(join(import.meta.dirname, `../cases/pdf/${name}.pdf`)));

async function read(bytes: Uint8Array) {
  const result = await readDrawing(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  const { pages, unread } = result.value.drawing;
  return {
    marks: pages.reduce((sum, page) => sum + page.paths.count + page.texts.count, 0),
    pages: pages.length,
    said: unread.map(({ code }) => code),
    messages: unread.map(({ message }) => message),
  };
}

/** Each case was made by hand to show one thing; what is right stands beside it in the cases' own list. */
describe("what viewers repair is read and said", () => {
  it.each([
    ["junk-before", ["before-the-head"]],
    ["no-xref", ["cut-off", "repaired"]],
    ["truncated", ["cut-off", "repaired"]],
  ])("%s", async (name, said) => {
    const found = await read(caseOf(name));
    expect(found.said).toEqual(expect.arrayContaining(said));
    expect(found.marks).toBeGreaterThan(0);
  });
  it("up to 32 kB ahead of the head, and no more", async () => {
    const page = onePage({ content: "1 w 1 1 m 9 9 l S" });
    const ahead = (bytes: number) => new Uint8Array(Buffer.concat([Buffer.alloc(bytes, "x\n"), page]));
    expect((await read(ahead(8_000))).marks).toBe(1);
    expect((await read(ahead(30_000))).marks).toBe(1);
    expect(await readDrawing(ahead(40_000))).toMatchObject({ ok: false });
  });
  it("of a file cut off anywhere, what is there is read or the reason is said", async () => {
    const whole = caseOf("weasy");
    for (let share = 0.05; share < 1; share += 0.05) {
      const result = await readDrawing(whole.subarray(0, Math.floor(whole.length * share)));
      if (result.ok) expect(result.value.drawing.unread.map(({ code }) => code)).toContain("cut-off");
      else expect(result.problem.message).toMatch(/cut off|damaged/);
    }
  });
  it("a page whose list says more pages than there are", async () => {
    const page = Buffer.from(onePage({ content: "1 w 1 1 m 9 9 l S" })).toString("latin1");
    const listed = new Uint8Array(Buffer.from(page.replace("/Count 1", "/Count 7"), "latin1"));
    expect((await read(listed)).messages).toContain("The file says that it has 7 pages; 1 of them can be read.");
  });
  it("a sound file has nothing to say", async () => expect((await read(caseOf("weasy"))).said).toEqual([]));
});

describe("what a page of lines doesn't hold is said", () => {
  it.each([
    ["annot-3d", ["model"]],
    ["media-annots", ["media", "attachments"]],
    ["portfolio", ["portfolio"]],
    ["xfa-dynamic", ["xfa"]],
    ["jbig2-bad", ["picture"]],
  ])("%s", async (name, said) => expect((await read(caseOf(name))).said).toEqual(said));
  it("a portfolio names its files", async () =>
    expect((await read(caseOf("portfolio"))).messages.join()).toContain("“plan.pdf”"));
});

describe("every limit is a sentence", () => {
  it.each([
    [
      "bomb-texts-3m",
      /^The file has more lines and strings than a file of its size can have; the limit is \d{3},\d{3}\.$/,
    ],
    ["bomb-pages-deep", /^The list of the file's pages is nested more than 64 deep/],
    [
      "bomb-tounicode-ranges",
      /^The fonts of the file have larger tables than is sensible; the limit is 800,000 entries\.$/,
    ],
  ])("%s", async (name, sentence) => {
    const result = await readDrawing(caseOf(name));
    expect(result.ok ? "read" : result.problem.message).toMatch(sentence);
  });
  it("a file of ordinary drawings is far from it", () => {
    // A plan of 100,000 strokes has 1.5 MB packed: fifteen bytes a mark.
    expect(DEFAULT_LIMITS.fileMarks + DEFAULT_LIMITS.marksForEachByte * 1_535_516).toBeGreaterThan(10 * 100_000);
  });
});
