import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { mendFile, pictureDifference, type Paint, type Picture } from "../../src/mend";
import { nodeInflate } from "../../src/node/inflate";
import { withPainter } from "../../src/node/paint";
import { preset } from "../../src/standard";
import { takingAnyFont } from "../support/any-font";
import { lettering, on, onePage } from "../support/raw-pdf";
import { caseOf, drawingOf } from "../support/tools";

const TARNWICK = takingAnyFont(preset("tarnwick")!);
const BAD = onePage({
  layers: ["A-WALL"],
  content: on(0, "q 0.3 w 50 50 m 350 50 l S Q q 0.4 w 50 90 m 350 90 l S Q"),
});

/** A white picture with a dot, 1 pixel a millimetre. */
function dotted(x: number, y: number, level = 0): Picture {
  const rgba = new Uint8ClampedArray(100 * 100 * 4).fill(255);
  rgba.fill(level, (y * 100 + x) * 4, (y * 100 + x) * 4 + 3);
  return { width: 100, height: 100, pixelsPerMm: 1, rgba };
}

describe("the comparison of pictures", () => {
  const none = dotted(0, 0, 255);
  it("tells where they differ, in millimetres from below", () => {
    expect(pictureDifference(none, dotted(30, 20), [])).toMatch(/at 30, 80 mm/);
    expect(pictureDifference(none, dotted(30, 20, 240), [])).toBeUndefined();
  });
  it("leaves the boxes of mended marks out, and their edges", () => {
    const box = { x: 25, y: 75, width: 10, height: 10 };
    expect(pictureDifference(none, dotted(30, 20), [box])).toBeUndefined();
    expect(pictureDifference(none, dotted(36, 20), [box])).toBeUndefined();
    expect(pictureDifference(none, dotted(38, 20), [box])).toMatch(/differs/);
    expect(pictureDifference(none, dotted(30, 28), [box])).toMatch(/differs/);
  });
  it("does not take pages of two sizes for the same", () => {
    expect(pictureDifference(none, { ...none, width: 99 }, [])).toMatch(/another size/);
  });
});

describe("the gate", () => {
  it("lets a sound mend through, and says which pages were painted", async () => {
    const mended = must(await withPainter((paint) => mendFile(BAD, TARNWICK, { inflate: nodeInflate, paint })));
    expect(mended.done).toHaveLength(2);
    expect(mended.pictures).toEqual({ alike: [1], notCompared: [] });
  });
  it("leaves out the mend after which the page looks other than it should, and keeps the others", async () => {
    // A painter that sees a spot wherever the line of 0.4 mm has been mended.
    const paint: Paint = async (_bytes, drawing) =>
      drawing.pages[0]!.paths.widthMm.some((width) => Math.abs(width - 0.4) < 0.01) ? dotted(5, 5, 255) : dotted(5, 5);
    const mended = must(await mendFile(BAD, TARNWICK, { inflate: nodeInflate, paint }));
    expect(mended.done.map(({ message }) => message)).toEqual([expect.stringContaining("0.3")]);
    expect(mended.left).toHaveLength(1);
    expect(mended.left[0]!.reason).toMatch(/picture of the page differs at 5, 95 mm/);
    expect([...mended.drawing.pages[0]!.paths.widthMm].some((width) => Math.abs(width - 0.4) < 0.01)).toBe(true);
  });
  it("leaves out the mend after which the page can't be painted any more", async () => {
    const paint: Paint = async (_bytes, drawing) => {
      if (!drawing.pages[0]!.paths.widthMm.some((width) => Math.abs(width - 0.4) < 0.01)) throw new Error("no page");
      return dotted(5, 5);
    };
    const mended = must(await mendFile(BAD, TARNWICK, { inflate: nodeInflate, paint }));
    expect(mended.done).toHaveLength(1);
    expect(mended.left[0]!.reason).toMatch(/can't be painted any more/);
  });
  it("refuses where it saw something and could not look at all again", async () => {
    let times = 0;
    const paint: Paint = async () => (times++ < 2 ? dotted(5 * times, 5) : undefined);
    const mended = await mendFile(BAD, TARNWICK, { inflate: nodeInflate, paint });
    expect(mended.ok ? "mended" : mended.problem.code).toBe("mend-seen");
  });
  it("says what was not compared, where there is too much to paint", async () => {
    const mended = must(await mendFile(BAD, TARNWICK, { inflate: nodeInflate, paint: async () => undefined }));
    expect(mended.pictures).toEqual({ alike: [], notCompared: [{ page: 1, reason: "There is too much to paint." }] });
  });
});

describe("the painter", () => {
  it("paints lettering, tints and lines where they are", async () => {
    const bytes = onePage({
      content: `1 0 0 rg 100 100 50 50 re f 0 g 5 w 20 250 m 400 250 l S ${lettering("HHHH", 200, 20, 30)}`,
    });
    const drawing = await drawingOf(bytes);
    const picture = (await withPainter((paint) => paint(bytes, drawing, 1)))!;
    const at = (x: number, y: number) => {
      const i = (Math.round((297 - y) * picture.pixelsPerMm) * picture.width + Math.round(x * picture.pixelsPerMm)) * 4;
      return [...picture.rgba.subarray(i, i + 3)];
    };
    expect(at(125, 125)).toEqual([255, 0, 0]);
    expect(at(200, 250)).toEqual([0, 0, 0]);
    expect(at(200, 200)).toEqual([255, 255, 255]);
    let dark = 0;
    for (let x = 200; x < 320; x += 0.5) if (at(x, 40)[0]! < 128) dark++;
    expect(dark).toBeGreaterThan(40);
  });
  it("leaves a page alone that has too much on it", async () => {
    const many = onePage({ content: `0.5 w ${"1 1 m 2 2 l S ".repeat(250_001)}` });
    const drawing = await drawingOf(many);
    expect(await withPainter((paint) => paint(many, drawing, 1))).toBeUndefined();
  });
  it("gives the same picture of the same page twice", async () => {
    const bytes = caseOf("weasy");
    const drawing = await drawingOf(bytes);
    // As a buffer of Node.js, too: the command hands files over as such.
    const [once, twice] = await withPainter(async (paint) => [
      await paint(bytes, drawing, 1),
      await paint(Buffer.from(bytes), drawing, 1),
    ]);
    expect(pictureDifference(once!, twice!, [])).toBeUndefined();
  });
});
