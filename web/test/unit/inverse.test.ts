import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyEdits, preset, writeStandard, type Entry, type EntryEdit, type Showing } from "@hemstitch/core/standard";
import { cellsLost, inverseEdits } from "../../src/features/standard/inverse";

const STANDARD = preset("tarnwick")!;
const NAMES = STANDARD.layers.map((layer) => layer.name);
const blank = (name: string): Entry => ({ ...STANDARD.layers[0]!, name }) as unknown as Entry;

/** One to six edits of different layers: changed, renamed, removed, added at a place. */
const edits = fc
  .uniqueArray(fc.nat(NAMES.length - 1), { minLength: 1, maxLength: 6 })
  .chain((rows) =>
    fc.tuple(
      ...rows.map((row) =>
        fc.constantFrom<EntryEdit>(
          { key: NAMES[row]!, entry: { ...STANDARD.layers[row]!, purpose: "Other" } as unknown as Entry },
          { key: NAMES[row]!, entry: { ...STANDARD.layers[row]!, name: `A-SPCL-${row}` } as unknown as Entry },
          { key: NAMES[row]!, entry: null },
          { key: null, entry: blank(`A-NEWS-${row}`), at: row },
        ),
      ),
    ),
  );

describe("taking edits back", () => {
  it("leaves the standard as it was, with all that refers to what was renamed (a law)", () => {
    fc.assert(
      fc.property(edits, (forth) => {
        const after = applyEdits(STANDARD, "layers", forth);
        fc.pre(after !== undefined);
        const back = applyEdits(after!, "layers", inverseEdits(STANDARD, "layers", forth))!;
        const showing = structuredClone(back.showing) as Record<string, Record<string, Showing>>;
        for (const { layer, kind, state } of cellsLost(STANDARD, "layers", forth))
          showing[layer] = { ...showing[layer], [kind]: state! };
        expect(writeStandard({ ...back, showing })).toBe(writeStandard(STANDARD));
      }),
      { numRuns: 60 },
    );
  });
  it("brings back what was removed, at its place", () => {
    const forth: EntryEdit[] = [
      { key: NAMES[3]!, entry: null },
      { key: NAMES[7]!, entry: null },
    ];
    const after = applyEdits(STANDARD, "layers", forth)!;
    const back = applyEdits(after, "layers", inverseEdits(STANDARD, "layers", forth))!;
    expect(back.layers).toEqual(STANDARD.layers);
  });
});
