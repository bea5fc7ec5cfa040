import { once } from "node:events";
import { createWriteStream, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import PDFDocument from "pdfkit";
import { afterAll, describe, expect, it } from "vitest";
import { readDrawing } from "../../src/formats";
import { inspect } from "../../src/inspect";
import { nodeInflate } from "../../src/node/inflate";
import { must } from "../../src/quantity";
import { recogniseFile } from "../../src/recognise";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";

const folder = mkdtempSync(join(tmpdir(), "hemstitch-patterns-"));
afterAll(() => rmSync(folder, { recursive: true }));

const PT = 72 / 25.4;
const TARNWICK = preset("tarnwick")!;

interface Cell {
  /** Millimetres. */
  readonly width: number;
  readonly height: number;
  readonly lines: readonly (readonly [x1: number, y1: number, x2: number, y2: number])[];
}

/** A page of PDFKit's with a box of 60 × 40 mm that is filled with repetitions of a cell. */
async function filled(name: string, { width, height, lines }: Cell) {
  const path = join(folder, `${name}.pdf`);
  const document = new PDFDocument({ size: [297 * PT, 210 * PT], margin: 0 });
  const out = createWriteStream(path);
  document.pipe(out);
  // PDFKit counts downwards, in its patterns too.
  const content = lines
    .map(([a, b, c, d]) => `${a * PT} ${(height - b) * PT} m ${c * PT} ${(height - d) * PT} l S`)
    .join(" ");
  const pattern = document.pattern([0, 0, width * PT, height * PT], width * PT, height * PT, `0.3 w ${content}`);
  document.rect(50 * PT, 50 * PT, 60 * PT, 40 * PT).fill([pattern, "black"] as never);
  document.end();
  await once(out, "finish");
  return must(await readDrawing(new Uint8Array(readFileSync(path)), { inflate: nodeInflate })).drawing;
}

const diagonal = (spacing: number): Cell => {
  const side = spacing * Math.SQRT2;
  return { width: side, height: side, lines: [[0, 0, side, side]] };
};

describe("areas filled with a pattern", () => {
  it.each([
    ["a diagonal", diagonal(1.2), [[45, 1.2]]],
    [
      "a diagonal whose corners are drawn, too",
      {
        ...diagonal(1.2),
        lines: [
          [-0.5, -0.5, 2.2, 2.2],
          [-0.5, 1.197, 0.5, 2.197],
          [1.197, -0.5, 2.197, 0.5],
        ],
      } satisfies Cell,
      [[45, 1.2]],
    ],
    [
      "level and upright lines",
      {
        width: 3,
        height: 2,
        lines: [
          [0, 1, 3, 1],
          [1.5, 0, 1.5, 2],
        ],
      } satisfies Cell,
      [
        [0, 2],
        [90, 3],
      ],
    ],
    [
      "two level lines in one cell",
      {
        width: 3,
        height: 2,
        lines: [
          [0, 0.5, 3, 0.5],
          [0, 1.5, 3, 1.5],
        ],
      } satisfies Cell,
      [[0, 1]],
    ],
  ] as const)("of %s are hatches", async (name, cell, families) => {
    const [page] = recogniseFile(await filled(name.replace(/\W/g, "-"), cell), new StandardLookup(TARNWICK));
    expect(page?.hatches.map(({ angle, spacing }) => [Math.round(angle), Number(spacing.toFixed(2))])).toEqual(
      families,
    );
    // The area, 50 mm from the left; PDFKit counts from the top of the sheet.
    expect(page?.hatches[0]?.box).toMatchObject({
      x: expect.closeTo(50, 2) as number,
      y: expect.closeTo(120, 2) as number,
      width: expect.closeTo(60, 2) as number,
      height: expect.closeTo(40, 2) as number,
    });
  });
  it("are judged like lines", async () => {
    const told = async (name: string, cell: Cell) =>
      inspect(await filled(name, cell), TARNWICK).findings.filter(({ rule }) => rule.startsWith("hatch/"));
    expect(await told("right", diagonal(1.2))).toEqual([]);
    expect(
      (await told("wide", diagonal(2.4))).map(({ rule, measured, expected }) => [rule, measured, expected]),
    ).toEqual([["hatch/spacing", 2.4, 1.2]]);
  });
  it("are none where the cell holds no lines at one spacing", async () => {
    const uneven: Cell = {
      width: 5,
      height: 5,
      lines: [
        [0, 1, 5, 1],
        [0, 1.7, 5, 1.7],
      ],
    };
    const [page] = recogniseFile(await filled("uneven", uneven), new StandardLookup(TARNWICK));
    expect(page?.hatches).toEqual([]);
  });
});
