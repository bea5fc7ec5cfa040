import { describe, expect, it } from "vitest";
import { digest } from "../../src/base/digest";
import { inspect, isAmong, knownAgain, type Finding, type Known } from "../../src/inspect";
import { preset } from "../../src/standard";
import { lettering, on, onePage } from "../support/raw-pdf";
import { sheetFile, type TestSheet } from "../support/sheets";
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

describe("a file of several sheets", () => {
  const sheet = (number: string, content = "0.3 w 30 100 m 90 100 l S"): TestSheet => ({ number, content });
  const keysOn = async (page: number, ...sheets: readonly TestSheet[]) =>
    inspect(await drawingOf(await sheetFile(sheets)), preset("tarnwick")!)
      .findings.filter((finding) => finding.page === page && finding.rule.startsWith("line/"))
      .map(({ key }) => key)
      .sort();
  it("keeps its keys when a page is put in before it", async () => {
    const [one, two] = [sheet("A-101"), sheet("A-102")];
    const [first, second] = [await keysOn(1, one, two), await keysOn(2, one, two)];
    expect(first.length).toBeGreaterThan(0);
    expect(second.filter((key) => first.includes(key))).toEqual([]);
    expect(await keysOn(2, sheet("A-001"), one, two)).toEqual(first);
    expect(await keysOn(3, sheet("A-001"), one, two)).toEqual(second);
  });
  it("tells pages without numbers apart", async () => {
    const [first, second] = [await keysOn(1, sheet(""), sheet("")), await keysOn(2, sheet(""), sheet(""))];
    expect(first.length).toBeGreaterThan(0);
    expect(second.filter((key) => first.includes(key))).toEqual([]);
  });
});

describe("findings known again", () => {
  const at = (key: string, x: number, more: Partial<Known> = {}): Known => ({
    key,
    rule: "line/hairline",
    layer: "A-WALL",
    page: 1,
    boxMm: { x, y: 10, width: 5, height: 5 },
    ...more,
  });
  it("are those of the same key, whatever their turn", () =>
    expect(
      knownAgain([at("a", 10), at("b", 20)], [at("b", 20), at("c", 90, { layer: "A-DOOR" }), at("a", 10)]),
    ).toEqual([1, undefined, 0]));
  it("with other keys are those that say the same, the nearest first", () =>
    expect(knownAgain([at("a", 10), at("b", 200)], [at("y", 198), at("x", 12)])).toEqual([1, 0]));
  it("stay on their page before they are looked for on others", () =>
    expect(knownAgain([at("a", 10), at("b", 10, { page: 2 })], [at("x", 10, { page: 2 }), at("y", 80)])).toEqual([
      1, 0,
    ]));
  it("stay where their layer was renamed and another value is expected: they are at the same place", () =>
    expect(knownAgain([at("a", 10), at("b", 50)], [at("x", 50, { layer: "A-DOOR", expected: 0.5 })])).toEqual([1]));
  it("are none of another rule, or of another layer or measure elsewhere", () =>
    expect(
      knownAgain(
        [at("a", 10)],
        [at("x", 10, { rule: "line/doubled" }), at("y", 30, { layer: "A-DOOR" }), at("z", 40, { measured: 3 })],
      ),
    ).toEqual([undefined, undefined, undefined]));
  it("are chosen by their keys, or by what they say and where", () => {
    const chosen = isAmong([at("a", 10)]);
    expect([at("a", 99), at("x", 10), at("x", 11), at("x", 10, { page: 2 })].map(chosen)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
  it("are each taken once", () =>
    expect(knownAgain([at("a", 10)], [at("x", 10), at("y", 10)])).toEqual([0, undefined]));
});

describe("a digest", () => {
  // Test vectors of the FNV reference (draft-eastlake-fnv): the empty text, “a” and “foobar”.
  it.each([
    ["", "cbf29ce484222325"],
    ["a", "af63dc4c8601ec8c"],
    ["foobar", "85944171f73967e8"],
  ])("of %j is that of FNV-1a", (text, hash) => expect(digest(text)).toBe(hash));
});
