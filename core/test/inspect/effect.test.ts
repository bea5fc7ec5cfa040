import { describe, expect, it } from "vitest";
import { packDrawing, unpackDrawing, type Drawing } from "../../src/drawing";
import { effectOf, inspect, singleChanges } from "../../src/inspect";
import { preset, type OfficeStandard } from "../../src/standard";
import { on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const changed = (change: (standard: OfficeStandard) => void): OfficeStandard => {
  const standard = preset("tarnwick")!;
  change(standard);
  return standard;
};
/** What a draft changes on a drawing. */
const effectOn = (drawing: Drawing, before: OfficeStandard, after: OfficeStandard) =>
  effectOf(inspect(drawing, before).findings, inspect(drawing, after).findings);
const layer = (standard: OfficeStandard, name: string) => standard.layers.find((each) => each.name === name)!;

describe("what a change of the standard would do to kept drawings", () => {
  it("is judged on the packed drawing: findings gained and lost", async () => {
    const kept = unpackDrawing(
      packDrawing(
        await drawingOf(
          onePage({
            layers: ["A-GLAZ", "A-SIGN"],
            content: on(0, "0.25 w 1 1 m 9 9 l S") + on(1, "0.25 w 1 2 m 9 2 l S"),
          }),
        ),
      ),
    );
    const draft = changed((s) => {
      layer(s, "A-GLAZ").pen = "0.18";
      s.layers.push({ ...layer(s, "A-GLAZ"), name: "A-SIGN", pen: "0.25", purpose: "Signs" });
    });
    const effect = effectOn(kept, preset("tarnwick")!, draft);
    expect(effect.gained).toEqual([expect.objectContaining({ rule: "line/width-not-pen", layer: "A-GLAZ", count: 1 })]);
    expect(effect.lost).toEqual([expect.objectContaining({ rule: "layer/unregistered", layer: "A-SIGN" })]);
    // The same, by inspecting with each standard alone.
    expect(inspect(kept, draft).findings.map((finding) => finding.rule)).toEqual(["line/width-not-pen"]);
  });
  it("a finding with another severity or another expected value is lost as it was and gained as it is", async () => {
    const drawing = await drawingOf(onePage({ layers: ["A-WALL"], content: on(0, "0.3 w 1 1 m 9 9 l S") }));
    const loud = effectOn(
      drawing,
      preset("tarnwick")!,
      changed((s) => void (s.rules["line/width-off-series"] = { severity: "stop" })),
    );
    expect([loud.lost[0]!.severity, loud.gained[0]!.severity]).toEqual(["mend", "stop"]);
    const other = effectOn(
      drawing,
      preset("tarnwick")!,
      changed((s) => void (layer(s, "A-WALL").pen = "0.7")),
    );
    expect([other.lost.length, other.gained.length]).toEqual([1, 1]);
  });
  it("nothing changed is no effect", async () => {
    const drawing = await drawingOf(onePage({ layers: ["walls"], content: on(0, "0.3 w 1 1 m 9 9 l S") }));
    expect(effectOn(drawing, preset("tarnwick")!, preset("tarnwick")!)).toEqual({ gained: [], lost: [] });
  });
});

describe("the changes of a draft, each on its own", () => {
  it("are grouped by entry, and each standard has that change only", () => {
    const before = preset("tarnwick")!;
    const after = changed((s) => {
      layer(s, "A-GLAZ").pen = "0.18";
      layer(s, "A-GLAZ").purpose = "Glass";
      s.hatches[0]!.families[0]!.spacingMm = 2;
      s.showing["A-WALL"]!["detail"] = "faint";
      s.rules["text/font"] = { severity: "off" };
      s.rules["sheet/size"] = { parameters: { offMm: 5 } };
    });
    const changes = singleChanges(before, after);
    expect(changes.map((change) => [change.part, change.entry, change.words.length])).toEqual([
      ["layers", "A-GLAZ", 2],
      ["hatches", "cut-masonry", 1],
      ["showing", "A-WALL", 1],
      ["rules", "sheet/size", 1],
      ["rules", "text/font", 1],
    ]);
    const glaz = changes[0]!.standard!;
    expect(layer(glaz, "A-GLAZ").pen).toBe("0.18");
    expect(glaz.hatches[0]!.families[0]!.spacingMm).toBe(1.2);
    expect(glaz.rules).toEqual({});
  });
  it("one that needs another says so by having no standard", () => {
    const after = changed((s) => {
      s.pens.push({ id: "0.3", widthMm: 0.3, shadePercent: 100, screenColour: "#000000" });
      layer(s, "A-GLAZ").pen = "0.3";
    });
    const changes = singleChanges(preset("tarnwick")!, after);
    expect(changes.map((change) => [change.entry, change.standard !== undefined])).toEqual([
      ["A-GLAZ", false],
      ["0.3", true],
    ]);
  });
});
