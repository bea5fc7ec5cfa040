import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import type { Drawing } from "../../src/drawing";
import { readDrawing } from "../../src/formats";
import { nodeInflate } from "../../src/node/inflate";
import { casesFolder } from "../support/tools";

/**
 * Files that hang or kill a careless reader (test/cases), and those that `npm run fuzz` found: each is answered, by a drawing or by a refusal that names the
 * limit that it met. How long that takes and what memory it needs is measured in bench.
 */
const NAMES = readdirSync(join(casesFolder, "pdf")).filter((name) => /^(bomb|fuzz)-/.test(name));

const REFUSED: Record<string, RegExp> = {
  "bomb-hex-120mb.pdf": /unpacks to more than is sensible; the limit is \d+ MB/,
  "bomb-name-120mb.pdf": /unpacks to more than is sensible; the limit is \d+ MB/,
  "bomb-string-120mb.pdf": /unpacks to more than is sensible; the limit is \d+ MB/,
  "bomb-raw-form-many.pdf": /draw more than is sensible.*the limit is \d+ MB/,
  "bomb-raw-pages-shared.pdf":
    /(more lines and strings than a file of its size can have|draw more than is sensible).*the limit is [\d,]+/,
  "bomb-tounicode-ranges.pdf": /larger tables than is sensible; the limit is 800,000 entries/,
  "bomb-texts-3m.pdf": /draw more than is sensible.*the limit is \d+ MB/,
  "bomb-pages-deep.pdf": /nested more than 64 deep/,
  "bomb-w-ranges.pdf": /larger tables than is sensible; the limit is 800,000 entries/,
};

/** Every number of a drawing, with where it stands. */
function* numbersOf(value: unknown, at: string): Generator<readonly [string, number]> {
  if (typeof value === "number") yield [at, value];
  else if (ArrayBuffer.isView(value)) {
    for (const each of value as Float32Array) if (!Number.isFinite(each)) yield [at, each];
  } else if (typeof value === "object" && value !== null)
    for (const [key, each] of Object.entries(value)) yield* numbersOf(each, `${at}.${key}`);
}

const notFinite = (drawing: Drawing): string[] =>
  [...numbersOf(drawing, "drawing")].filter(([, each]) => !Number.isFinite(each)).map(([at, each]) => `${at}: ${each}`);

describe.each(NAMES)("%s", (name) => {
  it("is answered, and no number that is none leaves the reader", async () => {
    const bytes = new Uint8Array(readFileSync(join(casesFolder, "pdf", name)));
    // Limits that are met sooner than usual: tests run several times slower than what is bundled.
    const read = await readDrawing(bytes, {
      inflate: nodeInflate,
      limits: { contentBytes: 4 * 2 ** 20, contentForEachByte: 4, fileMarks: 100_000, marksForEachByte: 1 },
    });
    const refused = REFUSED[name];
    if (refused) expect(read.ok ? "read" : read.problem.message).toMatch(refused);
    else expect(read.ok && notFinite(read.value.drawing)).toEqual([]);
  });
});
