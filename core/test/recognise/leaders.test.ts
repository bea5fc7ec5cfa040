import { describe, expect, it } from "vitest";
import { LEADERS } from "../../src/recognise/leaders";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { box, building, ROW, row, stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc, arrow } from "../support/round";
import { drawingOf } from "../support/tools";

const found = async (content: string) => {
  const file = new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!));
  return file.pages[0]!.of(LEADERS).map(({ value }) => [
    value.line.text,
    ...value.tipMm.map(Math.round),
    value.pointsAt?.row,
  ]);
};

describe("leaders", () => {
  it("from the left end of lettering, with a bend and an arrow, to the line they touch", async () => {
    const leader = stroke(58, 51.2, 50, 51.2) + stroke(50, 51.2, 40, 40) + arrow([40, 40], 228);
    expect(await found(stroke(10, 40, 90, 40) + leader + lettering("SCREED 65", 60, 50, 2.5))).toEqual([
      ["SCREED 65", 40, 40, 0],
    ]);
  });
  it("from the right end, straight, with a dot in an area", async () => {
    const dot = arc(120, 80, 0.6, 0, 360).replace(/S\n$/, "f\n");
    const content = `0.8 g 100 60 40 40 re f 0 g ${stroke(82, 51.2, 120, 80)}${dot}${lettering("FIN. FLOOR", 60, 50, 2.5)}`;
    expect(await found(content)).toEqual([["FIN. FLOOR", 120, 80, 0]]);
  });
  it("with an open arrow, in one polyline", async () => {
    const leader = "0.18 w 58 51.2 m 52 51.2 l 40 70 l S " + stroke(40, 70, 42.4, 68.4) + stroke(40, 70, 40.7, 67.2);
    expect(await found(box(20, 70, 40, 20) + leader + lettering("CURB", 60, 50, 2.5))).toEqual([["CURB", 40, 70, 0]]);
  });
  it("from one landing to three places: one of them is told", async () => {
    const landing = stroke(58, 51.2, 50, 51.2);
    const arrows = [
      [40, 40, 228],
      [40, 51.2, 180],
      [40, 62.4, 132],
    ] as const;
    const ways = arrows.map(([x, y, degrees]) => stroke(50, 51.2, x, y) + arrow([x, y], degrees)).join("");
    const tips = (await found(landing + ways + lettering("SCREED", 60, 50, 2.5))).map(([text, x]) => [text, x]);
    expect(tips).toEqual([["SCREED", 40]]);
  });
  it("none in a table of a thousand cells, whose corners lead everywhere", async () => {
    const cells = Array.from({ length: 1000 }, (_, i) => {
      const [x, y] = [5 + (i % 50) * 8, 5 + Math.floor(i / 50) * 5];
      return box(x, y, 8, 5, 0.18) + lettering("AB", x + 1, y + 1, 2.5);
    });
    expect(await found(cells.join(""))).toEqual([]);
  });
  it.each([
    ["lettering without a line", stroke(10, 40, 90, 40) + lettering("HALL", 60, 50, 2.5)],
    ["a line that only passes", stroke(10, 51.2, 90, 51.2) + lettering("HALL", 60, 53, 2.5)],
    ["a line without a head", stroke(58, 51.2, 40, 40) + lettering("HALL", 60, 50, 2.5)],
    ["a head that is not at its end", stroke(58, 51.2, 40, 40) + arrow([30, 40], 180) + lettering("HALL", 60, 50, 2.5)],
    ["dimensions", building() + row({ ...ROW, ending: "arrow" })],
  ])("none: %s", async (_name, content) => {
    expect(await found(content)).toEqual([]);
  });
});
