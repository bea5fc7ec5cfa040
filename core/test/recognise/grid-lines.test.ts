import { describe, expect, it } from "vitest";
import { GRID_LINES } from "../../src/recognise/grid-lines";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { drawingOf } from "../support/tools";

const found = async (content: string): Promise<[string, number][]> => {
  const file = new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!));
  return file.pages[0]!.of(GRID_LINES).map(({ value: { label, from, to } }) => [
    label,
    Math.round(Math.hypot(to[0] - from[0], to[1] - from[1])),
  ]);
};

const bubble = (x: number, y: number, label: string): string =>
  arc(x, y, 5, 0, 360) + lettering(label, x - 0.95 * label.length, y - 1.25, 2.5);
/** A line in dashes, each a mark of its own. */
const dashes = (x: number, from: number, to: number): string =>
  Array.from({ length: Math.floor((to - from) / 8) }, (_, i) => stroke(x, from + i * 8, x, from + i * 8 + 6)).join("");

describe("grid lines", () => {
  it("run from their bubbles, level and upright, whole and in dashes", async () => {
    const content = bubble(100, 200, "A") + stroke(100, 195, 100, 60) + bubble(40, 80, "12") + stroke(45, 80, 200, 80);
    expect(await found(content + bubble(150, 50, "B.1") + dashes(150, 55, 151))).toEqual([
      ["A", 135],
      ["12", 155],
      ["B.1", 94],
    ]);
  });
  it.each([
    ["the number of a door", bubble(100, 100, "17")],
    ["a note at a leader that ends beside the bubble", bubble(100, 100, "4") + stroke(98, 108, 150, 140)],
    [
      "a word in a circle",
      arc(100, 100, 12, 0, 360) + lettering("PUMP ROOM", 90, 99, 2.5) + stroke(112, 100, 180, 100),
    ],
  ])("none: %s", async (_, content) => {
    expect(await found(content)).toEqual([]);
  });
});
