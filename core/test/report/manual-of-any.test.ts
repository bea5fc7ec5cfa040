import { describe, expect, it } from "vitest";
import { makeManual } from "../../src/report";
import {
  CHAPTERS,
  differences,
  entriesOf,
  LIST_NAMES,
  preset,
  PRESETS,
  withoutEntries,
  type OfficeStandard,
} from "../../src/standard";
import { barlow } from "../support/fonts";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";

const copy = (change: (standard: OfficeStandard) => void = () => undefined): OfficeStandard => {
  const standard = JSON.parse(JSON.stringify(preset("tarnwick")!)) as OfficeStandard;
  change(standard);
  return standard;
};
async function words(standard: OfficeStandard, more: Partial<Parameters<typeof makeManual>[0]> = {}): Promise<string> {
  const bytes = await makeManual({ standard, font: barlow(), ...more });
  checkedByQpdf(bytes);
  return run("pdftotext", "-layout", temporary(bytes, "manual.pdf"), "-");
}

describe("the manual of any standard", () => {
  it.each(Object.keys(PRESETS))("%s: is sound, A4 (ISO 216), and names every entry that it shows", async (name) => {
    const standard = preset(name)!;
    const bytes = await makeManual({ standard, font: barlow() });
    checkedByQpdf(bytes);
    const path = temporary(bytes, "manual.pdf");
    expect(run("pdfinfo", path)).toMatch(/\(A4\)/);
    const text = run("pdftotext", path, "-").replaceAll(/\s+/g, "");
    for (const list of ["pens", "lineTypes", "textStyles", "scales"] as const)
      for (const entry of entriesOf(standard, list).slice(0, 40)) {
        const key = String(entry["id"] ?? entry["scale"]);
        expect(text, `${list} ${key}`).toContain(key.replaceAll(/\s+/g, ""));
      }
  });
  it("of one without any entry is a cover and contents, not an error", async () => {
    const text = await words(withoutEntries(preset("tarnwick")!));
    expect(text).toContain("Tarnwick Plan Room");
    for (const chapter of CHAPTERS.filter(({ id }) => id === "hatches" || id === "building-lists"))
      expect(text).not.toContain(`${chapter.title}\n`);
  });
  it("keeps every line of a page on the page, and every page numbered", async () => {
    const bytes = await makeManual({ standard: preset("tarnwick")!, font: barlow() });
    const { pages } = await drawingOf(bytes);
    for (const [i, page] of pages.entries()) {
      const { texts } = page;
      for (let row = 0; row < texts.count; row++) {
        const [x, y] = [texts.anchors[row * 2]!, texts.anchors[row * 2 + 1]!];
        expect(x).toBeGreaterThanOrEqual(-0.01);
        expect(y).toBeGreaterThanOrEqual(5);
        if (Math.abs(texts.angleDeg[row]!) < 1)
          expect(x + texts.advanceMm[row]!, texts.strings[row]).toBeLessThanOrEqual(page.widthMm + 0.5);
      }
      if (i > 0) expect([...texts.strings]).toContain(String(i + 1));
    }
  });
  it("takes texts of 4,000 characters, in any script, with markup and control characters", async () => {
    const long = "A wall of masonry goes bold. ".repeat(137).slice(0, 4000);
    const text = await words(
      copy((s) => {
        s.name = "Büro <b>Ω</b> 壁";
        s.layers[0]!.purpose = long;
        s.layers[1]!.note = "a\u0000b\tc\u202e";
        s.notes[0]!.text = long;
        s.hatches[0]!.title = "<script>alert(1)</script>";
      }),
    );
    expect(text).toContain("<script>");
    expect(text.match(/masonry goes bold/g)!.length).toBeGreaterThan(200);
  });
  it("says what changed, in the words of the comparison, and how many more there are than it tells", async () => {
    const before = copy();
    const after = copy((s) => {
      s.layers.find((layer) => layer.name === "A-GLAZ")!.pen = "0.18";
      for (let i = 0; i < 500; i++) s.codes.push({ code: `X${i}`, meaning: `Code ${i}`, group: "materials" });
    });
    const text = await words(after, { changes: { since: "edition 3", list: differences(before, after) } });
    expect(text).toContain("Changes since edition 3");
    expect(text.replaceAll(/\s+/g, " ")).toMatch(/A-GLAZ: pen 0\.25 (?:→|to) 0\.18/);
    expect(text).toMatch(/\d+ more/);
  });
  it("of 2,000 layers has them all", async () => {
    const many = copy((s) => {
      for (let i = 0; i < 2000; i++)
        s.layers.push({ ...s.layers[0]!, name: `A-WALL-${String(i).padStart(4, "0")}`, purpose: `Part ${i}` });
    });
    const text = (await words(many)).replaceAll(/\s+/g, " ");
    for (const i of [0, 999, 1999]) expect(text).toContain(`A-WALL-${String(i).padStart(4, "0")}`);
  });
  it("is made of every list that has something to say", () =>
    expect(LIST_NAMES.filter((list) => entriesOf(preset("tarnwick")!, list).length > 0).length).toBeGreaterThan(18));
});
