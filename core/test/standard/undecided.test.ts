import { describe, expect, it } from "vitest";
import { preset, undecidedIn, type OfficeStandard } from "../../src/standard";

const [FLOOR, SECTION] = ["floor-plan", "section"];

/** Some layers of the demo office's standard in two drawing kinds, with a showing chart of their own. */
function office(layers: readonly string[], showing: OfficeStandard["showing"]): OfficeStandard {
  const standard = preset("tarnwick")!;
  const [layer] = standard.layers;
  return {
    ...standard,
    kinds: standard.kinds.filter(({ id }) => id === FLOOR || id === SECTION),
    layers: layers.map((name) => ({ ...layer!, name })),
    showing,
  };
}

describe("what a showing chart leaves open", () => {
  it("is told kind by kind, by the kinds' titles", () =>
    expect(undecidedIn(office(["A-WALL", "A-SIGN"], { "A-WALL": { [FLOOR!]: "drawn", [SECTION!]: "drawn" } }))).toEqual(
      [
        { kind: "Floor plan", layers: ["A-SIGN"] },
        { kind: "Section", layers: ["A-SIGN"] },
      ],
    ));
  it("is nothing where each cell is decided, whatever for", () =>
    expect(undecidedIn(office(["A-WALL"], { "A-WALL": { [FLOOR!]: "left-out", [SECTION!]: "faint" } }))).toEqual([]));
  it("does not count layers that are withdrawn", () => {
    const standard = office(["A-SIGN"], {});
    const layers = standard.layers.map((layer) => ({ ...layer, withdrawn: true }));
    expect(undecidedIn({ ...standard, layers })).toEqual([]);
  });
  it("takes no layer for decided because objects have something of its name", () =>
    expect(undecidedIn(office(["constructor"], {})).map(({ layers }) => layers)).toEqual([
      ["constructor"],
      ["constructor"],
    ]));
});
