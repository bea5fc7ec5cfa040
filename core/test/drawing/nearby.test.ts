import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { markBox, type Page } from "../../src/drawing";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../src/standard";
import { drawingOf, fixture } from "../support/tools";

/** Files of four makers; every row's box is held against the box that is asked for. */
const FILES = ["cairo.pdf", "reportlab.pdf", "pdfkit.pdf", "tcpdf.pdf"];

function meeting(page: Page, of: "paths" | "texts", [x, y, width, height]: readonly number[]): number[] {
  const rows: number[] = [];
  for (let row = 0; row < page[of].count; row++) {
    const box = markBox(page, of, row);
    const apart = box.x > x! + width! || box.x + box.width < x! || box.y > y! + height! || box.y + box.height < y!;
    if (!apart) rows.push(row);
  }
  return rows;
}

describe("marks near a place", () => {
  it.each(FILES)("%s: are those whose boxes meet it, rising (property)", async (name) => {
    const { pages } = new FileFacts(await drawingOf(fixture(name)), new StandardLookup(preset("tarnwick")!));
    const facts = pages[0]!;
    const at = fc.double({ min: -20, max: 900, noNaN: true }).map(Math.fround);
    const size = fc.double({ min: 0.1, max: 300, noNaN: true }).map(Math.fround);
    fc.assert(
      fc.property(
        at,
        at,
        size,
        size,
        fc.constantFrom("paths" as const, "texts" as const),
        (x, y, width, height, of) => {
          // The index keeps single-precision numbers: marks that touch the box by less are left to chance.
          const inner = meeting(facts.page, of, [
            x + 0.01,
            y + 0.01,
            Math.max(0, width - 0.02),
            Math.max(0, height - 0.02),
          ]);
          const outer = meeting(facts.page, of, [x - 0.01, y - 0.01, width + 0.02, height + 0.02]);
          const found = [...facts.near(of, { x, y, width, height })];
          expect(outer).toEqual(expect.arrayContaining(found));
          expect(found).toEqual(expect.arrayContaining(inner));
          expect(found).toEqual([...found].sort((a, b) => a - b));
        },
      ),
      { numRuns: 200 },
    );
    expect(facts.near("paths", { x: 0, y: 0, width: 2000, height: 2000 })).toHaveLength(facts.page.paths.count);
  });
});
