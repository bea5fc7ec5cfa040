import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { rowsAround } from "../../src/features/standard/rows-in-sight";

describe("the rows that are drawn", () => {
  it.each([
    ["the beginning", 0, 20, 5000, { first: 0, last: 31 }],
    ["the middle", 2500, 20, 5000, { first: 2490, last: 2531 }],
    ["the end", 4980, 20, 5000, { first: 4970, last: 5000 }],
    ["fewer rows than fit", 0, 20, 3, { first: 0, last: 3 }],
    ["none", 0, 20, 0, { first: 0, last: 0 }],
    ["rows that have become fewer than where the view is", 4000, 20, 35, { first: 5, last: 35 }],
  ])("at %s", (_where, top, fitting, count, rows) => expect(rowsAround(top, fitting, count)).toEqual(rows));
  it("are all that are seen, and few more (a law)", () =>
    fc.assert(
      fc.property(fc.nat(20_000), fc.integer({ min: 1, max: 120 }), fc.nat(20_000), (top, fitting, count) => {
        const { first, last } = rowsAround(top, fitting, count);
        expect(first).toBeGreaterThanOrEqual(0);
        expect(last).toBeLessThanOrEqual(count);
        expect(last - first).toBeLessThanOrEqual(fitting + 21);
        // Where the view is within the rows, each that shows, wholly or in part, is drawn.
        const seen = Math.min(top, Math.max(0, count - fitting));
        for (let row = seen; row <= Math.min(count - 1, seen + fitting); row++) {
          expect(row).toBeGreaterThanOrEqual(first);
          expect(row).toBeLessThan(last);
        }
      }),
    ));
});
