import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { pathBox, textBox, type BoxMm, type Drawing } from "../../src/drawing";
import { mendFile, pictureDifference, type Picture } from "../../src/mend";
import { nodeInflate } from "../../src/node/inflate";
import { preset } from "../../src/standard";
import { takingAnyFont } from "../support/any-font";
import { drawings, MAKERS } from "../support/random-drawings";
import { pictureOf } from "../support/pictures";
import { checkedByQpdf, drawingOf } from "../support/tools";

const TARNWICK = takingAnyFont(preset("tarnwick")!);
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

/**
 * Boxes of the marks that are in one of two drawings only, however they are numbered: each mark is known by its points
 * and all that it looks like.
 */
function boxesThatChanged(before: Drawing, after: Drawing): BoxMm[] {
  const [was, is] = [marksOf(before), marksOf(after)];
  const onlyIn = (own: ReadonlyMap<string, BoxMm[]>, other: ReadonlyMap<string, BoxMm[]>): BoxMm[] =>
    [...own].flatMap(([look, boxes]) => boxes.slice(other.get(look)?.length ?? 0));
  return [...onlyIn(was, is), ...onlyIn(is, was)];
}

function marksOf(drawing: Drawing): Map<string, BoxMm[]> {
  const found = new Map<string, BoxMm[]>();
  const add = (look: unknown[], { x, y, width, height }: BoxMm, around: number): void => {
    const key = JSON.stringify(look);
    const box = { x: x - around, y: y - around, width: width + 2 * around, height: height + 2 * around };
    found.set(key, [...(found.get(key) ?? []), box]);
  };
  const { paths, texts } = drawing.pages[0]!;
  const rounded = (values: Iterable<number>): number[] => Array.from(values, (each) => Math.round(each * 200));
  for (let row = 0; row < paths.count; row++) {
    const points = paths.points.slice(paths.firstPoint[row]! * 2, paths.firstPoint[row + 1]! * 2);
    const { widthMm, strokeColour, fillColour, paint, dash } = paths;
    const look = [rounded(points), rounded([widthMm[row]!]), strokeColour[row], fillColour[row], paint[row]];
    add([...look, rounded(drawing.dashes[dash[row]!]!)], pathBox(paths, row), (5 * widthMm[row]!) / 2);
  }
  for (let row = 0; row < texts.count; row++) {
    const { heightMm, angleDeg, anchors, strings, paint } = texts;
    const look = [strings[row], paint[row], ...rounded([heightMm[row]!, angleDeg[row]!])];
    add([...look, ...rounded(anchors.subarray(row * 2, row * 2 + 2))], textBox(texts, row), heightMm[row]! / 2);
  }
  return found;
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
