import { describe, expect, it } from "vitest";
import { NORTH_POINTS } from "../../src/recognise/north-points";
import { FileFacts } from "../../src/recognise/recogniser";
import { TEXT_BLOCKS } from "../../src/recognise/text-blocks";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc, arrow, at } from "../support/round";
import { drawingOf } from "../support/tools";

const pageOf = async (content: string) =>
  new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!)).pages[0]!;

describe("north points", () => {
  /** To five degrees: a letter stands no more exactly. */
  const north = async (content: string): Promise<number[]> =>
    (await pageOf(content)).of(NORTH_POINTS).map(({ value }) => Math.round(value.directionDeg / 5) * 5);
  const letter = ([x, y]: readonly [number, number], text = "N"): string => lettering(text, x - 1.2, y - 1.75, 3.5);
  it.each([
    ["a circle with a needle", arc(100, 100, 10, 0, 360) + stroke(100, 90, 100, 110) + letter([100, 113]), [90]],
    [
      "a circle with half of a needle filled, turned",
      `${arc(100, 100, 10, 0, 360)}0 g ${at(100, 100, 10, 60).join(" ")} m ${at(100, 100, 9, 250).join(" ")} l ${at(100, 100, 5, 240).join(" ")} l h f\n${letter(at(100, 100, 13, 60))}`,
      [60],
    ],
    ["an arrow alone", stroke(100, 90, 100, 108) + arrow([100, 112], 90, 5) + letter([100, 116]), [90]],
    [
      "none: a letter in the bubble of a grid",
      arc(100, 100, 4, 0, 360) + stroke(100, 104, 100, 150) + letter([100, 100]),
      [],
    ],
    ["none: the end of a word", arc(100, 100, 10, 0, 360) + letter([100, 113], "NN"), []],
    ["none: a letter by itself", letter([100, 100]), []],
  ])("%s", async (_, content, expected) => {
    expect(await north(content)).toEqual(expected);
  });
});

describe("blocks of lettering", () => {
  const blocks = async (content: string): Promise<string[]> =>
    (await pageOf(content)).of(TEXT_BLOCKS).map(({ value }) => value.lines.map(({ text }) => text).join("/"));
  it("are lines under each other that begin in line, or have their middles in line", async () => {
    const notes = ["NOTES", "Do not scale.", "All in millimetres."].map((text, i) =>
      lettering(text, 20, 60 - i * 5, 2.5),
    );
    const room = lettering("HALL", 120, 60, 2.5) + lettering("101", 121.6, 55.5, 2.5);
    expect(await blocks(notes.join("") + room)).toEqual(["NOTES/Do not scale./All in millimetres.", "HALL/101"]);
  });
  it("are parted by height, by a wide gap, and by where they stand", async () => {
    const content = [
      lettering("TITLE", 20, 80, 5) + lettering("Ground floor", 20, 72, 2.5),
      lettering("A", 20, 50, 2.5) + lettering("B", 20, 38, 2.5),
      lettering("left column", 100, 60, 2.5) + lettering("right column", 160, 55, 2.5),
    ];
    expect((await blocks(content.join(""))).every((each) => !each.includes("/"))).toBe(true);
  });
});
