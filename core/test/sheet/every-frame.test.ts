import { describe, expect, it } from "vitest";
import { pathBox } from "../../src/drawing";
import { inspect } from "../../src/inspect";
import { must, parseScale, Scale } from "../../src/quantity";
import { bayBoxes, composeSheet, drawingArea, extentOf, titleBlockBox } from "../../src/sheet";
import { preset, type FrameEntry, type OfficeStandard } from "../../src/standard";
import { barlow } from "../support/fonts";
import { lettering, on, onePage } from "../support/raw-pdf";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";
import { butEmptyFields } from "../support/but-empty-fields";

/** Every frame with every listed scale of its system: what is drawn at one scale is placed at each. */
const STANDARD: OfficeStandard = preset("tarnwick")!;
const DRAWN_AT = 50;
/** A room of 40 × 24 mm on paper at 1:50, 2 × 1.2 m in the building. Invented. */
const PLAN = onePage({
  widthMm: 420,
  layers: ["A-WALL", "A-FLOR-OVHD", "A-ANNO-TEXT"],
  content:
    on(0, "0.5 w 100 100 40 24 re S") +
    on(1, "0.25 w [3 0.75] 0 d 104 112 m 136 112 l S [] 0 d") +
    on(2, lettering("HALL", 112, 104, 2.5)),
});
const PARTICULARS = { owner: "Tarnwick Plan Room", project: "Saltmarsh Ferry Landing", number: "A-101", revision: "B" };
const isFeet = (frame: FrameEntry): boolean => frame.id === "24x36";
const cases = STANDARD.frames.flatMap((frame) =>
  STANDARD.scales
    .filter(({ system }) => (system === "feet-inches") === isFeet(frame))
    .map(({ scale }) => [frame.id, scale, frame] as const),
);

async function sheetOf(frame: FrameEntry, placedAt: string) {
  const sheet = must(
    await composeSheet({
      standard: STANDARD,
      frame,
      particulars: { ...PARTICULARS, title: "Hall", scale: placedAt },
      units: isFeet(frame) ? "feet-inches" : "metric",
      font: barlow(),
      placements: [
        { bytes: PLAN, drawnAt: Scale.of(DRAWN_AT), placedAt: must(parseScale(placedAt)), title: "Hall plan" },
      ],
    }),
  );
  const drawing = await drawingOf(sheet.bytes);
  return { sheet, drawing, page: drawing.pages[0]! };
}

describe("a drawing on a sheet", () => {
  it.each(cases)(
    "%s at %s: is as large as its scale says, in the pens, dashes and lettering of its own",
    async (_id, placedAt, frame) => {
      const { sheet, drawing, page } = await sheetOf(frame, placedAt);
      checkedByQpdf(sheet.bytes);
      expect([page.widthMm, page.heightMm]).toEqual([
        expect.closeTo(frame.widthMm, 2),
        expect.closeTo(frame.heightMm, 2),
      ]);
      const factor = DRAWN_AT / must(parseScale(placedAt)).toNumber();
      const rowsOn = (name: string): number[] => {
        const id = drawing.layers.findIndex((layer) => layer.name === name);
        return [...page.paths.layer].flatMap((layer, row) => (layer === id ? [row] : []));
      };
      const [wall] = rowsOn("A-WALL");
      expect(page.paths.widthMm[wall!]).toBeCloseTo(0.5, 3);
      const box = pathBox(page.paths, wall!);
      expect([box.width, box.height]).toEqual([expect.closeTo(40 * factor, 2), expect.closeTo(24 * factor, 2)]);
      const [edge] = rowsOn("A-FLOR-OVHD");
      expect(page.paths.widthMm[edge!]).toBeCloseTo(0.25, 3);
      drawing.dashes[page.paths.dash[edge!]!]!.forEach((each, i) => expect(each).toBeCloseTo([3, 0.75][i]!, 3));
      const name = page.texts.strings.indexOf("HALL");
      expect(page.texts.heightMm[name]).toBeCloseTo(2.5, 2);
    },
  );
  it.each(cases)(
    "%s at %s: states its scale, in words and so that viewers measure by it",
    async (_id, placedAt, frame) => {
      const { sheet, page } = await sheetOf(frame, placedAt);
      const words = run("pdftotext", "-layout", temporary(sheet.bytes), "-");
      for (const each of ["Hall plan", "A-101", "Saltmarsh Ferry Landing"]) expect(words).toContain(each);
      const ratio = must(parseScale(placedAt)).toNumber();
      expect(page.viewports[0]!.buildingPerPaper / ratio).toBeCloseTo(1, 5);
      const written = /\d+(?:\s\d\/\d)?.*'|1:\d+/.exec(placedAt)![0];
      expect(words.replaceAll(/\s+/g, " ")).toContain(written.replace(/^1 1\/2"/, '1-1/2"').slice(0, 4));
    },
  );
  it.each(cases.filter(([, scale]) => scale === "1:100" || scale.startsWith("1/4")))(
    "%s at %s: has no finding but the font of the drawing itself",
    async (_id, _scale, frame) => {
      const { drawing } = await sheetOf(frame, _scale);
      const found = butEmptyFields(inspect(drawing, STANDARD).findings).map((finding) => finding.rule);
      expect(found.filter((rule) => rule !== "file/font-not-embedded")).toEqual([]);
    },
  );
});

describe("the room of a frame", () => {
  it.each(STANDARD.frames.map((frame) => [frame.id, frame] as const))(
    "%s: the drawing area is what the borders leave; the title block lies in its lower right corner (ISO 5457, from memory)",
    (_id, frame) => {
      const area = drawingArea(frame);
      expect(area.width).toBeCloseTo(frame.widthMm - frame.border.leftMm - frame.border.rightMm, 6);
      expect(area.height).toBeCloseTo(frame.heightMm - frame.border.topMm - frame.border.bottomMm, 6);
      const block = titleBlockBox(frame);
      expect(block.x + block.width).toBeCloseTo(area.x + area.width, 6);
      expect(block.y).toBeCloseTo(area.y, 6);
      expect(block.width).toBeLessThanOrEqual(180);
    },
  );
  it("bays are of one width, apart by their gap, within the drawing area, and none lies on the title block", () => {
    const frame = STANDARD.frames.find((each) => each.bays)!;
    const { columns, rows, gapMm } = frame.bays!;
    const bays = bayBoxes(frame);
    expect(bays.length).toBe(columns * rows);
    const area = drawingArea(frame);
    const overlap = (a: (typeof bays)[number], b: (typeof bays)[number]): boolean =>
      a.x < b.x + b.width - 1e-6 &&
      b.x < a.x + a.width - 1e-6 &&
      a.y < b.y + b.height - 1e-6 &&
      b.y < a.y + a.height - 1e-6;
    for (const [i, bay] of bays.entries()) {
      expect(bay.width).toBeCloseTo(bays[0]!.width, 6);
      // The one above the title block gives way to it.
      const block = titleBlockBox(frame);
      const above = bay.x + bay.width > block.x && Math.abs(bay.y - (block.y + block.height + gapMm)) < 1e-6;
      if (!above) expect(bay.height).toBeCloseTo(bays[0]!.height, 6);
      expect(bay.x).toBeGreaterThanOrEqual(area.x - 1e-6);
      expect(bay.x + bay.width).toBeLessThanOrEqual(area.x + area.width + 1e-6);
      expect(overlap(bay, titleBlockBox(frame))).toBe(false);
      for (const other of bays.slice(i + 1)) expect(overlap(bay, other)).toBe(false);
    }
    const across = [...new Set(bays.map((bay) => Number(bay.x.toFixed(6))))].sort((a, b) => a - b);
    if (across.length > 1) expect(across[1]! - across[0]! - bays[0]!.width).toBeCloseTo(gapMm, 5);
  });
  it("a frame without bays has none", () =>
    expect(bayBoxes(STANDARD.frames.find((frame) => !frame.bays)!)).toEqual([]));
});

describe("the extent of a drawing", () => {
  const extent = async (content: string, off: number[] = []) =>
    extentOf((await drawingOf(onePage({ layers: ["A"], off, content }))).pages[0]!);
  it("is that of all that shows: lines, and letters up to their capitals", async () => {
    const box = (await extent(`10 10 m 60 10 l S ${lettering("H", 20, 40, 5)}`))!;
    expect([box.x, box.y]).toEqual([expect.closeTo(10, 3), expect.closeTo(10, 3)]);
    expect(box.y + box.height).toBeCloseTo(45, 1);
  });
  it("leaves out what is hidden, and ends at the page's edge", async () => {
    expect(await extent(on(0, "10 10 m 60 60 l S"), [0])).toBeUndefined();
    const box = (await extent("-50 10 m 900 20 l S"))!;
    expect([box.x, box.x + box.width]).toEqual([0, expect.closeTo(420, 3)]);
  });
  it("of nothing is none", async () => expect(await extent("")).toBeUndefined());
});
