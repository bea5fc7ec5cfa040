import { describe, expect, it } from "vitest";
import { DRAWING_TITLES } from "../../src/recognise/drawing-titles";
import { kindNamed, PAGE_KIND } from "../../src/recognise/drawing-kinds";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../src/standard";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { drawnPlan, HOUSE } from "../support/walls";
import { drawingOf } from "../support/tools";

const factsOf = async (content: string, kind?: string) =>
  new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!, kind)).pages[0]!;

const titlesOf = async (content: string) =>
  (await factsOf(content)).of(DRAWING_TITLES).map(({ value: { text, number, note } }) => [text, number, note?.words]);

describe("titles of drawings", () => {
  it("stand over their scale", async () => {
    expect(await titlesOf(lettering("SECTION A-A", 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5))).toEqual([
      ["SECTION A-A", undefined, "1:50"],
    ]);
  });
  it("hold their scale themselves, and their number before them", async () => {
    expect(await titlesOf(lettering("3. Eaves detail (scale 1:5)", 40, 30, 3.5))).toEqual([
      ["Eaves detail", "3", "1:5"],
    ]);
  });
  it("stand on a line behind a number in a circle, without a scale", async () => {
    const circle = arc(34, 31, 5, 0, 360) + lettering("2", 33.1, 29.8, 2.5);
    expect(await titlesOf(circle + lettering("ROOF PLAN", 44, 31, 3.5) + stroke(40, 29, 90, 29))).toEqual([
      ["ROOF PLAN", "2", undefined],
    ]);
  });
  it("are none where words stand by themselves, or a scale does", async () => {
    expect(await titlesOf(lettering("WAITING HALL", 100, 100, 3.5) + lettering("SCALE 1:50", 300, 24, 2.5))).toEqual(
      [],
    );
    expect(await titlesOf(lettering("underlined", 100, 100, 3.5) + stroke(95, 98, 140, 98))).toEqual([]);
  });
  it("of two lines over one scale the nearer one is it", async () => {
    const found = await titlesOf(
      lettering("SALTMARSH", 40, 42, 5) + lettering("FLOOR PLAN", 40, 33, 5) + lettering("1:100", 40, 27, 2.5),
    );
    expect(found).toEqual([["FLOOR PLAN", undefined, "1:100"]]);
  });
});

describe("the kind of a drawing", () => {
  const kindOf = async (content: string, said?: string) =>
    (await factsOf(content, said))
      .of(PAGE_KIND)
      .map(({ value: { kind, by }, confidence }) => [kind.id, by, confidence])[0];
  const { kinds } = preset("tarnwick")!;

  it("is the one that a title names, in any case and number", () => {
    const named = (text: string) => kindNamed(kinds, text)?.id;
    expect(named("GROUND FLOOR PLAN")).toBe("floor-plan");
    expect(named("Sections A and B")).toBe("section");
    expect(named("North elevation")).toBe("elevation");
    expect(named("Site plan and floor plan")).toBeUndefined();
    expect(named("Planting")).toBeUndefined();
  });
  it("is what was said before what is written, and that before what is drawn", async () => {
    const title = lettering("CEILING PLAN", 40, 20, 5) + lettering("1:50", 40, 14, 2.5);
    expect(await kindOf(drawnPlan(HOUSE) + title)).toEqual(["ceiling-plan", "title", 0.95]);
    expect(await kindOf(drawnPlan(HOUSE) + title, "section")).toEqual(["section", "said", 1]);
    expect(await kindOf(drawnPlan(HOUSE))).toEqual(["floor-plan", "content", 0.6]);
    expect(await kindOf(stroke(40, 40, 90, 90))).toBeUndefined();
  });
  it("of drawings of two kinds is none", async () => {
    const two = ["FLOOR PLAN", "SECTION"].map(
      (words, i) => lettering(words, 40 + i * 150, 20, 5) + lettering("1:50", 40 + i * 150, 14, 2.5),
    );
    expect(await kindOf(two.join(""))).toBeUndefined();
  });
});
