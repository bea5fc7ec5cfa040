import { describe, expect, it } from "vitest";
import { askedOf, FileFacts } from "../../src/recognise";
import { preset } from "../../src/standard";
import { blankStandard } from "../../src/standard/presets";
import { StandardLookup } from "../../src/standard/plain";
import { building, ROW, row, stroke } from "../support/drawn";
import { lettering, on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** By the demo office's standard: invented for the demo. */
const facts = async (content: string, layers = ["A-WALL", "A-ANNO-DIMS", "A-GRID", "Layer 1"]) =>
  new FileFacts(await drawingOf(onePage({ content, layers })), new StandardLookup(preset("tarnwick")!)).pages[0]!;

describe("what is said of a mark", () => {
  it("a line: layer, pen, line type, length on paper and in the building", async () => {
    const page = await facts(on(0, building()) + on(1, row(ROW)) + on(0, stroke(50, 70, 90, 100, 0.5)));
    const mark = askedOf(page, "paths", page.page.paths.count - 1);
    expect(mark).toMatchObject({
      what: "line",
      layer: "A-WALL",
      isRegistered: true,
      layersPen: "0.5",
      pen: "0.5",
      lineType: "continuous",
      colour: 0,
      inBuilding: "2500 mm",
      scale: "1:50",
    });
    expect(mark.widthMm).toBeCloseTo(0.5, 6);
    expect(mark.lengthMm).toBeCloseTo(50, 3);
  });
  it("a length in the drawing's own units", async () => {
    const feet = row({ ...ROW, stops: [40, 78.1, 116.2, 154.3], texts: ["6'-0\"", "6'-0\"", "6'-0\""], scale: 48 });
    const page = await facts(on(0, building()) + on(1, feet) + on(0, stroke(50, 70, 75.4, 70, 0.5)));
    expect(askedOf(page, "paths", page.page.paths.count - 1)).toMatchObject({
      inBuilding: "4'-0\"",
      scale: '1/4" = 1\'-0"',
    });
  });
  it("a width that is no pen's and dashes that are no line type", async () => {
    const page = await facts(on(0, "0.44 w [7 1 3 1] 0 d 10 10 m 90 10 l S"));
    const mark = askedOf(page, "paths", 0);
    expect(mark.pen).toBeNull();
    expect(mark.lineType).toBeNull();
    expect(mark.dashMm!.map((each) => Math.round(each))).toEqual([7, 1, 3, 1]);
    expect(mark.inBuilding).toBeUndefined();
  });
  it("lettering: what it reads, how high, which style", async () => {
    const page = await facts(on(3, lettering("HALL", 20, 20, 2.5)));
    expect(askedOf(page, "texts", 0)).toMatchObject({
      what: "lettering",
      layer: "Layer 1",
      isRegistered: false,
      text: "HALL",
      font: "Helvetica",
      implied: { name: "A-ANNO-TEXT", because: "it is lettering" },
    });
    expect(askedOf(page, "texts", 0).textStyle).toBeDefined();
  });
  it("an area", async () => {
    const page = await facts("0.5 g 10 10 30 30 re f");
    const mark = askedOf(page, "paths", 0);
    expect(mark).toMatchObject({ what: "area", colour: 0x808080, isRegistered: false });
    expect(mark.layer).toBeUndefined();
    expect(mark.lengthMm).toBeUndefined();
  });
  it("nothing is claimed that would need the standard, where there is none to compare with", async () => {
    const content = on(0, "0.44 w [7 1 3 1] 0 d 10 10 m 90 10 l S" + lettering("HALL", 20, 20, 2.7));
    const drawing = await drawingOf(onePage({ content, layers: ["A-WALL"] }));
    const [page] = new FileFacts(drawing, new StandardLookup(blankStandard(""))).pages;
    const [line, text] = [askedOf(page!, "paths", 0), askedOf(page!, "texts", 0)];
    for (const claim of ["isRegistered", "pen", "lineType", "textStyle", "implied"] as const) {
      expect(line[claim]).toBeUndefined();
      expect(text[claim]).toBeUndefined();
    }
  });
});
