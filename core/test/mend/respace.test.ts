import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { visibleStraightsOfRow, type Page, type PointMm } from "../../src/drawing";
import { mendFile } from "../../src/mend";
import { nodeInflate } from "../../src/node/inflate";
import { preset } from "../../src/standard";
import { takingAnyFont } from "../support/any-font";
import { onePage } from "../support/raw-pdf";
import { checkedByQpdf } from "../support/tools";

const TARNWICK = takingAnyFont(preset("tarnwick")!);
/** The demo office's cut masonry: one family at 45°, 1.2 mm on paper. */
const RIGHT_MM = 1.2;
const TURN = Math.PI / 4;

const path = (points: readonly PointMm[]): string =>
  `${points.map(([x, y], i) => `${x} ${y} ${i === 0 ? "m" : "l"}`).join(" ")} h `;

/** Where a line at 45° through (0, off·√2) runs inside rings, worked out edge by edge (even-odd). */
function spansIn(rings: readonly (readonly PointMm[])[], off: number): [PointMm, PointMm][] {
  const [cos, sin] = [Math.cos(TURN), Math.sin(TURN)];
  const stops: number[] = [];
  for (const ring of rings)
    ring.forEach(([x1, y1], i) => {
      const [x2, y2] = ring[(i + 1) % ring.length]!;
      const [p, q] = [y1 * cos - x1 * sin - off, y2 * cos - x2 * sin - off];
      if (p > 0 !== q > 0) {
        const share = p / (p - q);
        stops.push((x1 + (x2 - x1) * share) * cos + (y1 + (y2 - y1) * share) * sin);
      }
    });
  stops.sort((a, b) => a - b);
  const at = (along: number): PointMm => [along * cos - off * sin, along * sin + off * cos];
  return stops.flatMap((from, i) => (i % 2 === 0 ? [[at(from), at(stops[i + 1]!)] as [PointMm, PointMm]] : []));
}

const ranged = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

/** Area of rings, the holes taken off (Gauss's formula). */
const areaOf = (rings: readonly (readonly PointMm[])[]): number =>
  rings.reduce((sum, ring, n) => {
    const own = ring.reduce((all, [x1, y1], i) => {
      const [x2, y2] = ring[(i + 1) % ring.length]!;
      return all + (x1 * y2 - x2 * y1) / 2;
    }, 0);
    return sum + (n === 0 ? 1 : -1) * Math.abs(own);
  }, 0);

/** Regions, the first ring around, the others left out. */
const REGIONS: Readonly<Record<string, readonly (readonly PointMm[])[]>> = {
  "a box": [
    [
      [40, 40],
      [100, 40],
      [100, 70],
      [40, 70],
    ],
  ],
  "an L": [
    [
      [40, 40],
      [110, 40],
      [110, 60],
      [65, 60],
      [65, 100],
      [40, 100],
    ],
  ],
  "a U on a slant": [
    [
      [40, 45],
      [120, 35],
      [125, 90],
      [100, 92],
      [96, 60],
      [66, 64],
      [70, 95],
      [46, 98],
    ],
  ],
  "a box with a hole": [
    [
      [40, 40],
      [110, 40],
      [110, 95],
      [40, 95],
    ],
    [
      [60, 55],
      [85, 52],
      [90, 80],
      [62, 78],
    ],
  ],
};

function hatched(rings: readonly (readonly PointMm[])[], spacing: number): string {
  const lines = ranged(-80, 80, spacing).flatMap((off) => spansIn(rings, off));
  const drawn = lines.map(([a, b]) => `${a.join(" ")} m ${b.join(" ")} l S`).join("\n");
  return `0.13 w ${drawn}\n`;
}

const outlined = (rings: readonly (readonly PointMm[])[]): string => `0.5 w ${rings.map(path).join("")}S\n`;

async function mended(content: string) {
  const bytes = onePage({ content, widthMm: 420, heightMm: 297 });
  const chosen = { chosen: ({ rule }: { rule: string }) => rule === "hatch/spacing" };
  const result = must(await mendFile(bytes, TARNWICK, { inflate: nodeInflate, ...chosen }));
  checkedByQpdf(result.bytes);
  return result;
}

/** The thin lines of a page, as they show. */
function thinLines(page: Page): (readonly [number, number, number, number])[] {
  const found: (readonly [number, number, number, number])[] = [];
  for (let row = 0; row < page.paths.count; row++)
    if (page.paths.widthMm[row]! < 0.3) visibleStraightsOfRow(page, row, (...straight) => void found.push(straight));
  return found;
}

// What is drawn anew is worked out a second time here, with the region known: our own geometry, no source.
describe("a hatch drawn anew at the right spacing", () => {
  for (const [name, rings] of Object.entries(REGIONS))
    it.each([2.4, 0.6, 1.7])(`fills ${name}, where it was %s mm apart`, async (spacing) => {
      const result = await mended(outlined(rings) + hatched(rings, spacing));
      expect(result.left).toEqual([]);
      expect(result.done).toMatchObject([{ rule: "hatch/spacing", mend: "re-space" }]);
      const lines = thinLines(result.drawing.pages[0]!);
      let sum = 0;
      for (const [x1, y1, x2, y2] of lines) {
        const length = Math.hypot(x2 - x1, y2 - y1);
        sum += length;
        const off = (y1 + y2) / 2 / Math.SQRT2 - (x1 + x2) / 2 / Math.SQRT2;
        const near = spansIn(rings, off).some(
          ([a, b]) =>
            Math.min(
              Math.hypot(a[0] - x1, a[1] - y1) + Math.hypot(b[0] - x2, b[1] - y2),
              Math.hypot(a[0] - x2, a[1] - y2) + Math.hypot(b[0] - x1, b[1] - y1),
            ) < 0.1,
        );
        expect(near, `${x1},${y1} ${x2},${y2}`).toBe(true);
      }
      // Lines at a spacing are as long together as the area over the spacing, but for the edges.
      expect((sum * RIGHT_MM) / areaOf(rings)).toBeCloseTo(1, 1);
      const offsets = lines.map(([x1, y1]) => (y1 - x1) / Math.SQRT2);
      for (const off of offsets)
        expect(Math.abs(((off - offsets[0]!) / RIGHT_MM + 1000.5) % 1) - 0.5).toBeCloseTo(0, 2);
    });
  it("keeps to its clip, where that cuts its lines", async () => {
    const ring = REGIONS["an L"]![0]!;
    const long = ranged(-60, 60, 2.4).map((off) => {
      const [x, y] = [75 - off / Math.SQRT2, 70 + off / Math.SQRT2];
      return `${x - 90} ${y - 90} m ${x + 90} ${y + 90} l S`;
    });
    const result = await mended(`q ${path(ring)} W n 0.13 w ${long.join("\n")} Q`);
    expect(result.left).toEqual([]);
    const lines = thinLines(result.drawing.pages[0]!);
    const sum = lines.reduce((all, [x1, y1, x2, y2]) => all + Math.hypot(x2 - x1, y2 - y1), 0);
    expect((sum * RIGHT_MM) / areaOf([ring])).toBeCloseTo(1, 1);
  });
  it.each([
    ["no outline is drawn", (rings: readonly (readonly PointMm[])[]) => hatched(rings, 2.4), /outline can't be told/],
    [
      "a side of the outline is missing",
      (rings: readonly (readonly PointMm[])[]) => `0.5 w 40 40 m 40 95 l S 110 40 m 110 95 l S\n${hatched(rings, 2.4)}`,
      /outline can't be told/,
    ],
    [
      "its lines are broken",
      (rings: readonly (readonly PointMm[])[]) => `${outlined(rings)}[3 1] 0 d ${hatched(rings, 2.4)}`,
      /no hatch of the standard|broken/,
    ],
  ])("is left where %s", async (_, content, reason) => {
    const before = onePage({
      content: content(REGIONS["a box with a hole"]!.slice(0, 1)),
      widthMm: 420,
      heightMm: 297,
    });
    const result = must(await mendFile(before, TARNWICK, { inflate: nodeInflate }));
    expect(result.done.filter(({ rule }) => rule === "hatch/spacing")).toEqual([]);
    const told = result.after.findings.filter(({ rule }) => rule.startsWith("hatch/")).map(({ message }) => message);
    expect(told.join(" ")).toMatch(reason);
  });
});
