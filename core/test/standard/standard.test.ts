import Ajv from "ajv";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { parseName } from "../../src/naming";
import { parseScale } from "../../src/quantity";
import {
  blankStandard,
  checkStandard,
  contentsOf,
  isBlank,
  preset,
  PRESETS,
  readStandard,
  StandardLookup,
  writeStandard,
  type OfficeStandard,
} from "../../src/standard";
import { inspect } from "../../src/inspect";
import { drawingOf, fixture } from "../support/tools";
import { ALL_RULES, settingsSchema } from "../../src/rules";
import { standardJsonSchema } from "../../src/standard/json-schema";

const plain = (name: string): Record<string, unknown> & OfficeStandard =>
  JSON.parse(writeStandard(preset(name)!)) as never;

/** Paths of the problems of a changed preset. */
function problemsOf(change: (standard: ReturnType<typeof plain>) => void): string[] {
  const standard = plain("tarnwick");
  change(standard);
  const checked = checkStandard(standard);
  return checked.ok ? [] : checked.problems.map((problem) => String(problem.at));
}

describe("a standard that nobody has begun", () => {
  const blank = blankStandard("Larkfield Drawings");
  it("is sound and says that it is blank, until one entry or a field of names is written", () => {
    expect(checkStandard(JSON.parse(writeStandard(blank)))).toMatchObject({ ok: true });
    expect(isBlank(blank)).toBe(true);
    expect(contentsOf(blank)).toEqual([]);
    const iso = preset("iso-13567")!;
    expect(isBlank({ ...blank, pens: iso.pens.slice(0, 1) })).toBe(false);
    expect(isBlank({ ...blank, naming: { ...blank.naming, layers: iso.naming.layers } })).toBe(false);
  });
  it("judges no drawing by what it does not say", async () => {
    const { findings, notJudged } = inspect(await drawingOf(fixture("cairo.pdf")), blank);
    const about = findings.map(({ rule }) => rule).filter((rule) => /^(layer|text|sheet)\//.test(rule));
    expect(about).toEqual([]);
    expect(notJudged.map(({ rule }) => rule)).toContain("layer/malformed");
  });
});

describe("what a preset holds", () => {
  it("is told by list, with the first names (ISO 128-2, ISO 5455)", () => {
    const held = contentsOf(preset("iso-13567")!);
    expect(held.find(({ list }) => list === "scales")).toEqual({
      list: "scales",
      words: "listed scales",
      count: 13,
      first: ["1:1", "1:2", "1:5", "1:10"],
    });
    expect(held.map(({ list }) => list)).toEqual(["scales", "pens", "lineTypes", "textStyles", "sheetSizes", "frames"]);
  });
});

describe("presets", () => {
  it.each(Object.keys(PRESETS))("%s is sound, and its JSON comes back the same", (name) => {
    const json = writeStandard(preset(name)!);
    const read = readStandard(json);
    expect(read.ok).toBe(true);
    if (read.ok) expect(writeStandard(read.standard)).toBe(json);
  });
  it.each(Object.keys(PRESETS))("%s is what the published JSON Schema describes", (name) => {
    const ajv = new Ajv({ strict: false, allErrors: true, formats: { "hex-color": true } });
    expect(ajv.validate(standardJsonSchema(settingsSchema(ALL_RULES)), plain(name)), ajv.errorsText()).toBe(true);
  });
  it("the published schema file is the model's", () => {
    const published = JSON.parse(
      readFileSync(join(import.meta.dirname, "../../../docs/schema/standard.schema.json"), "utf8"),
    ) as unknown;
    expect(published).toEqual(JSON.parse(JSON.stringify(standardJsonSchema(settingsSchema(ALL_RULES)))));
  });
  it("every layer of the demo office follows its own scheme; every scale can be read", () => {
    const standard = preset("tarnwick")!;
    for (const layer of standard.layers)
      expect(parseName(layer.name, standard.naming.layers).ok, layer.name).toBe(true);
    for (const { scale } of standard.scales) expect(parseScale(scale).ok, scale).toBe(true);
  });
  it("pens are the series of ISO 128-2 in steps of √2, lettering that of ISO 3098-1 (both from memory)", () => {
    const standard = preset("iso-13567")!;
    const widths = standard.pens.map((pen) => pen.widthMm);
    expect(widths).toEqual([0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2]);
    widths.slice(1).forEach((width, i) => expect(Math.abs(width / widths[i]! - Math.SQRT2)).toBeLessThan(0.035));
    expect(standard.textStyles.map((style) => style.heightMm)).toEqual([1.8, 2.5, 3.5, 5, 7, 10, 14, 20]);
  });
  it("there is no preset by a name of the object's own", () => expect(preset("constructor")).toBeUndefined());
});

describe("every error comes with its path", () => {
  it("in deep places, all at once", () => {
    const paths = problemsOf((standard) => {
      (standard.pens[2] as { widthMm: unknown }).widthMm = -1;
      (standard.layers[3] as { name: unknown }).name = 7;
      (standard.frames[0]!.titleBlock.cells[1] as { widthMm: unknown }).widthMm = "wide";
    });
    expect(new Set(paths)).toEqual(
      new Set(["pens[2].widthMm", "layers[3].name", "frames[0].titleBlock.cells[1].widthMm"]),
    );
  });
  it.each<[string, (standard: ReturnType<typeof plain>) => void, string]>([
    ["an unknown pen", (s) => void (s.layers[0]!.pen = "0.9"), "layers[0].pen"],
    ["an unknown line type", (s) => void (s.layers[0]!.lineType = "wavy"), "layers[0].lineType"],
    ["a doubled layer", (s) => void s.layers.push({ ...s.layers[0]! }), "layers[34].name"],
    ["a scale that is none", (s) => void (s.scales[1]!.scale = "one to fifty"), "scales[1].scale"],
    ["borders that eat the sheet", (s) => void (s.frames[0]!.border.leftMm = 900), "frames[0].border"],
    [
      "a title block larger than the sheet",
      (s) => void (s.frames[2]!.titleBlock.widthMm = 500),
      "frames[2].titleBlock",
    ],
    [
      "a cell outside its block",
      (s) => void (s.frames[2]!.titleBlock.cells[0]!.xMm = 179),
      "frames[2].titleBlock.cells[0]",
    ],
    ["a property that is not known", (s) => void Object.assign(s, { colour: "red" }), "colour"],
    ["a later form", (s) => void Object.assign(s, { format: "hemstitch-standard-9" }), "format"],
    [
      "a rule's severity that is none",
      (s) => void Object.assign(s.rules, { "line/hairline": { severity: "loud" } }),
      'rules["line/hairline"].severity',
    ],
  ])("%s", (_what, change, path) => expect(problemsOf(change)).toContain(path));
  it.each(["", "{", "null", "[]", "7", '"text"'])("refuses %j without throwing", (json) =>
    expect(readStandard(json).ok).toBe(false),
  );
  it("takes a byte order mark", () =>
    expect(readStandard(`\uFEFF${writeStandard(preset("tarnwick")!)}`).ok).toBe(true));
});

describe("asking", () => {
  const lookup = new StandardLookup(preset("tarnwick")!);
  it("finds pens, heights and default layers", () => {
    expect(lookup.penOf(lookup.layer("A-WALL"))?.widthMm).toBe(0.5);
    expect(lookup.nearestPen(0.3)?.widthMm).toBe(0.35);
    expect(lookup.nearestTextStyle(3)?.heightMm).toBe(3.5);
    expect(lookup.isDefaultLayer(" Default ")).toBe(true);
    expect(lookup.isDefaultLayer("A-WALL")).toBe(false);
  });
});
