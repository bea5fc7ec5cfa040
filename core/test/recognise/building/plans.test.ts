import { describe, expect, it } from "vitest";
import { must } from "../../../src/base/result";
import { parseScale } from "../../../src/quantity";
import { recogniseFile } from "../../../src/recognise";
import { PLANS } from "../../../src/recognise/building/plans";
import { FileFacts } from "../../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../../src/standard";
import { lettering, onePage } from "../../support/raw-pdf";
import { drawingOf } from "../../support/tools";
import { drawnPlan, HOUSE, label, onPaper, type TestPlan } from "../../support/walls";

const LEFT: TestPlan = { ...HOUSE, scale: 100, at: [40, 120] };
const RIGHT: TestPlan = { ...HOUSE, scale: 100, at: [450, 120] };

/** Which of two places of a page are on plans: one in what stands on the left, one in what stands on the right. */
async function onPlans(content: string): Promise<boolean[]> {
  const drawing = await drawingOf(onePage({ content, widthMm: 841, heightMm: 594 }));
  const given = { scale: must(parseScale("1:100")) };
  const [facts] = new FileFacts(drawing, new StandardLookup(preset("tarnwick")!), given).pages;
  const plans = facts!.of(PLANS)[0]!.value;
  return [LEFT, RIGHT].map((plan) => plans.has(onPaper(plan, [0, 4000])));
}

const titled = ({ at = [0, 0] }: TestPlan, words: string): string =>
  lettering(words, at[0], at[1] - 20, 5) + lettering("SCALE 1:100", at[0], at[1] - 27, 2.5);
const shut = (plan: TestPlan): TestPlan => ({ ...plan, openings: [] });

describe("plans", () => {
  it("are told from sections by the titles of the drawings of a page", async () => {
    const both = drawnPlan(LEFT) + drawnPlan(RIGHT);
    expect(await onPlans(both + titled(LEFT, "GROUND FLOOR PLAN") + titled(RIGHT, "SECTION A-A"))).toEqual([
      true,
      false,
    ]);
    expect(await onPlans(both + titled(LEFT, "SECTION A-A") + titled(RIGHT, "GROUND FLOOR PLAN"))).toEqual([
      false,
      true,
    ]);
  });
  it("without titles have doors that swing, or rooms with names", async () => {
    expect(await onPlans(drawnPlan(LEFT) + drawnPlan(shut(RIGHT)))).toEqual([true, false]);
    const named = label(RIGHT, [3500, 4000], "HALL");
    expect(await onPlans(drawnPlan(LEFT) + drawnPlan(shut(RIGHT)) + named)).toEqual([true, true]);
  });
  it("alone show their walls and openings: what is drawn alike on an elevation is none", async () => {
    const content =
      drawnPlan(LEFT) + titled(LEFT, "GROUND FLOOR PLAN") + drawnPlan(RIGHT) + titled(RIGHT, "NORTH ELEVATION");
    const drawing = await drawingOf(onePage({ content, widthMm: 841, heightMm: 594 }));
    const [page] = recogniseFile(drawing, new StandardLookup(preset("tarnwick")!));
    const sides = new Set(page!.walls.map(({ from }) => (from[0] < 440 ? "plan" : "elevation")));
    expect([...sides]).toEqual(["plan"]);
    expect(new Set(page!.walls.map(({ kind }) => kind)).has("wall")).toBe(true);
  });
  it("are none where nothing is built", async () => {
    expect(await onPlans("0.5 w 40 40 m 200 200 l S\n")).toEqual([false, false]);
  });
});
