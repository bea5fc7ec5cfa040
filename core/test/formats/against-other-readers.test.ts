import { readdirSync } from "node:fs";
import { join } from "node:path";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { describe, expect, it } from "vitest";
import { PAINT, type Drawing, type Page } from "../../src/drawing";
import { drawingOf, fixture, fixturesFolder, run } from "../support/tools";
import { traced, type TracedPath } from "../support/trace";

/**
 * The reader against other readers, on files that seven generators wrote: marks, widths, dashes and
 * layers against `mutool trace`; words and places against pdfjs-dist and `pdftotext -bbox`; page
 * sizes against `pdfinfo`.
 */
const FILES = readdirSync(fixturesFolder).filter((name) => name.endsWith(".pdf"));

/** A layer that tcpdf.pdf prints and does not show on the screen: it comes to the paper, and mutool trace passes it over. */
const PRINTED_ONLY = "A-ANNO-NPLT";

/** mutool trace lists what is cut away, too; what is on a layer that is off it does not. */
const isListed = (drawing: Drawing, layer: number): boolean =>
  drawing.layers[layer]?.name !== PRINTED_ONLY && (drawing.layers[layer]?.visible ?? true);

/** Marks of one kind as one list, in the order of painting. */
function marksOf(drawing: Drawing, page: Page, kind: "stroke" | "fill") {
  const { paths } = page;
  const bit = kind === "stroke" ? PAINT.stroke : PAINT.fill;
  return Array.from({ length: paths.count }, (_, row) => row)
    .filter((row) => paths.paint[row]! & bit && isListed(drawing, paths.layer[row]!))
    .map((row) => ({
      layer: drawing.layers[paths.layer[row]!]?.name,
      widthMm: paths.widthMm[row]!,
      dashMm: drawing.dashes[paths.dash[row]!]!,
      points: Array.from({ length: paths.firstPoint[row + 1]! - paths.firstPoint[row]! }, (_, i) => {
        const at = (paths.firstPoint[row]! + i) * 2;
        return [paths.points[at]!, paths.points[at + 1]!] as const;
      }),
    }));
}

const subpathsOf = (paths: readonly TracedPath[], kind: "stroke" | "fill") =>
  paths.filter((path) => path.kind === kind).flatMap((path) => path.subpaths.map((points) => ({ ...path, points })));

describe.each(FILES)("%s", (name) => {
  it("has the marks, widths, dashes and layers that mutool trace lists", async () => {
    const drawing = await drawingOf(fixture(name));
    const pages = traced(join(fixturesFolder, name), (each) => drawing.layers.some((layer) => layer.name === each));
    expect(drawing.pages.length).toBe(pages.length);
    for (const [i, page] of drawing.pages.entries()) {
      for (const kind of ["stroke", "fill"] as const) {
        const [ours, theirs] = [marksOf(drawing, page, kind), subpathsOf(pages[i]!.paths, kind)];
        expect(ours.length, `${kind}s of page ${i + 1}`).toBe(theirs.length);
        for (const [n, mark] of ours.entries()) {
          const other = theirs[n]!;
          expect(mark.layer).toBe(other.layer);
          if (kind === "stroke") {
            expect(mark.widthMm).toBeCloseTo(other.widthMm, 3);
            const twice = other.dashMm.length % 2 === 1 ? [...other.dashMm, ...other.dashMm] : other.dashMm;
            expect(mark.dashMm.length).toBe(twice.length);
            mark.dashMm.forEach((each, d) => expect(each).toBeCloseTo(twice[d]!, 2));
          }
          // A trace leaves out a last line that ends where its outline is closed.
          expect(Math.abs(mark.points.length - other.points.length)).toBeLessThanOrEqual(1);
          for (const [p, [x, y]] of other.points.entries()) {
            expect(mark.points[p]![0]).toBeCloseTo(x, 2);
            expect(mark.points[p]![1]).toBeCloseTo(y, 2);
          }
        }
      }
    }
  });

  it("has the page sizes of pdfinfo", async () => {
    const drawing = await drawingOf(fixture(name));
    for (const page of drawing.pages) {
      const info = run("pdfinfo", "-f", String(page.index), "-l", String(page.index), join(fixturesFolder, name));
      const size = /size:\s+([\d.]+) x ([\d.]+) pts/.exec(info)!;
      const turned = /rot:\s+(90|270)/.test(info);
      const [width, height] = [Number(size[1]), Number(size[2])].map((points) => (points * 25.4) / 72);
      expect(page.widthMm).toBeCloseTo((turned ? height : width)!, 2);
      expect(page.heightMm).toBeCloseTo((turned ? width : height)!, 2);
    }
  });

  it("has the words of pdftotext at their places", async () => {
    const drawing = await drawingOf(fixture(name));
    const pages = run("pdftotext", "-bbox", join(fixturesFolder, name), "-").split("<page ").slice(1);
    for (const [i, page] of drawing.pages.entries()) {
      const words = [
        ...pages[i]!.matchAll(/xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">([^<]+)</g),
      ];
      const ours = page.texts.strings.join("").replace(/\s/g, "");
      const letters = (text: string): string => [...text.replace(/\s/g, "")].sort().join("");
      const theirs = words
        .map((match) => match[5]!.replaceAll("&quot;", '"').replaceAll("&apos;", "'").replaceAll("&amp;", "&"))
        .join("");
      expect(letters(ours)).toBe(letters(theirs));
    }
  });

  it("has the strings of pdfjs-dist where it has them", async () => {
    const drawing = await drawingOf(fixture(name));
    const document = await getDocument({ data: fixture(name), verbosity: 0 }).promise;
    for (const page of drawing.pages) {
      const content = await (await document.getPage(page.index)).getTextContent();
      const viewport = (await document.getPage(page.index)).getViewport({ scale: 25.4 / 72 });
      for (const item of content.items) {
        if (!("str" in item) || item.str.trim() === "") continue;
        const [, , , , left, bottom] = item.transform as number[];
        const [x, y] = viewport.convertToViewportPoint(left!, bottom!) as [number, number];
        // It parts strings at wide gaps, so an item may begin within one of ours.
        const string = Array.from({ length: page.texts.count }, (_, row) => row).find((row) => {
          const turn = (page.texts.angleDeg[row]! * Math.PI) / 180;
          const [dx, dy] = [x - page.texts.anchors[row * 2]!, page.heightMm - y - page.texts.anchors[row * 2 + 1]!];
          const along = dx * Math.cos(turn) + dy * Math.sin(turn);
          const across = -dx * Math.sin(turn) + dy * Math.cos(turn);
          const text = page.texts.strings[row]!.trim();
          return (
            Math.abs(across) < 0.05 &&
            along > -0.05 &&
            along < page.texts.advanceMm[row]! &&
            (text.includes(item.str.trim()) || item.str.includes(text))
          );
        });
        expect(string, `“${item.str}” at ${x.toFixed(2)}, ${(page.heightMm - y).toFixed(2)}`).toBeDefined();
      }
    }
    await document.destroy();
  });
});
