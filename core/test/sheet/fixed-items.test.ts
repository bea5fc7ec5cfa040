import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { familyName } from "../../src/drawing";
import { readPictureFile } from "../../src/formats/picture-file";
import { inspect } from "../../src/inspect";
import { Scale } from "../../src/quantity";
import { SHIPPED_FONTS, shippedFont } from "../../src/node";
import { composeSheet, drawingArea, letteringOf, otherFonts } from "../../src/sheet";
import { preset, type FixedItemEntry, type OfficeStandard } from "../../src/standard";
import { must } from "../../src/base/result";
import { ringPng } from "../support/png";
import { on, onePage } from "../support/raw-pdf";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";
import { butEmptyFields } from "../support/but-empty-fields";

const SHA = "a".repeat(64);
const ITEMS: FixedItemEntry[] = [
  { id: "stamp", kind: "stamp", title: "Stamp", xMm: 10, yMm: 10, widthMm: 42, heightMm: 42, sha256: SHA },
  { id: "revisions", kind: "revisions", title: "Revisions", xMm: 10, yMm: 60, widthMm: 100, heightMm: 40 },
  { id: "legend", kind: "legend", title: "Layers", xMm: 10, yMm: 110, widthMm: 100, heightMm: 40 },
  { id: "notes", kind: "notes", title: "Notes", xMm: 10, yMm: 160, widthMm: 100, heightMm: 60 },
];
const STANDARD: OfficeStandard = (() => {
  const standard = structuredClone(preset("tarnwick")!);
  standard.frames.find((each) => each.id === "A1")!.items = ITEMS;
  return standard;
})();
const FRAME = STANDARD.frames.find((each) => each.id === "A1")!;
const PLAN = onePage({
  layers: ["A-WALL", "A-DOOR"],
  content: on(0, "0.5 w 50 50 100 60 re S") + on(1, "0.35 w 80 80 m 100 80 l S"),
});

const sheetWith = (picture: Uint8Array | undefined) =>
  composeSheet({
    standard: STANDARD,
    frame: FRAME,
    particulars: {
      owner: "Tarnwick Plan Room",
      project: "Saltmarsh Ferry Landing",
      title: "Ground floor plan",
      number: "A-101",
      scale: "1:50",
      revision: "A",
    },
    units: "metric",
    font: {
      bytes: new Uint8Array(readFileSync(join(import.meta.dirname, "../../assets/fonts/Barlow-Regular.ttf"))),
      capHeight: 0.7,
    },
    placements: [{ bytes: PLAN, drawnAt: Scale.of(50), placedAt: Scale.of(50), title: "Ground floor plan" }],
    ...(picture ? { pictures: new Map([[SHA, must(readPictureFile(picture))]]) } : {}),
  });

describe("fixed items on a sheet", () => {
  it("the stamp's picture stands whole in its area, by pdfimages; the sheet keeps to the standard", async () => {
    const { bytes } = must(await sheetWith(ringPng(200, 100)));
    checkedByQpdf(bytes);
    const file = join(mkdtempSync(join(tmpdir(), "hemstitch-stamp-")), "sheet.pdf");
    writeFileSync(file, bytes);
    const cells = execFileSync("pdfimages", ["-list", file], { encoding: "utf8" })
      .trim()
      .split("\n")[2]!
      .trim()
      .split(/\s+/);
    // 200 dots over 40 mm: 127 dots an inch either way, so it is not stretched.
    expect([cells[3], cells[4], cells[12], cells[13]]).toEqual(["200", "100", "127", "127"]);
    expect(butEmptyFields(inspect(await drawingOf(bytes), STANDARD).findings)).toEqual([]);
  });
  it("notes, revision table and legend are lettered in their areas; the legend names the layers of the drawing", async () => {
    const drawing = await drawingOf(must(await sheetWith(undefined)).bytes);
    const { texts } = drawing.pages[0]!;
    const area = drawingArea(FRAME);
    const inside = (item: FixedItemEntry): string[] =>
      texts.strings.filter((_text, i) => {
        const [x, y] = [texts.anchors[i * 2]! - area.x, texts.anchors[i * 2 + 1]! - area.y];
        return x >= item.xMm && x <= item.xMm + item.widthMm && y >= item.yMm && y <= item.yMm + item.heightMm;
      });
    expect(inside(ITEMS[1]!)).toEqual(["Revisions", "Rev.", "Date", "What"]);
    expect(inside(ITEMS[2]!)).toEqual(["Layers", "A-WALL", "A-DOOR"]);
    const notes = inside(ITEMS[3]!);
    expect(notes[0]).toBe("Notes");
    expect(notes.length).toBeGreaterThan(STANDARD.notes.length);
  });
  it("a drawing over a fixed item does not fit", async () => {
    const area = drawingArea(FRAME);
    const { placed } = must(
      await composeSheet({
        standard: STANDARD,
        frame: FRAME,
        particulars: {},
        units: "metric",
        font: {
          bytes: new Uint8Array(readFileSync(join(import.meta.dirname, "../../assets/fonts/Barlow-Regular.ttf"))),
          capHeight: 0.7,
        },
        placements: [
          {
            bytes: PLAN,
            drawnAt: Scale.of(50),
            placedAt: Scale.of(50),
            title: "Plan",
            middleMm: { x: area.x + 100, y: area.y + 130 },
          },
        ],
      }),
    );
    expect(placed[0]!.fits).toBe(false);
  });
  it("a damaged picture is said with the item's name", async () => {
    const sheet = await sheetWith(ringPng(200, 100).subarray(0, 60));
    expect(sheet.ok ? "" : sheet.problem.message).toContain("“Stamp”");
  });
});

describe("the lettering of sheets", () => {
  const fonts = Object.keys(SHIPPED_FONTS).flatMap(
    (family) => shippedFont(join(import.meta.dirname, "../../assets/fonts"), family) ?? [],
  );
  it("is the standard's own font, so that a sheet has no finding by its own standard", async () => {
    const standard = structuredClone(preset("tarnwick")!);
    for (const style of standard.textStyles) style.fonts = ["Archivo"];
    const font = must(letteringOf(standard, fonts));
    expect(font.family).toBe("Archivo");
    const frame = standard.frames.find((each) => each.id === "A1")!;
    const { bytes } = must(
      await composeSheet({
        standard,
        frame,
        particulars: { title: "Ground floor plan", scale: "1:50" },
        units: "metric",
        font,
        placements: [{ bytes: PLAN, drawnAt: Scale.of(50), placedAt: Scale.of(50), title: "Ground floor plan" }],
      }),
    );
    expect(butEmptyFields(inspect(await drawingOf(bytes), standard).findings)).toEqual([]);
  });
  it("is of each height's own style: its font, its spacing, its letter case", async () => {
    const standard = structuredClone(preset("tarnwick")!);
    const families = ["Barlow", "Spline Sans Mono", "Archivo"];
    standard.textStyles.forEach((style, i) => void (style.fonts = [families[i % 3]!]));
    const titles = standard.textStyles.find((style) => style.heightMm === 5)!;
    titles.letterCase = "capitals";
    titles.spacingPercent = 40;
    const font = must(letteringOf(standard, fonts));
    const sheet = (titleSpacing: number): Promise<Uint8Array> => {
      titles.spacingPercent = titleSpacing;
      return composeSheet({
        standard,
        frame: standard.frames.find((each) => each.id === "A1")!,
        particulars: { title: "Ground floor plan", scale: "1:50" },
        units: "metric",
        font,
        fonts: otherFonts(standard, fonts, font),
        placements: [{ bytes: PLAN, drawnAt: Scale.of(50), placedAt: Scale.of(50), title: "Hall by the river" }],
      }).then((made) => must(made).bytes);
    };
    const bytes = await sheet(40);
    const drawing = await drawingOf(bytes);
    expect(butEmptyFields(inspect(drawing, standard).findings).map((each) => each.message)).toEqual([]);
    const listed = run("pdffonts", temporary(bytes));
    for (const family of ["Barlow", "SplineSansMono", "Archivo"]) expect(listed).toContain(family);
    const width = async (from: Uint8Array): Promise<number> => {
      const { pages, fonts: used } = await drawingOf(from);
      const { texts } = pages[0]!;
      const row = texts.strings.indexOf("HALL BY THE RIVER");
      expect(used[texts.font[row]!]!.family).toBe(familyName(titles.fonts[0]!));
      return texts.advanceMm[row]!;
    };
    // 17 letters, each followed by 40 % of 5 mm more.
    expect((await width(bytes)) - (await width(await sheet(0)))).toBeCloseTo(17 * 2, 1);
  });
  it("says which font is not at hand", () => {
    const standard = structuredClone(preset("tarnwick")!);
    for (const style of standard.textStyles) style.fonts = ["Nowhere Sans"];
    const font = letteringOf(standard, fonts);
    expect(font.ok ? "" : font.problem.message).toContain("Nowhere Sans");
  });
});

describe("a picture file", () => {
  it("is told by its header, never unpacked", () => {
    expect(must(readPictureFile(ringPng(30, 20)))).toMatchObject({ kind: "png", widthPx: 30, heightPx: 20 });
    // A JPEG up to its frame header (ITU-T T.81, B.2.2): start of image, an application segment, SOF0 of 24 × 48.
    const jpeg = [0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 0xff, 0xc0, 0, 11, 8, 0, 24, 0, 48, 1, 1, 0x11, 0];
    expect(must(readPictureFile(Uint8Array.from(jpeg)))).toMatchObject({ kind: "jpeg", widthPx: 48, heightPx: 24 });
  });
  it.each([
    ["nothing", new Uint8Array(), "not-a-picture"],
    ["words", new TextEncoder().encode("no picture, only words and more words"), "not-a-picture"],
    ["a JPEG that ends", Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 0, 4]), "not-a-picture"],
    [
      "a PNG that would unpack to 10 GB",
      ringPng(1, 1).map((byte, i) => (i >= 16 && i < 24 ? [0, 1, 0x86, 0xa0][i % 4]! : byte)),
      "over-limit",
    ],
  ])("%s is refused", (_what, bytes, code) => {
    const read = readPictureFile(bytes);
    expect(read.ok ? "" : read.problem.code).toBe(code);
  });
});
