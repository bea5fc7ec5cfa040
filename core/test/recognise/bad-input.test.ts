import { describe, expect, it } from "vitest";
import { CODE_LABELS } from "../../src/recognise/codes/labels";
import { GRID_LINES } from "../../src/recognise/grid-lines";
import { LEVELS } from "../../src/recognise/building/levels";
import { OPENINGS } from "../../src/recognise/building/openings";
import { ROOMS } from "../../src/recognise/building/rooms";
import { FileFacts } from "../../src/recognise/recogniser";
import { fieldOf, labelled } from "../../src/recognise/title-blocks/labels";
import { TITLE_BLOCKS } from "../../src/recognise/title-blocks/title-blocks";
import { inspect } from "../../src/inspect";
import { must } from "../../src/base/result";
import { parseScale } from "../../src/quantity";
import { preset, StandardLookup } from "../../src/standard";
import { box, stroke } from "../support/drawn";
import { lettered, lettering, onePage, type OnePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { cellsOf } from "../support/title-block";
import { drawingOf } from "../support/tools";
import { drawnPlan, HOUSE } from "../support/walls";

/** What sheets bring that nobody would draw on purpose, and what is said of it: nothing that isn't so. */

const TARNWICK = preset("tarnwick")!;
const pageOf = async (content: string, more: Partial<OnePage> = {}) => {
  const drawing = await drawingOf(onePage({ content, ...more }));
  return new FileFacts(drawing, new StandardLookup(TARNWICK), { scale: must(parseScale("1:50")) }).pages[0]!;
};
const findingsOf = async (content: string, more: Partial<OnePage> = {}) =>
  inspect(await drawingOf(onePage({ content, ...more })), TARNWICK).findings.map(({ rule }) => rule);

describe("sheets that nobody would draw on purpose", () => {
  it("10,000 rooms are counted, or nothing is said of them", async () => {
    // 101 walls of 2 mm each way, 8 mm apart: rooms of 6 × 6 mm between them.
    const lines = Array.from({ length: 100 }, (_, i) =>
      Array.from({ length: 100 }, (_, j) => box(10 + i * 8, 10 + j * 8, 6, 6, 0.5)),
    );
    const content = lines.flat().join("") + box(8, 8, 802, 802, 0.5);
    const rooms = (await pageOf(content, { widthMm: 830, heightMm: 830 })).of(ROOMS);
    expect([0, 10_000]).toContain(rooms.length);
  });

  it("circles with letters in them and no lines are no grid lines", async () => {
    const bubbles = ["A", "B", "C"].map(
      (text, i) => arc(60 + i * 40, 150, 5, 0, 360) + lettering(text, 59 + i * 40, 148.8, 2.5),
    );
    expect((await pageOf(bubbles.join(""))).of(GRID_LINES)).toEqual([]);
    expect((await findingsOf(bubbles.join(""))).filter((rule) => rule.startsWith("code/"))).toEqual([]);
  });

  it("cells of a table frame no codes, two codes over each other are codes", async () => {
    const cell = (text: string, x: number, y: number): string =>
      box(x, y, 14, 6, 0.25) + lettering(text, x + 3, y + 1.8, 2.5);
    const codes = async (content: string): Promise<string[]> =>
      (await pageOf(content)).of(CODE_LABELS).map(({ value }) => value.text);
    const table = ["AB", "CD", "EF"].flatMap((text, i) => [cell(text, 60 + i * 14, 100), cell("XY", 60 + i * 14, 106)]);
    expect(await codes(table.join(""))).toEqual([]);
    expect(await codes(cell("AB", 60, 106) + cell("CD", 60, 100))).toEqual(["AB", "CD"]);
  });

  it("cells of a title block may be merged, across and up", async () => {
    const content = cellsOf([
      { at: [300, 10, 40, 36], label: "Client", value: "Harbour board" },
      { at: [340, 34, 60, 12], label: "Title", value: "Ground floor" },
      { at: [340, 10, 30, 24], label: "Scale", value: "1:50" },
      { at: [370, 22, 30, 12], label: "Date", value: "2026-03-02" },
      { at: [370, 10, 30, 12], label: "Rev", value: "B" },
    ]);
    const [block, ...others] = (await pageOf(content)).of(TITLE_BLOCKS);
    expect(others).toEqual([]);
    expect(block!.value.cells.map(({ field, value }) => `${field}: ${value}`).sort()).toEqual([
      "client: Harbour board",
      "date: 2026-03-02",
      "revision: B",
      "scale: 1:50",
      "title: Ground floor",
    ]);
  });

  it.each(["Масштаб", "縮尺", "المقياس", "Κλίμακα", "Scale\u0000", "S".repeat(5000), ""])(
    "a label in another script, or none at all, is no label of ours: %j",
    (words) => {
      if (words.startsWith("Scale")) expect(() => fieldOf(words)).not.toThrow();
      else expect(fieldOf(words) ?? labelled(words)).toBeUndefined();
    },
  );

  it("lettering along a curve neither names a room nor stops it from being found", async () => {
    const letters = [..."SALTMARSH"].map((letter, i) => {
      const degrees = 150 - i * 14;
      const turn = (degrees * Math.PI) / 180;
      return lettered(letter, 110 + 25 * Math.cos(turn), 110 + 25 * Math.sin(turn), 2.5, degrees - 90);
    });
    const rooms = (await pageOf(drawnPlan(HOUSE) + letters.join(""))).of(ROOMS);
    expect(rooms).toHaveLength(3);
    expect(rooms.map(({ value }) => value.name).filter((name) => name.length > 1)).toEqual([]);
  });

  const SHEET =
    drawnPlan(HOUSE) +
    cellsOf([
      { at: [300, 34, 100, 12], label: "Client", value: "Harbour board" },
      { at: [300, 22, 100, 12], label: "Title", value: "Ground floor" },
      { at: [300, 10, 100, 12], label: "Scale", value: "1:50" },
    ]) +
    stroke(320, 160, 380, 160) +
    lettering("FFL +0.15", 340, 161, 2.5);
  const told = async (content: string, more: Partial<OnePage> = {}) => {
    const page = await pageOf(content, more);
    return {
      rooms: page
        .of(ROOMS)
        .map(({ value }) => Math.round(value.areaMm2))
        .sort((a, b) => a - b),
      openings: page
        .of(OPENINGS)
        .map(({ value }) => `${value.use} ${value.widthMm.toFixed(1)}`)
        .sort(),
      fields: page
        .of(TITLE_BLOCKS)
        .flatMap(({ value }) => value.cells.map(({ field, value: words }) => `${field}: ${words}`))
        .sort(),
      levels: page.of(LEVELS).map(({ value }) => value.text),
    };
  };
  it.each([
    ["turned upside down and shown upright", "/Rotate 180"],
    ["turned by a quarter and shown upright", "/Rotate 90"],
  ])("a page that is %s says what it said", async (_what, page) => {
    const upright = await told(SHEET);
    expect(upright.rooms).toHaveLength(3);
    const isQuarter = page.endsWith("90");
    // What is seen is the same: the content is turned against the page.
    const turned = isQuarter ? `q 0 1 -1 0 297 0 cm\n${SHEET}Q\n` : `q -1 0 0 -1 420 297 cm\n${SHEET}Q\n`;
    const size = isQuarter ? { widthMm: 297, heightMm: 420 } : {};
    expect(await told(turned, { page, ...size })).toEqual(upright);
  });
  it("a page that is seen upside down has its rooms and its title block all the same", async () => {
    const upright = await told(SHEET);
    const down = await told(`q -1 0 0 -1 420 297 cm\n${SHEET}Q\n`);
    expect(down.rooms).toEqual(upright.rooms);
    expect(down.openings).toEqual(upright.openings);
    expect(down.fields).toEqual(upright.fields);
  });
});
