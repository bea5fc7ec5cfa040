import { describe, expect, it } from "vitest";
import { STRAIGHTS } from "../../src/recognise/straights";
import { stroke } from "../support/drawn";
import { on } from "../support/raw-pdf";
import { factsOf } from "../support/facts";

/** Where each straight of a page begins and ends, to a tenth of a millimetre, and how many of its rows draw it. */
async function seen(content: string, layers = ["A-WALL", "A-ANNO-DIMS"]): Promise<[string, number][]> {
  const [facts] = (await factsOf(content, layers)).pages;
  const straights = facts!.of(STRAIGHTS)[0]!.value;
  return Array.from({ length: straights.count }, (_, i) => {
    const { x1, y1, x2, y2 } = straights.at(i);
    return [[x1, y1, x2, y2].map((each) => each.toFixed(1)).join(" "), straights.rowsOf(i).length];
  });
}

// What a draughtsman sees is common practice, no source.
describe("a line that a program wrote in pieces", () => {
  it("is one, from its first end to its last", async () => {
    const pieces = [10, 13, 16, 19].map((x) => stroke(x, 50, x + 3, 50)).join("");
    expect(await seen(pieces)).toEqual([["10.0 50.0 22.0 50.0", 4]]);
  });
  it("is one whichever way its pieces were drawn", async () => {
    expect(await seen(stroke(13, 20, 10, 23) + stroke(13, 20, 16, 17) + stroke(19, 14, 16, 17))).toEqual([
      ["19.0 14.0 10.0 23.0", 3],
    ]);
  });
  it("is several where its pen or its layer changes, or something is left out", async () => {
    expect(await seen(stroke(10, 50, 13, 50) + stroke(13, 50, 16, 50, 0.5))).toHaveLength(2);
    expect(await seen(on(0, stroke(10, 50, 13, 50)) + on(1, stroke(13, 50, 16, 50)))).toHaveLength(2);
    expect(await seen(stroke(10, 50, 13, 50) + stroke(13.2, 50, 16, 50))).toHaveLength(2);
  });
});

describe("a line in pieces, with something else between them in the file", () => {
  it("is none, so that nothing else is taken for a part of it", async () => {
    const filled = "0 g 60 60 10 10 re f\n";
    expect(await seen(stroke(10, 50, 13, 50) + filled + stroke(13, 50, 16, 50))).toEqual([
      ["10.0 50.0 13.0 50.0", 1],
      ["13.0 50.0 16.0 50.0", 1],
    ]);
  });
});

describe("lines that touch and go on", () => {
  it("are the chords of a curve where they bend", async () => {
    const at = (degrees: number): [number, number] => [
      100 + 20 * Math.cos((degrees * Math.PI) / 180),
      100 + 20 * Math.sin((degrees * Math.PI) / 180),
    ];
    const chords = Array.from({ length: 12 }, (_, i) => stroke(...at(i * 5), ...at(i * 5 + 5))).join("");
    expect(await seen(chords)).toHaveLength(12);
  });
  it("are the barbs of two arrows where others end at their tip", async () => {
    const barbs = [
      [52.5, 50.4],
      [52.5, 49.6],
      [47.5, 50.4],
      [47.5, 49.6],
    ];
    expect(await seen(barbs.map(([x, y]) => stroke(50, 50, x!, y!)).join(""))).toHaveLength(4);
    const arrow = (x: number): string => `0.18 w ${x} 50.4 m 50 50 l ${x} 49.6 l S\n`;
    expect(await seen(arrow(52.5) + arrow(47.5))).toHaveLength(4);
  });
});
