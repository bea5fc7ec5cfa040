import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { pathBox, textBox, type BoxMm, type Drawing } from "../../src/drawing";
import { mendFile, pictureDifference, type Picture } from "../../src/mend";
import { nodeInflate } from "../../src/node/inflate";
import { preset } from "../../src/standard";
import { drawings, MAKERS } from "../support/random-drawings";
import { pictureOf } from "../support/pictures";
import { checkedByQpdf, drawingOf } from "../support/tools";

const TARNWICK = preset("tarnwick")!;
/** More by hand: `HEMSTITCH_RUNS=1000 HEMSTITCH_SEED=7`. */
const RUNS = Number(process.env["HEMSTITCH_RUNS"] ?? 12);
const SEED = Number(process.env["HEMSTITCH_SEED"] ?? 20261127);
const DPI = 100;

/** As mutool paints it. */
function seen(bytes: Uint8Array): Picture {
  const { width, height, grey } = pictureOf(bytes, DPI);
  const rgba = new Uint8ClampedArray(width * height * 4);
  grey.forEach((level, i) => rgba.fill(level, i * 4, i * 4 + 3));
  return { width, height, pixelsPerMm: DPI / 25.4, rgba };
}

/** Boxes of the marks whose width, dashes or height are other ones after the mend, read by rows: both drawings have the same. */
function boxesThatChanged(before: Drawing, after: Drawing): BoxMm[] {
  const [a, b] = [before.pages[0]!, after.pages[0]!];
  const boxes: BoxMm[] = [];
  const dash = (drawing: Drawing, id: number | undefined): string => JSON.stringify(drawing.dashes[id ?? 0]);
  for (let row = 0; row < a.paths.count; row++) {
    const half = Math.max(a.paths.widthMm[row]!, b.paths.widthMm[row]!) / 2;
    const same =
      Math.abs(a.paths.widthMm[row]! - b.paths.widthMm[row]!) < 0.001 &&
      dash(before, a.paths.dash[row]) === dash(after, b.paths.dash[row]);
    const box = pathBox(a.paths, row);
    if (!same)
      boxes.push({
        x: box.x - 5 * half,
        y: box.y - 5 * half,
        width: box.width + 10 * half,
        height: box.height + 10 * half,
      });
  }
  for (let row = 0; row < a.texts.count; row++) {
    if (Math.abs(a.texts.heightMm[row]! - b.texts.heightMm[row]!) < 0.001) continue;
    for (const { texts } of [a, b]) {
      const [box, high] = [textBox(texts, row), texts.heightMm[row]!];
      boxes.push({ x: box.x - high / 2, y: box.y - high / 2, width: box.width + high, height: box.height + high });
    }
  }
  return boxes;
}

describe("any drawing of any maker, mended", () => {
  // Against mutool draw, before and after, and qpdf's check.
  for (const [name, make] of Object.entries(MAKERS))
    it(
      `by ${name}: looks the same but for what was mended, and a second mend finds nothing`,
      { timeout: 600_000 },
      async () => {
        let mends = 0;
        await fc.assert(
          fc.asyncProperty(drawings, async (marks) => {
            const bytes = await make(marks);
            const mended = must(await mendFile(bytes, TARNWICK, { inflate: nodeInflate }));
            mends += mended.done.length;
            if (mended.done.length === 0) return;
            checkedByQpdf(mended.bytes);
            const boxes = boxesThatChanged(await drawingOf(bytes), mended.drawing);
            expect(pictureDifference(seen(bytes), seen(mended.bytes), boxes)).toBeUndefined();
            const again = must(await mendFile(mended.bytes, TARNWICK, { inflate: nodeInflate }));
            expect(again.done.map(({ rule, message }) => `${rule}: ${message}`)).toEqual([]);
          }),
          { numRuns: RUNS, seed: SEED },
        );
        // And it is not that nothing was mended.
        expect(mends).toBeGreaterThan(RUNS / 2);
      },
    );
});
