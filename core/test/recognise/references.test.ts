import { describe, expect, it } from "vitest";
import { referenceWords, SHEET_REFERENCES } from "../../src/recognise/codes/references";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../src/standard";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { drawingOf } from "../support/tools";

/** A circle of 6 mm with a number over a sheet; common practice, no source. */
const bubble = (x: number, y: number, upper = "3", lower = "A-501"): string =>
  arc(x, y, 6, 0, 360, 0.35) +
  stroke(x - 6, y, x + 6, y, 0.35) +
  lettering(upper, x - 1, y + 1.4, 2.5) +
  (lower === "" ? "" : lettering(lower, x - 4, y - 3.8, 2));
const pointer = (x: number, y: number): string =>
  `${x - 6} ${y} m ${x} ${y + 9.3} l ${x + 6} ${y} l ${x} ${y + 6} l h f\n`;
const found = async (content: string) =>
  new FileFacts(
    await drawingOf(onePage({ content, widthMm: 420, heightMm: 297 })),
    new StandardLookup(preset("tarnwick")!),
  ).pages[0]!.of(SHEET_REFERENCES).map(({ value }) => value);
const words = async (content: string): Promise<string[]> =>
  (await found(content)).map((each) => `${each.kind} ${referenceWords(each)}`);

describe("references", () => {
  it("are sections by a pointer and a line, and elevations by a pointer alone", async () => {
    expect(await words(bubble(100, 100) + pointer(100, 100) + stroke(106, 100, 180, 100, 0.5))).toEqual([
      "section 3/A-501",
    ]);
    expect(await words(bubble(100, 100) + pointer(100, 100))).toEqual(["elevation 3/A-501"]);
  });
  it("are enlarged parts by a line to an outline, which they know", async () => {
    const part = "[3 1] 0 d 0.35 w 40 60 30 20 re S [] 0 d\n";
    const line = stroke(70, 72, 94.7, 97.2, 0.25);
    const [reference, ...others] = await found(bubble(99, 101.6) + part + line);
    expect(others).toEqual([]);
    expect(reference).toMatchObject({ kind: "detail", drawing: "3", sheet: "A-501" });
    expect(reference!.partMm!.x).toBeCloseTo(40, 1);
    expect(reference!.partMm!.width).toBeCloseTo(30, 1);
    const [round] = await found(bubble(99, 101.6) + arc(60, 62.6, 15, 0, 360) + stroke(70.6, 73.2, 94.7, 97.3, 0.25));
    expect(round).toMatchObject({ kind: "detail" });
    expect(round!.partMm!.width).toBeCloseTo(30, 1);
  });
  it("are bare circles, and words", async () => {
    expect(await words(bubble(100, 100))).toEqual(["bubble 3/A-501"]);
    expect(await words(lettering("SEE 3/A-501", 100, 100, 2.5) + lettering("see sheet A-502", 100, 80, 2.5))).toEqual([
      "note 3/A-501",
      "note A-502",
    ]);
    expect(await words(lettering("Flash as shown, see detail 3/A-501 and the schedule", 100, 100, 2.5))).toEqual([
      "note 3/A-501",
    ]);
  });
  it("may be sections without a sheet; grid bubbles and numbers are none", async () => {
    const section = bubble(100, 100, "A", "") + pointer(100, 100) + stroke(106, 100, 180, 100, 0.5);
    expect(await words(section)).toEqual(["section A"]);
    expect(await words(arc(100, 100, 5, 0, 360) + lettering("A", 99, 98.8, 2.5) + stroke(100, 95, 100, 20))).toEqual(
      [],
    );
  });
});
