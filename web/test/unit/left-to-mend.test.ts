import { describe, expect, it } from "vitest";
import { keysToMend, safeToMend } from "../../src/features/inspection/left-to-mend";

type Detail = Parameters<typeof safeToMend>[0];

const finding = (number: number, key: string, mend?: "layer") =>
  ({ number, key, ...(mend ? { mend } : {}) }) as unknown as Detail["findings"][number];

/** Four findings that can be mended and one that can't, of which 1 was mended and 2 was tried in vain. */
const DETAIL: Detail = {
  findings: [
    finding(1, "a", "layer"),
    finding(2, "b", "layer"),
    finding(3, "c", "layer"),
    finding(4, "d", "layer"),
    finding(5, "e"),
  ],
  // The mended file says another key of 3, and has a finding that was not there before.
  left: [
    finding(2, "b", "layer"),
    finding(3, "c'", "layer"),
    finding(4, "d", "layer"),
    finding(5, "e"),
    finding(6, "new", "layer"),
  ],
  mended: [{ key: "b", undone: true, rule: "", title: "", page: 1, count: 0, message: "" }],
};

describe("what is left to mend", () => {
  it("of the file as received is all that can be mended", () =>
    expect(safeToMend(DETAIL, false).map(({ number }) => number)).toEqual([1, 2, 3, 4]));
  it("of the mended file is what is still there, was received so, and was not tried in vain", () =>
    expect(safeToMend(DETAIL, true).map(({ number }) => number)).toEqual([3, 4]));
});

describe("what is asked to be mended", () => {
  it("of the file as received is what was chosen, or all", () => {
    expect(keysToMend(DETAIL, ["c"], false)).toEqual(["c"]);
    expect(keysToMend(DETAIL, undefined, false)).toBeUndefined();
  });
  it("of the mended file keeps what was mended, by the keys of the file as received", () => {
    expect(keysToMend(DETAIL, ["c'"], true)).toEqual(["a", "c"]);
    expect(keysToMend(DETAIL, undefined, true)).toEqual(["a", "c", "d"]);
  });
});
