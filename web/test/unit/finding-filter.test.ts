import { describe, expect, it } from "vitest";
import {
  choicesOf,
  filtered,
  isFiltered,
  NO_FILTER,
  type FindingFilter,
} from "../../src/features/inspection/finding-filter";
import type { Numbered } from "../../src/features/inspection/numbered";

const finding = (number: number, rule: string, more: Partial<Numbered>): Numbered => ({
  key: String(number),
  number,
  rule,
  title: `Title ${number}`,
  severity: "note",
  page: 1,
  message: "",
  count: 1,
  boxMm: { x: 0, y: 0, width: 0, height: 0 },
  placesMm: [],
  ...more,
});

const ALL = [
  finding(1, "line/hairline", { severity: "stop", layer: "A-WALL", message: "2 lines have no width." }),
  finding(2, "line/doubled", { layer: "A-FURN", message: "1 mark lies exactly upon another." }),
  finding(3, "dim/row-sum", { severity: "stop", layer: "A-ANNO-DIMS", message: "1205 + 1200 = 2405 mm" }),
  finding(4, "layer/default-used", { severity: "mend" }),
  finding(5, "sheet/size", { severity: "mend", message: "The page is 800 × 500 mm." }),
];
const numbers = (filter: Partial<FindingFilter>): number[] =>
  filtered(ALL, { ...NO_FILTER, ...filter }).map(({ number }) => number);

describe("the filter of findings", () => {
  it.each([
    ["nothing", {}, [1, 2, 3, 4, 5]],
    ["a severity left out", { without: new Set(["stop"] as const) }, [2, 4, 5]],
    ["a family", { family: "line" as const }, [1, 2]],
    ["a layer", { layer: "A-FURN" }, [2]],
    ["marks on no layer", { layer: "no layer" }, [4]],
    ["what is about the sheet", { layer: "the sheet" }, [5]],
    ["words in any order and case", { words: " WIDTH lines " }, [1]],
    ["a number in a message", { words: "2405" }, [3]],
    ["a rule's name", { words: "row-sum" }, [3]],
    ["several at once", { family: "line" as const, words: "mark" }, [2]],
    ["what nothing is", { words: "nowhere" }, []],
  ])("by %s", (_name, filter, expected) => {
    expect(numbers(filter)).toEqual(expected);
  });
  it("says what there is to choose among", () => {
    const { families, layers } = choicesOf(ALL);
    expect(families).toEqual([
      ["layer", "Layers", 1],
      ["line", "Lines", 2],
      ["dim", "Dimensions", 1],
      ["sheet", "Sheets", 1],
    ]);
    expect(layers).toContainEqual(["no layer", 1]);
    expect(isFiltered(NO_FILTER)).toBe(false);
  });
});
