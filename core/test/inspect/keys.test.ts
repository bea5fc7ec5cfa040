import { describe, expect, it } from "vitest";
import { digest } from "../../src/base/digest";
import { inspect, type Finding } from "../../src/inspect";
import { preset } from "../../src/standard";
import { lettering, on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const found = async (content: string, layers = ["A-WALL", "walls", "A-SIGN"]): Promise<readonly Finding[]> =>
  inspect(await drawingOf(onePage({ layers, content })), preset("tarnwick")!).findings;

const LINES = ["0.3 w 1 1 m 9 9 l S", "0 w 1 2 m 9 2 l S", "0.4 w 1 3 m 9 3 l S"];
const CONTENT = on(0, LINES.join(" ")) + on(1, lettering("HALL", 5, 50, 3)) + "0.5 w 1 7 m 9 7 l S";

describe("the key of a finding", () => {
  it("tells findings apart", async () => {
    const keys = (await found(CONTENT)).map((finding) => finding.key);
    expect(keys.length).toBeGreaterThan(6);
    expect(new Set(keys).size).toBe(keys.length);
  });
  it("stays when marks come in another turn, and when more of the same are drawn", async () => {
    const keys = async (content: string) => (await found(content)).map((finding) => finding.key).sort();
    const other =
      on(1, lettering("HALL", 5, 50, 3)) +
      "0.5 w 1 7 m 9 7 l S 1 8 m 9 8 l S\n" +
      on(0, [...LINES, "0.3 w 1 4 m 9 4 l S"].reverse().join(" "));
    expect(await keys(other)).toEqual(await keys(CONTENT));
  });
  it("is another where the layer, what was measured or what was expected is another", async () => {
    const one = async (content: string, layers?: string[]) =>
      (await found(content, layers)).find((finding) => finding.rule === "line/width-off-series")!.key;
    const keys = [
      await one(on(0, LINES[0]!)),
      await one(on(2, LINES[0]!)),
      await one(on(0, LINES[2]!)),
      await one(on(0, LINES[0]!), ["A-GLAZ", "walls", "A-SIGN"]),
    ];
    expect(new Set(keys).size).toBe(4);
  });
});

describe("a digest", () => {
  // Test vectors of the FNV reference (draft-eastlake-fnv): the empty text, “a” and “foobar”.
  it.each([
    ["", "cbf29ce484222325"],
    ["a", "af63dc4c8601ec8c"],
    ["foobar", "85944171f73967e8"],
  ])("of %j is that of FNV-1a", (text, hash) => expect(digest(text)).toBe(hash));
});
