import { describe, expect, it } from "vitest";
import { row, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { judged } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS", "A-FLOR-PATT"];

/** Three rooms side by side, their walls drawn as two faces each. */
const walls = on(
  0,
  [40, 43, 100, 103, 160, 163, 240, 243].map((x) => stroke(x, 60, x, 140, 0.5)).join("") +
    stroke(40, 60, 243, 60, 0.5) +
    stroke(40, 140, 243, 140, 0.5),
);
const tick = (x: number, y: number): string => stroke(x - 0.88, y - 0.88, x + 0.88, y + 0.88);
/** The clear width of each room, from face to face, without extension lines. */
const clear = on(
  1,
  [
    [43, 100],
    [103, 160],
    [163, 240],
  ]
    .map(
      ([from, to]) =>
        stroke(from!, 90, to!, 90) +
        tick(from!, 90) +
        tick(to!, 90) +
        lettering(String((to! - from!) * 50), (from! + to!) / 2 - 4, 91, 2.5),
    )
    .join(""),
);
const outside = on(1, row({ y: 152, object: 140, stops: [40, 103, 163, 243] }));

const RULES = ["dim/extension", "dim/row-spacing", "dim/terminator", "dim/value-not-length", "dim/crowded"];

// “Dimensions between wall faces inside a building have no extension lines and stand in no outside row” (handbook 3).
describe("clear widths inside rooms, beside a row outside", () => {
  const hatch = Array.from({ length: 20 }, (_, i) => stroke(104 + 2.7 * i, 89.1, 105.8 + 2.7 * i, 90.9, 0.13)).join("");
  it.each([
    ["alone", ""],
    ["across a hatch whose lines are as long as a tick", on(2, hatch)],
    ["with a level of nought beside one of them", on(0, lettering("0.00", 60, 87, 2.5))],
  ])("are no fault, %s", async (_, more) => {
    for (const rule of RULES)
      expect((await judged(rule, { name: "", layers, content: walls + clear + outside + more })).findings).toEqual([]);
  });
  it("are told where one is wrong", async () => {
    const wrong = on(1, stroke(43, 110, 100, 110) + tick(43, 110) + tick(100, 110) + lettering("2950", 67, 111, 2.5));
    const { findings } = await judged("dim/value-not-length", {
      name: "",
      layers,
      content: walls + clear + outside + wrong,
    });
    expect(findings).toMatchObject([{ measured: expect.anything(), message: expect.stringContaining("2950") }]);
  });
});
