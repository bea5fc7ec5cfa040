import { describe, expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset, type OfficeStandard } from "../../../src/standard";
import { building, ROW, row } from "../../support/drawn";
import { on, onePage } from "../../support/raw-pdf";
import { drawingOf } from "../../support/tools";

/*
 * The demo office's standard with a second style for each unit system, whose ticks are longer: invented for the test.
 * A kind names one of each, and its drawings are judged by the one whose units they write.
 */

const layers = ["A-WALL", "A-ANNO-DIMS"];
const FEET = { stops: [40, 78.1, 116.2, 154.3], texts: ["6'-0\"", "6'-0\"", "6'-0\""], scale: 48 };

function standard(): OfficeStandard {
  const made = preset("tarnwick")!;
  for (const style of made.dimensionStyles.slice(0, 2))
    made.dimensionStyles.push({ ...style, id: `${style.id}-bold`, terminatorMm: 4 });
  const [plan] = made.kinds;
  plan!.dimensionStyle = "metric-bold";
  plan!.otherDimensionStyle = "feet-inches-bold";
  return made;
}

async function expected(more: Partial<typeof ROW>, kind?: string): Promise<unknown[]> {
  const drawing = await drawingOf(
    onePage({ layers, content: on(0, building()) + on(1, row({ ...ROW, ...more, tick: 3 })) }),
  );
  const { findings } = inspect(drawing, standard(), kind === undefined ? {} : { kind });
  return findings.filter(({ rule }) => rule === "dim/terminator").map((finding) => finding.expected);
}

describe("the dimension style that a drawing is judged by", () => {
  it.each([
    ["metric, no kind", {}, undefined, 2.5],
    ["feet, no kind", FEET, undefined, 2.5],
    ["metric, a kind that names its own", {}, "floor-plan", 4],
    ["feet, the kind's other one", FEET, "floor-plan", 4],
    ["feet, another kind", FEET, "section", 2.5],
  ])("%s", async (_name, more, kind, size) => {
    expect(await expected(more, kind)).toEqual([size]);
  });
});
