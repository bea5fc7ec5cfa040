import { deflateSync } from "node:zlib";
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { tmpdir } from "node:os";
import { mkdtempSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readDrawing, type ReadLimits } from "../../src/formats";
import { inspect, readAndInspect } from "../../src/inspect";
import { nodeInflate } from "../../src/node/inflate";
import { preset } from "../../src/standard";
import { drawingOf, fixture, temporary } from "../support/tools";
import { on, onePage, RawPdf } from "../support/raw-pdf";

/** What the reader says of a file that it can't read; undefined where it reads it. */
async function refusal(
  bytes: Uint8Array,
  limits?: Partial<ReadLimits>,
): Promise<{ code: string; message: string } | undefined> {
  const read = await readDrawing(bytes, limits ? { limits } : {});
  return read.ok ? undefined : read.problem;
}

const LINE = "10 10 m 20 10 l S";

describe("files that can't be read say why", () => {
  it("empty", async () =>
    expect(await refusal(new Uint8Array(0))).toMatchObject({
      code: "empty-file",
      message: expect.stringContaining("0 bytes"),
    }));
  it("not a PDF", async () =>
    expect(await refusal(new TextEncoder().encode("<svg xmlns='http://www.w3.org/2000/svg'/>"))).toMatchObject({
      code: "not-pdf",
    }));
  it("truncated", async () => {
    const whole = fixture("tcpdf.pdf");
    expect(await refusal(whole.slice(0, whole.length * 0.6))).toMatchObject({ code: "truncated" });
  });
  it("garbled in the middle gives a reason or what can be read, never an exception", async () => {
    const whole = fixture("cairo.pdf");
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 20, max: whole.length - 40 }),
        fc.uint8Array({ minLength: 1, maxLength: 30 }),
        async (at, noise) => {
          const garbled = whole.slice();
          garbled.set(noise, at);
          const problem = await refusal(garbled);
          if (problem) expect(problem.message.length).toBeGreaterThan(10);
        },
      ),
      { numRuns: 150 },
    );
  });
  it("encrypted (by qpdf)", async () => {
    const out = join(mkdtempSync(join(tmpdir(), "hemstitch-")), "locked.pdf");
    execFileSync("qpdf", ["--encrypt", "reader", "owner", "256", "--", temporary(fixture("gdal.pdf")), out]);
    expect(await refusal(new Uint8Array(readFileSync(out)))).toMatchObject({ code: "encrypted" });
  });
  it("no pages", async () => {
    const file = new RawPdf();
    const pages = file.add("<< /Type /Pages /Kids [] /Count 0 >>");
    expect(await refusal(file.build(file.add(`<< /Type /Catalog /Pages ${pages} >>`)))).toMatchObject({
      code: "no-pages",
    });
  });
  it("a page tree that leads into itself", async () => {
    const file = new RawPdf();
    const pages = file.reserve();
    pages.set(`<< /Type /Pages /Kids [${pages.ref}] /Count 1 >>`);
    expect(await refusal(file.build(file.add(`<< /Type /Catalog /Pages ${pages.ref} >>`)))).toMatchObject({
      code: "no-pages",
    });
  });
  it("no catalogue", async () => {
    const file = new RawPdf();
    expect((await refusal(file.build(file.add("<< /Nothing true >>"))))?.code).toBe("damaged");
  });
});

describe("little that asks for much", () => {
  const answered = async (bytes: Uint8Array): Promise<string> => {
    const read = await readAndInspect(bytes, preset("tarnwick")!, { inflate: nodeInflate });
    return read.ok ? "read" : read.problem.code;
  };
  it("a cross-reference stream whose rows have no width", async () => {
    const file = new RawPdf();
    const catalog = file.add("<< /Type /Catalog /Pages 2 0 R >>");
    file.add("<< /Type /Pages /Kids [3 0 R] /Count 1 >>");
    file.add("<< /Type /Page /Parent 2 0 R /MediaBox [0 0 100 100] >>");
    const text = Buffer.from(file.build(catalog)).toString("latin1");
    const row =
      "9 0 obj << /Type /XRef /W [1 0 0] /Size 9999999999 /Root 1 0 R /Length 3 >>\nstream\nabc\nendstream endobj\n";
    const at = text.indexOf("xref\n");
    const bad = `${text.slice(0, at)}${row}startxref\n${at}\n%%EOF`;
    expect(await answered(new Uint8Array(Buffer.from(bad, "latin1")))).toBe("read");
  });
  it("thousands of objects that all stand in one place", async () => {
    const file = new RawPdf();
    const big = `[ ${"1 ".repeat(200_000)}]`;
    const numbers = Array.from({ length: 2000 }, (_, i) => 10 + i);
    const head = numbers.map((each) => `${each} 0 `).join("");
    const pack = file.stream(head + big, `/Type /ObjStm /N ${numbers.length} /First ${head.length}`, true);
    const kids = numbers.map((each) => `${each} 0 R`).join(" ");
    const pages = file.add(`<< /Type /Pages /Kids [${kids}] /Count 1 /Pack ${pack} >>`);
    const text = Buffer.from(file.build(file.add(`<< /Type /Catalog /Pages ${pages} >>`))).toString("latin1");
    // A table that leads nowhere, so that the packs are looked into.
    expect(await answered(new Uint8Array(Buffer.from(text.replace(/startxref\n\d+/, "startxref\n1"), "latin1")))).toBe(
      "over-limit",
    );
  });
  it("a font of slashes", async () => {
    const program = `%!PS ${"/".repeat(60_000)} eexec 00000000${"2f".repeat(200_000)}`;
    const bytes = onePage({
      layers: [],
      content: "BT /X 10 Tf 10 10 Td (A) Tj ET",
      resources: (file) => {
        const descriptor = file.add(`<< /Type /FontDescriptor /FontName /X /FontFile ${file.stream(program)} >>`);
        return `/Font << /X << /Type /Font /Subtype /Type1 /BaseFont /X /FontDescriptor ${descriptor} >> >>`;
      },
    });
    expect(await answered(bytes)).toBe("read");
  });
  it("lines cut by an outline of thousands of edges, in clips within clips", async () => {
    const ring = Array.from(
      { length: 5000 },
      (_, i) => `${50 + 40 * Math.cos(i)} ${50 + 40 * Math.sin(i)} ${i === 0 ? "m" : "l"}`,
    );
    const nested = "0 0 90 90 re W n ".repeat(3000);
    const lines = "0.5 w 1 1 m 99 99 l S\n".repeat(20_000);
    const bytes = onePage({ layers: [], content: `${nested} ${ring.join(" ")} W n ${lines}` });
    expect(await answered(bytes)).toBe("read");
    expect((await drawingOf(bytes)).unread.map(({ code }) => code)).toContain("clip-edges");
  });
  it("lines that all lie in one place, or nearly", async () => {
    const lines = (step: number): string =>
      Array.from(
        { length: 20_000 },
        (_, i) => `1 ${(1 + i * step).toFixed(4)} m 99 ${(1 + i * step).toFixed(4)} l S`,
      ).join("\n");
    for (const step of [0, 0.001])
      expect(await answered(onePage({ layers: [], content: `0.5 w ${lines(step)}` }))).toBe("read");
  });
  it("thin areas that all lie upon each other", async () => {
    expect(await answered(onePage({ layers: [], content: "10 10 80 0.25 re f\n".repeat(20_000) }))).toBe("read");
  });
  it("letters of one line that are each a little higher than the one before", async () => {
    const letters = Array.from({ length: 20_000 }, (_, i) => `/F1 ${(4 + i * 0.0001).toFixed(4)} Tf (A) Tj`);
    expect(await answered(onePage({ layers: [], content: `BT 10 10 Td ${letters.join(" ")} ET` }))).toBe("read");
  });
});

describe("limits, each named in its message", () => {
  it("a stream that inflates without end", async () => {
    const bomb = deflateSync(Buffer.alloc(60 * 2 ** 20, 0x20));
    expect(bomb.length).toBeLessThan(100_000);
    const file = new RawPdf();
    const content = file.stream(bomb, "/Filter /FlateDecode");
    const pages = file.reserve();
    pages.set(
      `<< /Type /Pages /Kids [${file.add(`<< /Type /Page /Parent ${pages.ref} /MediaBox [0 0 100 100] /Contents ${content} >>`)}] /Count 1 >>`,
    );
    const bytes = file.build(file.add(`<< /Type /Catalog /Pages ${pages.ref} >>`));
    expect(await refusal(bytes, { streamBytes: 16 * 2 ** 20 })).toMatchObject({
      code: "over-limit",
      message: expect.stringContaining("16 MB"),
    });
  });
  it("an object stream that inflates without end", async () => {
    const bomb = deflateSync(Buffer.alloc(60 * 2 ** 20, 0x20));
    const file = new RawPdf();
    file.stream(bomb, "/Type /ObjStm /N 1 /First 4 /Filter /FlateDecode");
    expect(await refusal(file.build(file.add("<< /Type /Catalog >>")), { streamBytes: 16 * 2 ** 20 })).toMatchObject({
      code: "over-limit",
      message: expect.stringContaining("16 MB"),
    });
  });
  it("a flate within a flate", async () => {
    const bomb = deflateSync(deflateSync(Buffer.alloc(200 * 2 ** 20, 0x20)));
    const bytes = onePage({
      content: "/F Do",
      resources: (file) =>
        `/XObject << /F ${file.stream(bomb, "/Type /XObject /Subtype /Form /BBox [0 0 1 1] /Filter [/FlateDecode /FlateDecode]")} >>`,
    });
    expect((await refusal(bytes, { streamBytes: 16 * 2 ** 20 }))?.code).toBe("over-limit");
  });
  it("forms that multiply: ten times ten times ten…", async () => {
    const bytes = onePage({
      content: "/F Do",
      resources: (file) => {
        let inner = file.stream("0 0 m 1 1 l S", "/Type /XObject /Subtype /Form /BBox [0 0 9 9]");
        for (let depth = 0; depth < 9; depth++)
          inner = file.stream(
            "/F Do ".repeat(10),
            `/Type /XObject /Subtype /Form /BBox [0 0 9 9] /Resources << /XObject << /F ${inner} >> >>`,
          );
        return `/XObject << /F ${inner} >>`;
      },
    });
    expect(await refusal(bytes)).toMatchObject({ code: "over-limit", message: expect.stringContaining("50,000") });
  });
  it("a page of 10 km", async () =>
    expect(await refusal(onePage({ content: LINE, widthMm: 1e7, heightMm: 1e7 }))).toMatchObject({
      code: "over-limit",
      message: expect.stringMatching(/10,000 m.*20 m/),
    }));
  it("a file of 300 MB is refused before it is read", async () =>
    expect(await refusal(new Uint8Array(300 * 2 ** 20))).toMatchObject({
      code: "over-limit",
      message: expect.stringContaining("256 MB"),
    }));
  it("more pages than the limit", async () => {
    const file = new RawPdf();
    const pages = file.reserve();
    const kids = Array.from({ length: 30 }, () =>
      file.add(`<< /Type /Page /Parent ${pages.ref} /MediaBox [0 0 9 9] >>`),
    );
    pages.set(`<< /Type /Pages /Kids [${kids.join(" ")}] /Count 30 >>`);
    expect(
      await refusal(file.build(file.add(`<< /Type /Catalog /Pages ${pages.ref} >>`)), { pages: 20 }),
    ).toMatchObject({ code: "over-limit", message: expect.stringContaining("20") });
  });
  it("more marks than the limit", async () =>
    expect((await refusal(onePage({ content: `${LINE}\n`.repeat(5000) }), { marks: 1500 }))?.code).toBe("over-limit"));
});

describe("odd content is read as far as it goes", () => {
  it("numbers that are none, infinities and missing operands", async () => {
    const read = await readDrawing(
      onePage({
        content: `NaN 5 m 10 10 l S ${"9".repeat(400)} 0 m 1 1 l S 5 m l S 1e5 3 m 4 4 l S -.5 --3 m +4 4- l S ${LINE}`,
      }),
    );
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    const { points } = read.value.drawing.pages[0]!.paths;
    expect([...points].every(Number.isFinite)).toBe(true);
    expect(read.value.drawing.unread.map((note) => note.code)).toEqual(
      expect.arrayContaining(["absurd-coordinates", "operands"]),
    );
  });
  it("any bytes at all as content", async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (noise) => {
        const read = await readDrawing(onePage({ content: `${LINE}\n${Buffer.from(noise).toString("latin1")}` }));
        expect(read.ok || read.problem.message.length > 0).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
  it("20,000 layers are inspected", async () => {
    const names = Array.from({ length: 20_000 }, (_, i) => `Layer ${i}`); // one of them is a default layer
    const read = await readDrawing(onePage({ layers: names, content: on(7, LINE) }));
    expect(read.ok && read.value.drawing.layers.length).toBe(20_000);
    if (read.ok)
      expect(
        inspect(read.value.drawing, preset("hyphenated-discipline")!).findings.filter(
          (finding) => finding.rule === "layer/malformed",
        ).length,
      ).toBe(19_999);
  });
  it("a million saved states do not fill the memory", async () => {
    const read = await readDrawing(onePage({ content: `${"q ".repeat(1_000_000)} ${LINE}`, packed: true }));
    expect(read.ok && read.value.drawing.pages[0]!.paths.count).toBe(1);
  });
});
