import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { preset, writeStandard } from "@hemstitch/core/standard";
import { factsAsNow, withFacts, type Facts } from "../../src/features/standard/facts";

const STANDARD = preset("tarnwick")!;
const share = fc.integer({ min: 0, max: 50 }).map((n) => n / 100);
const facts: fc.Arbitrary<Facts> = fc.record(
  {
    name: fc.string({ minLength: 1, maxLength: 20 }),
    units: fc.constantFrom("metric" as const, "feet-inches" as const),
    defaultLayers: fc.array(fc.string({ maxLength: 10 }), { maxLength: 4 }),
    legendOrder: fc.shuffledSubarray(["materials", "finishes", "components", "abbreviations"]),
    textStyleNames: fc.string({ minLength: 1, maxLength: 20 }),
    tolerances: fc.record({ widthMm: share, heightShare: share, dashShare: share, sheetMm: share }),
    rule: fc.record({
      id: fc.constantFrom("layer/empty", "line/hairline"),
      severity: fc.constantFrom("stop" as const, "mend" as const, "note" as const, "off" as const, null),
    }),
  },
  { requiredKeys: [] },
);

describe("what the standard says once", () => {
  it("is said anew and taken back as it was (a law)", () =>
    fc.assert(
      fc.property(facts, facts, (first, second) => {
        const before = withFacts(STANDARD, first);
        const back = factsAsNow(before, second);
        expect(writeStandard(withFacts(withFacts(before, second), back))).toBe(writeStandard(before));
      }),
    ));
  it("changes nothing that is not said", () => {
    expect(writeStandard(withFacts(STANDARD, {}))).toBe(writeStandard(STANDARD));
    expect(factsAsNow(STANDARD, {})).toEqual({});
    const named = withFacts(STANDARD, { name: "North" });
    expect({ ...named, name: STANDARD.name }).toEqual(STANDARD);
  });
  it("the way back of a rule that counts as usual is “as usual”", () => {
    const change: Facts = { rule: { id: "layer/empty", severity: "stop" } };
    expect(factsAsNow(STANDARD, change)).toEqual({ rule: { id: "layer/empty", severity: null } });
    expect(withFacts(STANDARD, change).rules).toEqual({ "layer/empty": { severity: "stop" } });
    expect(STANDARD.rules).toEqual({});
  });
});
