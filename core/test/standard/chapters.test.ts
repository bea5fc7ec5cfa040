import { editionDifferences } from "../../src/rules";
import { describe, expect, it } from "vitest";
import {
  applyEdits,
  blankEntry,
  canonical,
  checkStandard,
  entriesOf,
  hatchDensity,
  LIST_NAMES,
  mergeEntry,
  parseSlope,
  preset,
  readStandard,
  remarks,
  styleName,
  usesOf,
  writeStandard,
  type OfficeStandard,
} from "../../src/standard";
import { must } from "../../src/base/result";

const tarnwick = (): OfficeStandard => preset("tarnwick")!;
const changed = (change: (standard: OfficeStandard) => void): OfficeStandard => {
  const standard = structuredClone(tarnwick());
  change(standard);
  return standard;
};
const problems = (change: (standard: OfficeStandard) => void): string[] => {
  const checked = checkStandard(JSON.parse(JSON.stringify(changed(change))));
  return checked.ok ? [] : checked.problems.map((problem) => `${problem.code} ${String(problem.at)}`);
};
const codes = (standard: OfficeStandard): string[] =>
  remarks(standard).map((remark) => `${remark.code} ${remark.key ?? ""}`.trim());

describe("what a standard can't be with", () => {
  it.each<[string, (s: OfficeStandard) => void, string]>([
    [
      "circular successors",
      (s) => {
        s.layers[0]!.successor = "A-DOOR";
        s.layers[3]!.successor = "A-WALL";
      },
      "circular-successor layers[0].successor",
    ],
    [
      "a layer that succeeds itself",
      (s) => void (s.layers[0]!.successor = "A-WALL"),
      "circular-successor layers[0].successor",
    ],
    [
      "a hatch of zero spacing",
      (s) => void (s.hatches[0]!.families[0]!.spacingMm = 0),
      "hatch-without-spacing hatches[0].families[0].spacingMm",
    ],
    ["a hatch without lines", (s) => void (s.hatches[0]!.families = []), "hatch-without-lines hatches[0].families"],
    [
      "a scheme that nothing can follow",
      (s) => void (s.naming.sheets.fields = []),
      "scheme-never-matches naming.sheets.fields",
    ],
    [
      "a title block over the border",
      (s) => void (s.frames[0]!.titleBlock.widthMm = 820),
      "title-block-outside frames[0].titleBlock",
    ],
    [
      "cells that lie over each other",
      (s) => void (s.frames[0]!.titleBlock.cells[1]!.xMm = 20),
      "cells-overlap frames[0].titleBlock.cells[1]",
    ],
    [
      "a fixed item on the title block",
      (s) =>
        void (s.frames[0]!.items = [
          { id: "stamp", kind: "stamp", title: "Stamp", xMm: 700, yMm: 10, widthMm: 50, heightMm: 50 },
        ]),
      "item-on-block frames[0].items[0]",
    ],
    [
      "a kind at a scale that is not listed",
      (s) => void s.kinds[0]!.scales.push("1:75"),
      "no-such-scale kinds[0].scales[4]",
    ],
    [
      "a pen schedule with a pen that is not there",
      (s) => void (s.penSchedules[0]!.changes[1]!.pen = "0.9"),
      "no-such-pen penSchedules[0].changes[1].pen",
    ],
    [
      "a chart with a state of its own",
      (s) => void (s.showing["A-WALL"]!["detail"] = "perhaps" as never),
      'invalid-value showing["A-WALL"]["detail"]',
    ],
    [
      "a chart with a layer that is not there",
      (s) => void (s.showing["A-NONE"] = {}),
      'no-such-layer showing["A-NONE"]',
    ],
    [
      "a module that is no length",
      (s) => void (s.unitStyles[0]!.module = "a brick"),
      "length-unreadable unitStyles[0].module",
    ],
    ["a slope that is none", (s) => void (s.slopes[0]!.slope = "steep"), "slope-unreadable slopes[0].slope"],
  ])("%s", (_what, change, problem) => expect(problems(change)).toContain(problem));

  it("takes texts of 4,000 characters in any script, and no longer ones", () => {
    expect(problems((s) => void (s.layers[0]!.note = "壁🧱\u202e".repeat(1000)))).toEqual([]);
    expect(problems((s) => void (s.layers[0]!.note = "a".repeat(4001)))).toEqual(["invalid-value layers[0].note"]);
  });
});

describe("an earlier form of the JSON", () => {
  it("is brought to today's: its scales become entries, chapters that it lacks are empty", () => {
    const now = JSON.parse(writeStandard(preset("iso-13567")!)) as Record<string, unknown>;
    const first = Object.fromEntries(
      [
        "name",
        "edition",
        "units",
        "naming",
        "pens",
        "lineTypes",
        "textStyles",
        "sheetSizes",
        "frames",
        "layers",
        "rules",
      ].map((key) => [key, now[key]]),
    );
    const read = readStandard(
      JSON.stringify({ ...first, tolerances: {}, format: "hemstitch-standard-1", scales: ["1:50", `1/4" = 1'-0"`] }),
    );
    expect(read).toMatchObject({ ok: true });
    if (read.ok)
      expect(read.standard.scales).toEqual([
        { scale: "1:50", system: "metric" },
        { scale: `1/4" = 1'-0"`, system: "feet-inches" },
      ]);
  });
});

describe("the canonical form", () => {
  it("is the same text whatever the order and emptiness that the standard came with", () => {
    const standard = tarnwick();
    const shuffled = Object.fromEntries(Object.entries(standard).reverse()) as OfficeStandard;
    shuffled.layers = standard.layers.map((layer) =>
      Object.fromEntries(Object.entries({ ...layer, note: "" }).reverse()),
    ) as never;
    expect(writeStandard(shuffled)).toBe(writeStandard(standard));
  });
  it("loses nothing", () => {
    const standard = tarnwick();
    for (const list of LIST_NAMES) expect(canonical(standard)[list]).toEqual(standard[list]);
    expect(canonical(standard).showing).toEqual(standard.showing);
  });
});

describe("differences in words", () => {
  const words = (change: (standard: OfficeStandard) => void): string[] =>
    editionDifferences(tarnwick(), changed(change)).map((each) => each.words);
  it("of nothing are none", () => expect(words(() => undefined)).toEqual([]));
  it("name the entry, what of it, from and to", () => {
    expect(words((s) => void (s.layers[5]!.pen = "0.18"))).toEqual(["A-GLAZ: pen 0.25 → 0.18"]);
    expect(words((s) => void s.layers.pop())).toContain("A-ANNO-NPLT: layer removed");
    expect(words((s) => void (s.hatches[0]!.families[0]!.spacingMm = 2))).toEqual([
      "cut-masonry, family of lines 1: spacing 1.2 mm → 2 mm",
    ]);
    expect(words((s) => void (s.showing["A-WALL"]!["detail"] = "faint"))).toEqual([
      "A-WALL: in detail left-out → faint",
    ]);
    expect(words((s) => void (s.naming.layers.fields[1]!.codes![0]!.meaning = "Ways in"))).toEqual([
      "major ACCS: meaning Access → Ways in",
    ]);
    expect(words((s) => void Object.assign(s.rules, { "line/hairline": { severity: "note" } }))).toEqual([
      "Lines without a width (line/hairline): counts as stop, as usual → note",
    ]);
    expect(words((s) => void (s.frames[0]!.titleBlock.cells[0]!.label = "Firm"))).toEqual([
      "A1, cell 1: label Office → Firm",
    ]);
  });
});

describe("edits of entries", () => {
  it("an entry with a new key keeps its uses", () => {
    const standard = tarnwick();
    const pen = { ...standard.pens[4]!, id: "bold" };
    const edited = applyEdits(standard, "pens", [{ key: "0.5", entry: pen as never }])!;
    expect(usesOf(edited, "pens", "bold")).toEqual(usesOf(standard, "pens", "0.5"));
    expect(checkStandard(JSON.parse(JSON.stringify(edited))).ok).toBe(true);
  });
  it("the showing chart follows a renamed layer and a removed kind", () => {
    const standard = tarnwick();
    const renamed = applyEdits(standard, "layers", [
      {
        key: "A-AREA",
        entry: { ...standard.layers.find((each) => each.name === "A-AREA")!, name: "A-AREA-OTLN" } as never,
      },
    ])!;
    expect(renamed.showing["A-AREA-OTLN"]).toEqual(standard.showing["A-AREA"]);
    expect(renamed.showing["A-AREA"]).toBeUndefined();
    const fewer = applyEdits(standard, "kinds", [{ key: "section", entry: null }])!;
    expect(Object.values(fewer.showing).some((row) => "section" in row)).toBe(false);
  });
  it("of an entry that is not there are refused whole", () =>
    expect(applyEdits(tarnwick(), "pens", [{ key: "9", entry: null }])).toBeUndefined());
  it("two people's changes of one entry come together where they touch other things", () => {
    const was = { name: "A-WALL", pen: "0.5", purpose: "Walls" };
    expect(mergeEntry(was, { ...was, pen: "0.7" }, { ...was, purpose: "All walls" })).toEqual({
      kind: "merged",
      entry: { name: "A-WALL", pen: "0.7", purpose: "All walls" },
    });
    expect(mergeEntry(was, { ...was, pen: "0.7" }, { ...was, pen: "0.35" })).toEqual({
      kind: "conflict",
      properties: ["pen"],
    });
    expect(mergeEntry({ ...was, note: "x" }, { ...was, note: "x", pen: "0.7" }, was)).toEqual({
      kind: "merged",
      entry: { ...was, pen: "0.7" },
    });
  });
  it.each(LIST_NAMES)("a new entry of %s is sound once it has its key", (list) => {
    const standard = tarnwick();
    const keys: Record<string, string> = { layers: "A-SIGN", scales: "1:25", slopes: "5 in 12" };
    const key = keys[list] ?? "new";
    const entry = { ...blankEntry(standard, list), ...(list === "layers" ? { name: key } : {}) } as Record<
      string,
      unknown
    >;
    for (const property of ["id", "scale", "slope", "code", "family"]) if (property in entry) entry[property] = key;
    const edited = applyEdits(standard, list, [{ key: null, entry }])!;
    const checked = checkStandard(JSON.parse(JSON.stringify(edited)));
    expect(checked.ok ? [] : checked.problems).toEqual([]);
    expect(entriesOf(edited, list).length).toBe(entriesOf(standard, list).length + 1);
  });
});

describe("a standard against itself", () => {
  it("of the demo office says what is known of it", () =>
    expect(codes(tarnwick())).toEqual([
      "cells-undecided section",
      "cells-undecided detail",
      "codes-without-layers",
      "codes-without-layers",
      "near-duplicate A-ANNO-TTLT",
      "unused",
      "unused",
      "hatch-too-dense block-coursing",
      "hatch-too-dense floor-tile",
      // 5 mm and lettering of 2.5 mm want more than a pitch of 8 mm.
      "extension-meets-figures metric",
    ]));
  it.each<[string, (s: OfficeStandard) => void, string]>([
    ["a scale that no kind uses", (s) => void s.scales.push({ scale: "1:25", system: "metric" }), "scale-unused 1:25"],
    ["a kind with no scale", (s) => void (s.kinds[0]!.scales = []), "kind-without-scale floor-plan"],
    [
      "a kind whose two dimension styles write the same units",
      (s) => void (s.kinds[0]!.otherDimensionStyle = s.kinds[0]!.dimensionStyle!),
      "one-unit-twice floor-plan",
    ],
    [
      "a name off the scheme",
      (s) => void s.layers.push({ ...s.layers[0]!, name: "WALLS", purpose: "x" }),
      "name-off-scheme WALLS",
    ],
    [
      "names that differ by separators",
      (s) => void s.layers.push({ ...s.layers[0]!, name: "A_WALL", purpose: "x" }),
      "near-duplicate A_WALL",
    ],
    ["two layers of one purpose", (s) => void (s.layers[3]!.purpose = s.layers[0]!.purpose), "same-meaning A-WALL"],
    [
      "a new layer is undecided in every kind",
      (s) => void s.layers.push({ ...s.layers[0]!, name: "A-SIGN", purpose: "Signs" }),
      "cells-undecided floor-plan",
    ],
    [
      "a withdrawn layer with nothing after it",
      (s) => void (s.layers[0]!.withdrawn = true),
      "withdrawn-without-successor A-WALL",
    ],
    [
      "pens too near each other",
      (s) => void s.pens.push({ id: "0.3", widthMm: 0.3, shadePercent: 100, screenColour: "#000000" }),
      "pens-too-near 0.3",
    ],
    [
      "lettering too small on the reduced print",
      (s) => void (s.reductions[0]!.leastHeightMm = 1),
      "illegible-reduced lettering-1.8",
    ],
    [
      "a font that the office does not list",
      (s) => void s.textStyles[0]!.fonts.push("Other"),
      "font-not-listed lettering-1.8",
    ],
    ["rows too near for their lettering", (s) => void (s.dimensionStyles[0]!.pitchMm = 4), "rows-too-near metric"],
    ["a frame of no sheet size", (s) => void (s.frames[0]!.widthMm = 900), "frame-off-sizes A1"],
    [
      "a frame on layers that are not registered",
      (s) => void (s.frames[0]!.layers.titles = "A-OTHR"),
      "frame-layers-unregistered A1",
    ],
    ["a series off the number scheme", (s) => void (s.series[0]!.prefix = "P1"), "series-off-scheme plans"],
    [
      "codes of one meaning",
      (s) => void s.codes.push({ code: "BLK", meaning: "concrete block", group: "materials" }),
      "codes-of-one-meaning CB",
    ],
  ])("%s", (_what, change, remark) => expect(codes(changed(change))).toContain(remark));
  it("judges 5,000 layers", () => {
    const many = changed((s) => {
      for (let i = 0; i < 5000; i++)
        s.layers.push({ ...s.layers[0]!, name: `A-WALL-${String(i).padStart(4, "0")}`, purpose: `Part ${i}` });
    });
    expect(remarks(many).some((remark) => remark.code === "near-duplicate")).toBe(true);
  });
});

describe("figures", () => {
  it.each([
    ["4 in 12", 18.4349],
    ["12 in 12", 45],
    ["12/12", 45],
    ["1:40", 1.4321],
    ["30°", 30],
    ["2 %", 1.1458],
  ])("a slope of %s is %d° (arithmetic)", (written, degrees) =>
    expect(must(parseSlope(written)).degrees).toBeCloseTo(degrees, 3),
  );
  it("lines of a hatch need 0.7 mm between them (ISO 128-2, from memory), whatever they are measured in", () => {
    const coursing = tarnwick().hatches.find((hatch) => hatch.id === "block-coursing")!;
    // 203.2 mm at 1:100 is 2.032 mm on paper; at 1:500 it is 0.41 mm.
    expect(hatchDensity(coursing, 0.13, 100)).toEqual({ state: "good", spacingMm: expect.closeTo(2.032, 6) });
    expect(hatchDensity(coursing, 0.13, 500).state).toBe("too-dense");
    expect(hatchDensity(coursing, 0.13, 5).state).toBe("too-open");
  });
  it("one text style per scale is named by the office's pattern", () => {
    const style = tarnwick().textStyles[1]!;
    expect(styleName("T{height}-{scale}", style, "1:100")).toBe("T25-100");
    expect(styleName("T{height}-{scale}", style, `1/4" = 1'-0"`)).toBe("T25-1/4");
  });
});
