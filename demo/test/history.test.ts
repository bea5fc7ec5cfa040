import { describe, expect, it } from "vitest";
import { checkStandard, differences, remarks, writeStandard } from "@hemstitch/core/standard";
import { sha256Of } from "../../web/src/server/base/digest";
import { demoDraft, demoEditions } from "../src/history";

/** The demo office's editions are invented; what is tested is that they tell one story. */
describe("the demo office's editions", () => {
  const editions = demoEditions();
  const steps = editions.slice(1).map((edition, i) => ({
    number: edition.number,
    summary: edition.summary,
    words: differences(editions[i]!.content, edition.content).map((each) => each.words),
  }));

  it("are numbered from one and say so themselves", () =>
    expect(editions.map(({ number, content }) => [number, content.edition])).toEqual([
      [1, "1"],
      [2, "2"],
      [3, "3"],
      [4, "4"],
    ]));
  it.each(editions.map((edition) => [edition.number, edition] as const))("%s is a sound standard", (_n, { content }) =>
    expect(checkStandard(JSON.parse(JSON.stringify(content)))).toMatchObject({ ok: true }),
  );
  it("each have a digest of their own, the same every time", () => {
    const digests = editions.map(({ content }) => sha256Of(writeStandard(content)));
    expect(new Set(digests).size).toBe(editions.length);
    expect(demoEditions().map(({ content }) => sha256Of(writeStandard(content)))).toEqual(digests);
  });
  it("change what their summaries say, and take nothing back", () => {
    expect(steps.map(({ words }) => words)).toEqual([
      ["A-GLAZ: pen 0.18 → 0.25", "floor-tile: hatch added"],
      [
        "A-GLAZ-SILL: pen 0.13 → 0.18",
        expect.stringMatching(/opening added$/),
        expect.stringMatching(/opening added$/),
      ],
      ["TB: code added"],
    ]);
    for (const { summary } of steps) expect(summary).toMatch(/^[A-Z].*\.$/);
  });
  it("lead to a draft with a change for each page of it to show", () => {
    const words = differences(editions.at(-1)!.content, demoDraft()).map((each) => each.words);
    expect(words).toHaveLength(5);
    expect(words).toContain("A-SIGN: layer added");
    expect(words).toContain("lettering-1.8: capitals 1.8 mm → 2 mm");
  });
  it("leave something for the standard's own checks to say, in several chapters", () => {
    const found = remarks(demoDraft());
    expect(found.length).toBeGreaterThan(3);
    expect(new Set(found.map((each) => each.list)).size).toBeGreaterThan(1);
  });
});
