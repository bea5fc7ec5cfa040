import { describe, expect, it } from "vitest";
import { familyName } from "../../src/drawing";

describe("font families", () => {
  it.each([
    ["DejaVu Sans Book", "DejaVu Sans"],
    ["ABCDEF+LiberationSerif-Bold", "Liberation Serif"],
    ["ArialMT", "Arial"],
    ["DejaVu Serif Condensed Book", "DejaVu Serif Condensed"],
  ])("%s is of %s", (name, family) => {
    expect(familyName(name)).toBe(familyName(family));
  });
  it("a name that ends in book is not shortened", () => {
    expect(familyName("Century Schoolbook")).toBe("centuryschoolbook");
  });
});
