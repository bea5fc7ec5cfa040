import { describe, expect, it } from "vitest";
import { entriesOf, LIST_NAMES, LISTS, preset, PROPERTIES, type Entry } from "@hemstitch/core/standard";
import { changeInWords, whatInWords } from "../../src/features/standard/editions/log-words";

const STANDARD = preset("tarnwick")!;
const line = (what: string, before: unknown, after: unknown, entry: string | null = "A-GLAZ") => ({
  what,
  entry,
  before,
  after,
});

describe("a line of the log in words", () => {
  it.each([
    ["standard.layers", "layer"],
    ["standard.textStyles", "text style"],
    ["standard.published", "published"],
    ["standard.naming.sheets", "scheme of sheet numbers"],
    ["plan-set.sheet-added", "plan set sheet added"],
    ["people.role", "people role"],
  ])("calls %s %s", (what, words) => expect(whatInWords(what)).toBe(words));

  it("tells a property of an entry as the registers call it, with its unit, and not the entry's name again", () => {
    const style = STANDARD.textStyles[0] as Entry;
    const after = { ...style, heightMm: 2, note: "Lost on the site print." };
    expect(changeInWords(line("standard.textStyles", style, after, String(style["id"])))).toBe(
      "capitals 1.8 mm → 2 mm; noted “Lost on the site print.”",
    );
  });
  it("tells a new name of an entry too", () => {
    const [layer] = entriesOf(STANDARD, "layers") as [Entry];
    expect(changeInWords(line("standard.layers", layer, { ...layer, name: "A-WALL-CUTS" }, "A-WALL"))).toBe(
      "layer A-WALL → A-WALL-CUTS",
    );
  });
  it("tells of a part within an entry which one it is", () => {
    const hatch = STANDARD.hatches.find((each) => each.families.length > 1)!;
    const families = hatch.families.map((family, i) => (i === 1 ? { ...family, angleDeg: 12.5 } : family));
    const words = changeInWords(line("standard.hatches", hatch, { ...hatch, families }, hatch.id));
    expect(words).toMatch(/ 2: .* → 12\.5/);
    expect(words).not.toContain(hatch.id);
  });
  it.each(LIST_NAMES)("of %s has no path of the file format in it", (list) => {
    const paths = PROPERTIES[list].map(({ path }) => path).filter((path) => /[A-Z.]/.test(path));
    for (const entry of entriesOf(STANDARD, list).slice(0, 3)) {
      const name = String(entry[LISTS[list].key]);
      const bare = { [LISTS[list].key]: name } as Entry;
      const words = changeInWords(line(`standard.${list}`, entry, bare, name));
      for (const path of paths) expect(words.split(/[ ;]+/)).not.toContain(path);
    }
  });
  it.each([
    [null, { name: "A-GLAZ" }, "added"],
    [{ name: "A-GLAZ" }, null, "removed"],
  ])("tells what is new or gone: %j → %j", (before, after, words) =>
    expect(changeInWords(line("standard.layers", before, after))).toBe(words),
  );
  it.each([
    ["standard.showing", null, "drawn", "drawn"],
    ["standard.showing", "drawn", null, "drawn → undecided"],
    ["standard.showing", "drawn", "faint", "drawn → faint"],
    ["standard.legendOrder", ["walls", "doors"], ["doors", "walls"], "walls, doors → doors, walls"],
    ["standard.defaultLayers", [], ["0"], "0"],
    ["people.role", { role: "drafter" }, { role: "reader" }, "role drafter → reader"],
    ["people.joined", null, { role: "drafter", invitedBy: "Ida Fenn" }, "role drafter; invited by Ida Fenn"],
    ["plan-set.sheet-added", null, { title: "Ground plan", frame: "A1" }, "title Ground plan; frame A1"],
    ["file.mend", null, { fileId: "5b1e", only: null }, ""],
    ["standard.published", null, { number: 4, digest: "d7", summary: "Signs have a layer." }, "Signs have a layer."],
  ])("%s from %j to %j is “%s”", (what, before, after, words) =>
    expect(changeInWords(line(what, before, after))).toBe(words),
  );
  it("cuts what is long", () => {
    const words = changeInWords(line("standard.name", "a".repeat(500), "b"));
    expect(words.length).toBeLessThan(80);
    expect(words).toMatch(/a… → b$/);
  });
});
