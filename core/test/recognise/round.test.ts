import { describe, expect, it } from "vitest";
import { FileFacts } from "../../src/recognise/recogniser";
import { ARCS } from "../../src/recognise/arcs";
import { ROUND_DIMENSIONS } from "../../src/recognise/dimensions/round";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc, arcOfCorners, arrow, at, exploded } from "../support/round";
import { drawingOf } from "../support/tools";

const factsOf = async (content: string) =>
  new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!)).pages[0]!;

const found = async (content: string): Promise<[string, string, number][]> =>
  (await factsOf(content))
    .of(ROUND_DIMENSIONS)
    .map(({ value }) => [value.figure.text, value.kind, Number(value.drawn.toFixed(2))]);

describe("arcs", () => {
  it.each([
    ["a quarter", arc(100, 100, 20, 0, 90), [[20, 0, 90]]],
    ["across 180 degrees", arc(100, 100, 20, 150, 240), [[20, 150, 90]]],
    ["drawn clockwise", arc(100, 100, 20, 90, 30), [[20, 30, 60]]],
    ["a circle", arc(100, 100, 12, 0, 360), [[12, 0, 360]]],
    ["a polygon", arcOfCorners(100, 100, 15, 10, 100), [[15, 10, 90]]],
    [
      "a leaf of a door and its swing in one mark",
      "0.2 w 100 120 m 100 100 l 120 100 m 120 111.0457 111.0457 120 100 120 c S",
      [[20, 0, 90]],
    ],
    [
      "straights one by one, after a line that leads there",
      `${stroke(70, 100, 120, 100)}${exploded(100, 100, 20, 0, 80)}`,
      [[20, 0, 80]],
    ],
    ["none: a wave", "0.2 w 10 10 m 20 30 30 -10 40 10 c S", []],
    ["none: a straight that is written as a curve", "0.2 w 10 10 m 20 10 30 10 40 10 c S", []],
    ["none: a square", "0.2 w 10 10 20 20 re S", []],
  ])("%s", async (_name, content, expected) => {
    const { all } = (await factsOf(content)).of(ARCS)[0]!.value;
    const told = all.map(({ radiusMm, fromDeg, sweepDeg }) => [radiusMm, fromDeg, sweepDeg].map(Math.round));
    expect(told.map(([r, from, sweep]) => [r, (from! + 360) % 360, sweep])).toEqual(expected);
  });
});

describe("radii, diameters and angles", () => {
  const [tip, out] = [at(100, 100, 30, 40), at(100, 100, 48, 40)];
  it("a radius from the middle, by an arrow on the arc", async () => {
    const line = stroke(100, 100, ...tip) + arrow(tip, 40);
    expect(await found(arc(100, 100, 30, 10, 80) + line + lettering("R 1500", 106, 111, 2.5))).toEqual([
      ["R 1500", "radius", 30],
    ]);
  });
  it("a radius from outside, on a level line that the leader goes on from", async () => {
    const line = stroke(...out, ...tip) + stroke(...out, out[0] + 14, out[1]) + arrow(tip, 220);
    const text = lettering("R1500", out[0] + 2, out[1] + 1, 2.5);
    expect(await found(arcOfCorners(100, 100, 30, 10, 80) + line + text)).toEqual([["R1500", "radius", 30]]);
  });
  it("a diameter across a circle, and one at a leader from outside", async () => {
    const [a, b] = [at(100, 100, 20, 30), at(100, 100, 20, 210)];
    const across = stroke(...a, ...b) + arrow(a, 30) + arrow(b, 210);
    expect(await found(arc(100, 100, 20, 0, 360) + across + lettering("dia 2000", 100, 103, 2.5))).toEqual([
      ["dia 2000", "diameter", 40],
    ]);
  });
  it.each([
    ["in one piece, ticks at its ends", 0],
    ["broken by its figure", 9],
  ])("an angle, its arc %s", async (_name, gap) => {
    const sides = stroke(100, 100, 150, 100) + stroke(100, 100, ...at(100, 100, 50, 42));
    const arcs =
      gap === 0 ? arc(100, 100, 40, 0, 42) : arc(100, 100, 40, 0, 21 - gap) + arc(100, 100, 40, 21 + gap, 42);
    const ends = arrow(at(100, 100, 40, 0), -90) + arrow(at(100, 100, 40, 42), 132);
    const [x, y] = at(100, 100, 41, 21);
    const text = lettering("42 deg", x - (gap === 0 ? -1 : 3), y - 1, 2.5);
    expect(await found(sides + arcs + ends + text)).toEqual([["42 deg", "angle", 42]]);
  });
  it.each([
    ["that says so", "arc 1250", true],
    ["that says so, at plain ends", "arc 1250", false],
    ["that says nothing", "1250", true],
  ])("a length along an arc, of a figure %s", async (_name, text, isHeaded) => {
    // The wall at 40 mm, its dimension at 50 mm, from 20 to 80 degrees.
    const ends = [20, 80].map((degrees) => {
      const [from, to] = [at(100, 100, 42, degrees), at(100, 100, 52, degrees)];
      const head = isHeaded ? arrow(at(100, 100, 50, degrees), degrees === 20 ? -70 : 170) : "";
      return stroke(...from, ...to) + head;
    });
    const [x, y] = at(100, 100, 51.5, 50);
    const content =
      arc(100, 100, 40, 10, 90, 0.5) + arc(100, 100, 50, 20, 80) + ends.join("") + lettering(text, x, y, 2.5);
    expect(await found(content)).toEqual([[text, "arc length", Number(((40 * Math.PI) / 3).toFixed(2))]]);
  });
  it("an angle without heads, whose arc ends on lines to its middle", async () => {
    const sides = stroke(100, 100, 150, 100) + stroke(100, 100, ...at(100, 100, 50, 90));
    const [x, y] = at(100, 100, 22, 45);
    expect(await found(sides + arc(100, 100, 20, 0, 90) + lettering("90 deg", x, y, 2.5))).toEqual([
      ["90 deg", "angle", 90],
    ]);
  });
  it.each([
    ["a figure at nothing", arc(100, 100, 30, 10, 80) + lettering("R 250", 200, 200, 2.5)],
    ["a figure beside an arc, without a line", arc(100, 100, 30, 10, 80) + lettering("R 250", 120, 124, 2.5)],
    [
      "a line that ends on an arc aslant",
      arc(100, 100, 30, 10, 80) + stroke(140, 100, ...tip) + arrow(tip, 150) + lettering("R 250", 138, 96, 2.5),
    ],
    ["an angle beside an arc that ends nowhere", arc(100, 100, 40, 0, 42) + lettering("42 deg", 140, 115, 2.5)],
    ["the number of a room", arc(100, 100, 30, 10, 80) + stroke(100, 100, ...tip) + lettering("R12A", 106, 111, 2.5)],
  ])("none: %s", async (_name, content) => {
    expect(await found(content)).toEqual([]);
  });
  it("thousands of circles about one point, and figures at them, take no long time", async () => {
    const circles = Array.from({ length: 3000 }, (_, i) => arc(150, 150, 1 + i * 0.04, 0, 360)).join("");
    const figures = Array.from({ length: 50 }, (_, i) => lettering("R 100", 140, 100 + i * 2, 2)).join("");
    const lines = Array.from({ length: 50 }, (_, i) => stroke(150, 150, 150 + i, 260)).join("");
    expect((await found(circles + figures + lines)).length).toBeLessThanOrEqual(50);
  });
});
