import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type { PDFDocumentProxy } from "pdfjs-dist";
import type { Drawing } from "../drawing";
import type { Paint, Picture } from "../mend";

/** Pages with more marks are not painted: it would take longer than the mend is worth. */
const MOST_MARKS = 250_000;
const MOST_PIXELS = 3_000_000;
const MOST_PIXELS_PER_MM = 100 / 25.4;
const MM_PER_POINT = 25.4 / 72;
/** A page that is not painted by then is not compared, nor are pages that would follow once all together took so long. */
const DEADLINE_MS = 30_000;
const ALL_MS = 90_000;
/** Files that stay open: before and after a mend. */
const MOST_OPEN = 2;

type Library = typeof import("pdfjs-dist");
let loaded: Promise<{ library: Library; folder: string }> | undefined;

/** Loaded when the first page is painted: most commands need none of it. */
function load(): Promise<{ library: Library; folder: string }> {
  loaded ??= (async () => {
    const folder = dirname(createRequire(import.meta.url).resolve("pdfjs-dist/package.json"));
    return { library: (await import("pdfjs-dist/legacy/build/pdf.mjs")) as Library, folder };
  })();
  return loaded;
}

/** Gives work a painter that is a viewer's library, which shares no line with our reader; closes what it opened. */
export async function withPainter<T>(work: (paint: Paint) => Promise<T>): Promise<T> {
  const open = new Map<Uint8Array, PDFDocumentProxy>();
  let leftMs = ALL_MS;
  const fileOf = async (bytes: Uint8Array): Promise<PDFDocumentProxy> => {
    const known = open.get(bytes);
    if (known) return known;
    const file = await opened(bytes);
    open.set(bytes, file);
    return file;
  };
  const closeAllBut = async (count: number, wanted?: Uint8Array): Promise<void> => {
    for (const [bytes, file] of open) {
      if (open.size <= count) return;
      if (bytes === wanted) continue;
      open.delete(bytes);
      await file.loadingTask.destroy();
    }
  };
  const paint: Paint = async (bytes, drawing, number) => {
    const scale = scaleFor(drawing, number);
    if (scale === undefined || leftMs <= 0) return undefined;
    const began = performance.now();
    try {
      return await painted(await fileOf(bytes), number, scale);
    } finally {
      leftMs -= performance.now() - began;
      await closeAllBut(MOST_OPEN, bytes);
    }
  };
  try {
    return await work(paint);
  } finally {
    await closeAllBut(0);
  }
}

async function opened(bytes: Uint8Array): Promise<PDFDocumentProxy> {
  const { library, folder } = await load();
  return library.getDocument({
    // The library takes the bytes away, and takes no others than these.
    data: new Uint8Array(bytes),
    disableFontFace: true,
    useSystemFonts: false,
    isEvalSupported: false,
    enableXfa: false,
    standardFontDataUrl: `${join(folder, "standard_fonts")}/`,
    cMapUrl: `${join(folder, "cmaps")}/`,
    wasmUrl: `${join(folder, "wasm")}/`,
    verbosity: library.VerbosityLevel.ERRORS,
  }).promise;
}

/** Pixels per millimetre; nothing for a page that has too much on it. */
function scaleFor({ pages }: Drawing, number: number): number | undefined {
  const page = pages[number - 1];
  if (!page || page.paths.count + page.texts.count > MOST_MARKS) return undefined;
  return Math.min(MOST_PIXELS_PER_MM, Math.sqrt(MOST_PIXELS / (page.widthMm * page.heightMm)));
}

interface CanvasOfLibrary {
  readonly canvas: { readonly width: number; readonly height: number };
  readonly context: CanvasRenderingContext2D;
}

async function painted(file: PDFDocumentProxy, number: number, pixelsPerMm: number): Promise<Picture | undefined> {
  const page = await file.getPage(number);
  const viewport = page.getViewport({ scale: pixelsPerMm * MM_PER_POINT });
  const canvases = file.canvasFactory as { create(width: number, height: number): CanvasOfLibrary };
  const { canvas, context } = canvases.create(Math.ceil(viewport.width), Math.ceil(viewport.height));
  const task = page.render({ canvas: null, canvasContext: context, viewport });
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    task.cancel();
  }, DEADLINE_MS);
  try {
    await task.promise;
  } catch (error) {
    if (late) return undefined;
    throw error;
  } finally {
    clearTimeout(timer);
    page.cleanup();
  }
  const { width, height } = canvas;
  return { width, height, pixelsPerMm, rgba: context.getImageData(0, 0, width, height).data };
}
