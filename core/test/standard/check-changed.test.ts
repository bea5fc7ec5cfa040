import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyEdits,
  checkChanged,
  checkStandard,
  entriesOf,
  LIST_NAMES,
  LISTS,
  preset,
  type Entry,
  type ListName,
  type OfficeStandard,
} from "../../src/standard";

const STANDARD = preset("tarnwick")!;
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** What a check says, without the class of the entries. */
const told = (checked: ReturnType<typeof checkStandard>): unknown =>
  checked.ok ? plain(checked.standard) : { problems: checked.problems };

/** Values that stand for what forms and files hand in, right and wrong. */
const anything = fc.oneof(
  fc.string({ maxLength: 8 }),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.boolean(),
  fc.constantFrom("", "0.25", "continuous", "A-WALL", "metric", -1, 0, "__proto__", "x".repeat(300)),
);

/** One entry of one list with one property that may be wrong, unknown or gone; or a new, perhaps doubled, entry; or one removed. */
const change: fc.Arbitrary<(standard: OfficeStandard) => OfficeStandard> = fc
  .record({
    list: fc.constantFrom(...LIST_NAMES.filter((list) => entriesOf(STANDARD, list).length > 0)),
    row: fc.nat(),
    property: fc.nat(),
    value: anything,
    way: fc.constantFrom("changed", "unknown", "gone", "added", "removed"),
  })
  .map(({ list, row, property, value, way }) => (standard) => {
    const entries = [...entriesOf(standard, list)];
    const index = row % entries.length;
    const was = entries[index] as Entry | undefined;
    if (!was) return standard;
    const names = Object.keys(was);
    const name = names[property % names.length] ?? "id";
    const { [name]: _gone, ...rest } = was;
    if (way === "removed") entries.splice(index, 1);
    else if (way === "added") entries.push({ ...was, [name]: value });
    else if (way === "unknown") entries[index] = { ...was, strange: value };
    else entries[index] = way === "gone" ? rest : { ...was, [name]: value };
    return { ...standard, [list]: entries } as OfficeStandard;
  });

describe("a check of what changed", () => {
  it("says what a check of the whole says, whatever was changed (a law)", () =>
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 3 }), (changes) => {
        const after = changes.reduce((standard, make) => make(standard), STANDARD);
        expect(told(checkChanged(STANDARD, after))).toEqual(told(checkStandard(plain(after))));
      }),
      { numRuns: 150 },
    ));
  it("finds what no entry has in itself: a pen taken away that layers have", () => {
    const after = { ...STANDARD, pens: STANDARD.pens.slice(1) };
    const checked = checkChanged(STANDARD, after);
    expect(checked).toEqual(checkStandard(plain(after)));
    expect(checked.ok).toBe(false);
  });
  it("names the place in the whole list, also of a part within an entry", () => {
    const frames = STANDARD.frames.map((frame, i) =>
      i === 1 ? { ...frame, titleBlock: { ...frame.titleBlock, x: "left" } } : frame,
    );
    const layers = [...STANDARD.layers, { ...STANDARD.layers[0]!, name: "" }];
    const checked = checkChanged(STANDARD, { ...STANDARD, frames, layers } as never);
    const places = checked.ok ? [] : checked.problems.map((problem) => problem.at);
    expect(places).toContain(`layers[${STANDARD.layers.length}].name`);
    expect(places.some((place) => String(place).startsWith("frames[1]."))).toBe(true);
  });
  it.each(["naming", "rules", "legendOrder", "showing", "name"] as const)("looks at %s, which is no list", (part) => {
    const wrong = {
      naming: { ...STANDARD.naming, sheets: { ...STANDARD.naming.sheets, fields: [] } },
      rules: { "layer/empty": { severity: "loud" } },
      legendOrder: ["no group"],
      showing: { "A-WALL": { plan: "half" } },
      name: "",
    }[part];
    const after = { ...STANDARD, [part]: wrong } as OfficeStandard;
    const checked = checkChanged(STANDARD, after);
    expect(checked.ok).toBe(false);
    expect(checked).toEqual(checkStandard(plain(after)));
  });
  it.each(["scales", "kinds", "reductions"] satisfies ListName[])("refuses more %s than there may be", (list) => {
    const [first] = entriesOf(STANDARD, list);
    const edits = Array.from({ length: LISTS[list].most }, (_, i) => ({
      key: null,
      entry: { ...first, [LISTS[list].key]: list === "scales" ? `1:${i + 3000}` : `own-${i}` },
    }));
    const after = applyEdits(STANDARD, list, edits)!;
    const checked = checkChanged(STANDARD, after);
    expect(checked).toEqual(checkStandard(plain(after)));
    expect(checked.ok).toBe(false);
  });
  it.each([
    ["frames", "border"],
    ["frames", "titleBlock"],
    ["frames", "layers"],
    ["labelPatterns", "pattern"],
  ] as const)("of %s without their %s, or with something else there, says so", (list, part) => {
    for (const value of [undefined, null, "none", 7, [], {}]) {
      const entries = entriesOf(STANDARD, list).map((entry, i) => (i === 0 ? { ...entry, [part]: value } : entry));
      const after = { ...STANDARD, [list]: entries } as OfficeStandard;
      const checked = checkChanged(STANDARD, after);
      expect(checked.ok, String(value)).toBe(false);
      expect(checked.ok || checked.problems[0]!.at).toContain(`${list}[0].${part}`);
      expect(told(checked)).toEqual(told(checkStandard(plain(after))));
    }
  });
  it.each([["naming"], ["naming", "layers"], ["naming", "sheets"], ["rules"]])(
    "without its %s %s is told where, and not taken",
    (...path) => {
      const value = plain(STANDARD) as Record<string, Record<string, unknown>>;
      if (path.length === 1) delete value[path[0]!];
      else delete value[path[0]!]![path[1]!];
      const checked = checkStandard(value);
      expect(checked.ok).toBe(false);
      expect(checked.ok || checked.problems.map((each) => each.at)).toContain(path.join("."));
    },
  );
  it("takes what is no list where one is wanted for wrong", () =>
    expect(checkChanged(STANDARD, { ...STANDARD, pens: null } as never).ok).toBe(false));
});
