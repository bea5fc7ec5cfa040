import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import { must } from "../../src/base/result";
import { makeStarter } from "../../src/sheet";
import { isLibraryItem, LIBRARY_ITEMS, libraryItem } from "../../src/specimen";
import { asPdf, asSvg } from "../../src/formats/export";
import { preset, type OfficeStandard } from "../../src/standard";
import { barlow, shippedFonts } from "../support/fonts";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";
import { butEmptyFields } from "../support/but-empty-fields";

const tarnwick = (): OfficeStandard => preset("tarnwick")!;

describe("the starter of a drawing kind", () => {
  it.each(tarnwick().kinds.map((kind) => kind.id))(
    "%s: has every layer that the kind draws, and no finding by its own edition",
    async (kind) => {
      const standard = tarnwick();
      const starter = must(await makeStarter(standard, kind, shippedFonts()));
      checkedByQpdf(starter.pdf);
      const drawing = await drawingOf(starter.pdf);
      const shown = standard.layers
        .filter((layer) => ["drawn", "needed", "faint"].includes(standard.showing[layer.name]?.[kind] ?? ""))
        .map((layer) => layer.name);
      expect(drawing.layers.map((layer) => layer.name)).toEqual(expect.arrayContaining(shown));
      const inspected = inspect(drawing, standard, { kind, particulars: {} });
      expect(butEmptyFields(inspected.findings).map((finding) => finding.message)).toEqual([]);
      expect(inspected.notJudged).toEqual([]);
      for (const layer of shown) expect(starter.svg).toContain(`data-layer="${layer}"`);
    },
  );
  it("says which layers nobody has decided, and leaves them out", async () => {
    const starter = must(await makeStarter(tarnwick(), "detail", shippedFonts()));
    expect(starter.undecided).toEqual(["S-BEAM", "S-FNDN"]);
    expect(starter.layers).not.toContain("S-BEAM");
  });
  it("of an office with other lettering heights keeps to them, in the frame too", async () => {
    const standard = tarnwick();
    standard.textStyles.forEach((style) => void (style.heightMm *= 1.15));
    const starter = must(await makeStarter(standard, "floor-plan", shippedFonts()));
    expect(
      butEmptyFields(inspect(await drawingOf(starter.pdf), standard, { kind: "floor-plan" }).findings).map(
        (finding) => finding.message,
      ),
    ).toEqual([]);
  });
  it("letters each sample in the font of its style, and is still without findings", async () => {
    const standard = tarnwick();
    standard.textStyles.forEach((style, i) => void (style.fonts = [["Barlow", "Spline Sans Mono", "Archivo"][i % 3]!]));
    const starter = must(await makeStarter(standard, "floor-plan", shippedFonts()));
    const fonts = run("pdffonts", temporary(starter.pdf));
    for (const family of ["Barlow", "SplineSansMono", "Archivo"]) expect(fonts).toContain(family);
    const drawing = await drawingOf(starter.pdf);
    expect(
      butEmptyFields(inspect(drawing, standard, { kind: "floor-plan" }).findings).map((each) => each.message),
    ).toEqual([]);
    expect(starter.svg).toContain('font-family="Spline Sans Mono"');
  });
  it("of 600 layers has them all", async () => {
    const standard = tarnwick();
    for (let i = 0; i < 600; i++) {
      const name = `A-WALL-${String(i).padStart(4, "0")}`;
      standard.layers.push({ ...standard.layers[0]!, name });
      standard.showing[name] = { "floor-plan": "drawn" };
    }
    const starter = must(await makeStarter(standard, "floor-plan", shippedFonts()));
    expect((await drawingOf(starter.pdf)).layers.length).toBeGreaterThanOrEqual(628);
  });
  it.each([
    ["an unknown kind", "roof", "no-such-drawing-kind"],
    ["no kind where there are some", undefined, "no-such-drawing-kind"],
  ])("%s is refused in words", async (_what, kind, code) =>
    expect(await makeStarter(tarnwick(), kind, shippedFonts())).toMatchObject({ ok: false, problem: { code } }),
  );
  it("in a font that is not at hand is refused rather than lettered in another", async () => {
    const standard = tarnwick();
    standard.textStyles.forEach((style) => void (style.fonts = ["Somewhere"]));
    expect(await makeStarter(standard, "floor-plan", shippedFonts())).toMatchObject({
      ok: false,
      problem: { code: "font-not-at-hand" },
    });
  });
  it("of a standard without kinds has every layer that plots", async () => {
    const standard = { ...tarnwick(), kinds: [], showing: {}, series: [] };
    const starter = must(await makeStarter(standard, undefined, shippedFonts()));
    expect(starter.layers.length).toBe(33);
    expect(butEmptyFields(inspect(await drawingOf(starter.pdf), standard).findings)).toEqual([]);
  });
});

describe("the library", () => {
  it.each(LIBRARY_ITEMS.map((item) => item.id))("%s comes as PDF and SVG, and keeps to the standard", async (id) => {
    const standard = tarnwick();
    const item = libraryItem(standard, id, { scale: "1:50", kind: "floor-plan" })!;
    const pdf = await asPdf(item, id, barlow());
    checkedByQpdf(pdf);
    const rules = butEmptyFields(inspect(await drawingOf(pdf), standard).findings).map((finding) => finding.rule);
    // An item is no sheet.
    expect(new Set(rules)).toEqual(new Set(["sheet/size"]));
    expect(asSvg(item, id, barlow())).toContain("<svg");
  });
  it.each(LIBRARY_ITEMS.map((item) => item.id))("%s is lettered in the font of each height's style", async (id) => {
    const standard = tarnwick();
    standard.textStyles.forEach((style) => void (style.fonts = ["Spline Sans Mono"]));
    const item = libraryItem(standard, id, { scale: "1:50", kind: "floor-plan" })!;
    const pdf = await asPdf(item, id, barlow(), shippedFonts());
    const rules = butEmptyFields(inspect(await drawingOf(pdf), standard).findings).map((finding) => finding.rule);
    expect(new Set(rules)).toEqual(new Set(["sheet/size"]));
    expect(asSvg(item, id, barlow(), shippedFonts())).toContain('font-family="Spline Sans Mono"');
  });
  it("has no other items", () => expect(isLibraryItem("chair")).toBe(false));
});
