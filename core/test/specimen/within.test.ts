import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { hasSpecimen, libraryItem, LIBRARY_ITEMS, specimen, type Specimen } from "../../src/specimen";
import {
  blankEntry,
  entriesOf,
  keyOf,
  LIST_NAMES,
  preset,
  PRESETS,
  type Entry,
  type ListName,
} from "../../src/standard";
import { Recorder } from "../support/recorder";

/** Lettering may be a little wider on another board; lines may not leave the specimen at all. */
const TEXT_ROOM_MM = 6;

function drawn(each: Specimen): Recorder {
  const board = new Recorder();
  each.draw(board);
  return board;
}

function outside(each: Specimen, board = drawn(each)): string[] {
  return board.marks.flatMap(({ points, text }) => {
    const room = text === undefined ? 0.01 : TEXT_ROOM_MM;
    const beyond = points.find(
      ([x, y]) => !(x >= -room && y >= -room && x <= each.widthMm + room && y <= each.heightMm + room),
    );
    return beyond ? [`${text ?? "line"} at ${beyond.map((value) => value.toFixed(2)).join(", ")}`] : [];
  });
}

const all = Object.keys(PRESETS).flatMap((name) => {
  const standard = preset(name)!;
  return LIST_NAMES.filter(hasSpecimen).flatMap((list) =>
    entriesOf(standard, list).map((entry): [string, ListName, string, Entry] => [
      name,
      list,
      keyOf(list, entry),
      entry,
    ]),
  );
});

describe("every specimen", () => {
  it.each(all)("%s, %s, %s: draws something, all of it on itself, and the same again", (name, list, _key, entry) => {
    const standard = preset(name)!;
    for (const scale of [5, 50, 500]) {
      const each = specimen(standard, list, entry, { scale })!;
      const board = drawn(each);
      if (list !== "penSchedules") expect(board.marks.length).toBeGreaterThan(0);
      expect(outside(each, board)).toEqual([]);
      expect(drawn(each).marks).toEqual(board.marks);
    }
  });
  it.each(["codes", "labelPatterns", "sheetSizes", "notes", "slopes", "scales"] as const)(
    "%s: is lettered in the office's own style, however tall, and stays on itself",
    (list) => {
      const standard = preset("tarnwick")!;
      standard.textStyles = [{ ...standard.textStyles[0]!, heightMm: 5, fonts: ["Spline Sans Mono"] }];
      for (const entry of entriesOf(standard, list)) {
        const each = specimen(standard, list, entry)!;
        const board = drawn(each);
        expect(outside(each, board)).toEqual([]);
        // The names of the sizes around one are no lettering of the office's.
        const texts = board.marks.filter(({ text }) => text !== undefined && (list !== "sheetSizes" || /×/.test(text)));
        expect(texts.length).toBeGreaterThan(0);
        for (const mark of texts) expect(mark).toMatchObject({ heightMm: 5, families: ["Spline Sans Mono"] });
      }
    },
  );
  it.each(LIST_NAMES.filter(hasSpecimen))("%s: of an entry that is only begun can be drawn or is nothing", (list) => {
    const standard = preset("tarnwick")!;
    const each = specimen(standard, list, blankEntry(standard, list));
    if (each) expect(() => drawn(each)).not.toThrow();
  });
  it.each(LIST_NAMES.filter((list) => !hasSpecimen(list)))("%s: has none", (list) => {
    const standard = preset("tarnwick")!;
    expect(specimen(standard, list, entriesOf(standard, list)[0] ?? blankEntry(standard, list))).toBeUndefined();
  });
  it("of texts of any letters stays where it is (a law)", () => {
    const standard = preset("tarnwick")!;
    fc.assert(
      fc.property(
        fc.constantFrom(...standard.textStyles),
        fc.string({ unit: "binary", maxLength: 300 }),
        (style, sample) => {
          expect(outside(specimen(standard, "textStyles", style as Entry, { sample })!)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });
  it("of any hatch has no more lines than can be drawn, and none outside (a law)", () => {
    const standard = preset("tarnwick")!;
    const family = fc.record({
      angleDeg: fc.integer({ min: -180, max: 180 }),
      spacingMm: fc.double({ min: 0.05, max: 500, noNaN: true }),
      offsetMm: fc.double({ min: -50, max: 50, noNaN: true }),
      shiftMm: fc.double({ min: -50, max: 50, noNaN: true }),
      dashMm: fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { maxLength: 4 }),
    });
    fc.assert(
      fc.property(
        fc.array(family, { minLength: 1, maxLength: 3 }),
        fc.constantFrom("paper", "building"),
        (families, basis) => {
          const hatch = { ...standard.hatches[0]!, families, basis } as Entry;
          const each = specimen(standard, "hatches", hatch, { scale: 20 })!;
          const board = drawn(each);
          expect(board.marks.length).toBeLessThan(200_000);
          expect(outside(each, board)).toEqual([]);
        },
      ),
      { numRuns: 40 },
    );
  }, 30_000);
});

describe("the library", () => {
  const standard = preset("tarnwick")!;
  const items = [
    ...standard.scales.map((scale): [string, { item: "scale-bar"; scale: string }] => [
      scale.scale,
      { item: "scale-bar", scale: scale.scale },
    ]),
    ...standard.kinds.map((kind): [string, { item: "layer-key"; kind: string }] => [
      kind.id,
      { item: "layer-key", kind: kind.id },
    ]),
    ...LIBRARY_ITEMS.map(({ id }): [string, { item: typeof id }] => [id, { item: id }]),
  ];
  it.each(items)(
    "%s: lies on its page, on layers of the register, in pens of the schedule",
    (_what, { item, ...options }) => {
      const each = libraryItem(standard, item, options)!;
      const board = drawn(each);
      expect(outside(each, board)).toEqual([]);
      const layers = new Set(standard.layers.map((layer) => layer.name));
      const pens = new Set([0, ...standard.pens.map((pen) => pen.widthMm)]);
      for (const mark of board.marks) {
        expect(layers.has(mark.layer ?? "")).toBe(true);
        expect(pens.has(mark.widthMm)).toBe(true);
      }
    },
  );
  it.each(standard.kinds.map((kind) => kind.id))(
    "the layer key of %s names each layer that the kind shows, once",
    (kind) => {
      const shown = standard.layers
        .filter((layer) => !layer.withdrawn && /drawn|needed|faint/.test(standard.showing[layer.name]?.[kind] ?? ""))
        .map((layer) => layer.name);
      const board = drawn(libraryItem(standard, "layer-key", { kind })!);
      expect(board.marks.flatMap((mark) => mark.text ?? [])).toEqual(shown);
      expect(board.marks.filter((mark) => mark.text === undefined).map((mark) => mark.layer)).toEqual(shown);
    },
  );
  it("of a standard with nothing in it has what needs nothing", () => {
    const bare = preset("iso-13567")!;
    expect(libraryItem(bare, "layer-key")).toBeUndefined();
    expect(libraryItem(bare, "notes")).toBeUndefined();
    expect(libraryItem(bare, "north-point")).toBeDefined();
    expect(libraryItem(bare, "scale-bar", { scale: "no scale" })).toBeUndefined();
  });
});
