import { describe, expect, it } from "vitest";
import { mostAgreed, type Vouched } from "../../src/base/agreed";

/** The same by comparing each with each: slow, and plain to see. */
function comparedAll(all: readonly Vouched[]): number | undefined {
  const vouching = (value: number): number =>
    new Set(all.filter((each) => Math.abs(each.value - value) <= each.reach).map(({ by }) => by)).size;
  let best: number | undefined;
  all.forEach(({ value }, i) => {
    if (best === undefined || vouching(value) > vouching(all[best]!.value)) best = i;
  });
  return best;
}

describe("the value that most agree on", () => {
  it("is the same as by comparing each with each", () => {
    let seed = 11;
    const random = (below: number): number => {
      seed = (seed * 48271) % 2147483647;
      return seed % below;
    };
    for (let round = 0; round < 400; round++) {
      const all = Array.from({ length: 1 + random(40) }, () => ({
        value: random(60),
        reach: random(5),
        by: random(12),
      }));
      expect(mostAgreed(all)).toBe(comparedAll(all));
    }
  });
  it("counts nobody twice, and is none of none", () => {
    const [twice, others] = [
      [1, 1.1, 1.2].map((value) => ({ value, reach: 1, by: 7 })),
      [50, 51].map((value, by) => ({ value, reach: 1, by })),
    ];
    expect(mostAgreed([...twice, ...others])).toBe(3);
    expect(mostAgreed([])).toBeUndefined();
  });
});
