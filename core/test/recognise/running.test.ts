import { describe, expect, it } from "vitest";
import { RUNNING_DIMENSIONS } from "../../src/recognise/dimensions/running";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** Lines up from an object at y = 100, with a figure at the upper end of each, beside one another. */
const level = (places: readonly (readonly [x: number, text: string])[]): string =>
  places.map(([x, text]) => stroke(40, x, 70, x) + lettering(text, 71.5, x - 1.25, 2.5)).join("");

const found = async (content: string): Promise<[string, number][]> => {
  const file = new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!));
  return file.pages[0]!.of(RUNNING_DIMENSIONS).map(({ value }) => [value.figure.text, Number(value.drawn.toFixed(2))]);
};

describe("distances from a zero line", () => {
  it("are the figures at the ends of parallel lines", async () => {
    const content = level([
      [50, "0"],
      [74, "1200"],
      [98, "2400"],
      [130, "4000"],
    ]);
    expect(await found(content)).toEqual([
      ["1200", 24],
      ["2400", 48],
      ["4000", 80],
    ]);
  });
  it("also to both sides, above their lines, in metres, and with one that is wrong", async () => {
    const above = ([y, text]: readonly [number, string]): string =>
      stroke(40, y, 70, y) + lettering(text, 70 - text.length * 1.9, y + 0.8, 2.5);
    const places = [
      [50, "1.20"],
      [74, "0"],
      [98, "1.20"],
      [130, "2.90"],
    ] as const;
    expect(await found(places.map(above).join(""))).toEqual([
      ["1.20", 24],
      ["1.20", 24],
      ["2.90", 56],
    ]);
  });
  it("are upright, too", async () => {
    const up = (x: number, text: string): string =>
      `${stroke(x, 100, x, 130)}q 0 1 -1 0 ${x + 1.25} 131.5 cm ${lettering(text, 0, 0, 2.5)} Q\n`;
    expect(await found(up(50, "0") + up(60, "500") + up(90, "2000"))).toEqual([
      ["500", 10],
      ["2000", 40],
    ]);
  });
  it.each([
    [
      "without a zero",
      level([
        [50, "600"],
        [74, "1200"],
        [98, "2400"],
      ]),
    ],
    [
      "whose figures rise in no proportion",
      level([
        [50, "0"],
        [74, "310"],
        [98, "2400"],
        [130, "40"],
      ]),
    ],
    [
      "of two lines only",
      level([
        [50, "0"],
        [74, "1200"],
      ]),
    ],
    [
      "levels",
      level([
        [50, "+0.00"],
        [74, "+1.20"],
        [98, "+2.40"],
      ]),
    ],
    [
      "a table of numbers",
      level([
        [50, "0"],
        [56, "17"],
        [62, "4"],
        [68, "230"],
        [74, "9"],
      ]),
    ],
  ])("none %s", async (_, content) => {
    expect(await found(content)).toEqual([]);
  });
});
