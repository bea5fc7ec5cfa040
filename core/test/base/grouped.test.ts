import { describe, expect, it } from "vitest";
import { addTo, groupedBy } from "../../src/base/grouped";

describe("groups", () => {
  it("stand in the order in which each is first met, and hold things in theirs", () => {
    const groups = groupedBy([5, 2, 7, 4, 9], (each) => (each % 2 === 0 ? "even" : "odd"));
    expect([...groups]).toEqual([
      ["odd", [5, 7, 9]],
      ["even", [2, 4]],
    ]);
    expect(groupedBy([], String).size).toBe(0);
  });
  it("are added to, and told apart by keys that are undefined or not a number", () => {
    const groups = new Map<number | undefined, string[]>();
    for (const key of [undefined, NaN, 0, NaN, undefined]) addTo(groups, key, String(key));
    expect([...groups.values()]).toEqual([["undefined", "undefined"], ["NaN", "NaN"], ["0"]]);
  });
});
