import {
  concatTransformationMatrix,
  drawObject,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  setCharacterSqueeze,
  StandardFonts,
} from "@cantoo/pdf-lib";
import { SALTMARSH } from "./building";
import { solids } from "./walls";

/**
 * Files as they come from outside, of which little can be judged: a scan, and a drawing with its lettering as lines. They
 * are written with a library for PDF, as other people's programs do.
 */

const POINTS = 72 / 25.4;
/** A1, and a scan of it at this many dots to the millimetre. */
const [WIDTH_MM, HEIGHT_MM] = [841, 594];
const DOTS = 1.5;

/** A print of the quay that somebody scanned: a picture of the walls, and a note in a font that is not in the file. */
export async function scannedSheet(): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  const page = document.addPage([WIDTH_MM * POINTS, HEIGHT_MM * POINTS]);
  const [width, height] = [Math.round(WIDTH_MM * DOTS), Math.round(HEIGHT_MM * DOTS)];
  const { context } = document;
  const image = context.register(
    context.flateStream(greys(width, height), {
      Type: "XObject",
      Subtype: "Image",
      Width: width,
      Height: height,
      ColorSpace: "DeviceGray",
      BitsPerComponent: 8,
    }),
  );
  const name = page.node.newXObject("Scan", image);
  const font = await document.embedFont(StandardFonts.Helvetica);
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(WIDTH_MM * POINTS, 0, 0, HEIGHT_MM * POINTS, 0, 0),
    drawObject(name),
    popGraphicsState(),
  );
  page.drawText("Survey of the old quay, scanned 14 October", { x: 60, y: 40, size: 10, font });
  // Somebody squeezed a note into the space that was left.
  page.pushOperators(setCharacterSqueeze(55));
  page.drawText("Not to be measured from", { x: 60, y: 60, size: 10, font });
  page.pushOperators(setCharacterSqueeze(100));
  return document.save();
}

/** Grey paper with the walls of the ferry landing on it, at 1:50 in the middle. */
function greys(width: number, height: number): Uint8Array {
  const grey = new Uint8Array(width * height);
  for (let i = 0; i < grey.length; i++) grey[i] = 236 + ((i * 7919) % 13);
  const dot = DOTS / 50;
  const [x0, y0] = [width / 4, height / 4];
  for (const wall of SALTMARSH.walls)
    for (const box of solids(wall)) {
      const [left, right] = [box.x0, box.x1].map((x) => Math.round(x0 + x * dot)) as [number, number];
      const [low, high] = [box.y0, box.y1].map((y) => Math.round(height - y0 - y * dot)) as [number, number];
      for (let y = Math.min(low, high); y < Math.max(low, high); y++)
        for (let x = left; x < right; x++) if (x >= 0 && y >= 0 && x < width && y < height) grey[y * width + x] = 70;
    }
  return grey;
}

/** Strokes of capitals in a box of 4 × 6, as plotters drew them. */
const STROKES: Readonly<Record<string, string>> = {
  A: "0,0 2,6 4,0|0.8,2.4 3.2,2.4",
  B: "0,0 0,6 3,6 3.6,5 3,3.2 0,3.2|3,3.2 4,1.7 3,0 0,0",
  D: "0,0 0,6 2.5,6 4,4 4,2 2.5,0 0,0",
  E: "4,0 0,0 0,6 4,6|0,3 3,3",
  I: "2,0 2,6",
  K: "0,0 0,6|4,6 0,2.4|1.2,3.4 4,0",
  L: "0,6 0,0 4,0",
  N: "0,0 0,6 4,0 4,6",
  O: "1,0 0,1.5 0,4.5 1,6 3,6 4,4.5 4,1.5 3,0 1,0",
  P: "0,0 0,6 3,6 4,4.6 3,3.2 0,3.2",
  Q: "1,0 0,1.5 0,4.5 1,6 3,6 4,4.5 4,1.5 3,0 1,0|2.4,1.6 4,0",
  R: "0,0 0,6 3,6 4,4.6 3,3.2 0,3.2|2,3.2 4,0",
  S: "0,1 1,0 3,0 4,1 4,2.2 0.2,4 0.2,5 1,6 3,6 4,5",
  T: "0,6 4,6|2,6 2,0",
  U: "0,6 0,1.4 1,0 3,0 4,1.4 4,6",
  W: "0,6 1,0 2,4 3,0 4,6",
  Y: "0,6 2,3 4,6|2,3 2,0",
};

/** A drawing of the quay whose lettering a program wrote as lines, one for each stroke of a letter. */
export async function plottedSheet(): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  const page = document.addPage([420 * POINTS, 297 * POINTS]);
  const path = (points: readonly (readonly [number, number])[], thickness: number): void => {
    points.slice(1).forEach(([x, y], i) => {
      const [px, py] = points[i]!;
      page.drawLine({
        start: { x: px * POINTS, y: py * POINTS },
        end: { x: x * POINTS, y: y * POINTS },
        thickness: thickness * POINTS,
      });
    });
  };
  const box = ([x, y, w, h]: readonly [number, number, number, number]): void =>
    path(
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
        [x, y],
      ],
      0.5,
    );
  box([60, 80, 220, 120]);
  box([60, 140, 90, 60]);
  await writtenRow(document, path);
  ["OLD QUAY", "BOLLARDS", "SLIP DOWN TO WATER"].forEach((words, line) =>
    [...words].forEach((letter, i) => {
      for (const stroke of (STROKES[letter] ?? "").split("|").filter(Boolean))
        path(
          stroke.split(" ").map((point) => {
            const [x = 0, y = 0] = point.split(",").map(Number);
            return [170 + i * 3.4 + x * 0.58, 180 - line * 20 + y * 0.58] as const;
          }),
          0.25,
        );
    }),
  );
  return document.save();
}

type Path = (points: readonly (readonly [number, number])[], thickness: number) => void;

/** Two dimensions under the quay that are written, though nothing says at which scale they are drawn. */
async function writtenRow(document: PDFDocument, path: Path): Promise<void> {
  const page = document.getPage(0);
  const font = await document.embedFont(StandardFonts.Helvetica);
  const [y, stops] = [68, [60, 150, 280]] as const;
  path(
    [
      [stops[0], y],
      [stops[2], y],
    ],
    0.18,
  );
  stops.forEach((x, i) => {
    path(
      [
        [x, 73],
        [x, y - 2],
      ],
      0.18,
    );
    path(
      [
        [x - 1, y - 1],
        [x + 1, y + 1],
      ],
      0.35,
    );
    const next = stops[i + 1];
    if (next === undefined) return;
    const words = String((next - x) * 50);
    const size = 9;
    const left = ((x + next) / 2) * POINTS - font.widthOfTextAtSize(words, size) / 2;
    page.drawText(words, { x: left, y: (y + 1) * POINTS, size, font });
  });
}
