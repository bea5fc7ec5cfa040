/**
 * The painter of exact pictures: a thread of the browser that reads the file itself and paints it as a viewer does,
 * glyphs, pictures, patterns and masks and all. It ends with the page that asked. Bundled by `scripts/bundle.mjs`.
 */
import "./one-thread";
import {
  AnnotationMode,
  getDocument,
  RenderingCancelledException,
  VerbosityLevel,
  type PDFDocumentProxy,
  type PDFPageProxy,
  type RenderTask,
} from "pdfjs-dist";
import { Canvases } from "./canvases";
import { Masks } from "./masks";
import type { PictureAnswer, PictureRequest, Wanted } from "./messages";
import { dashesAreDrawn, dotsAreDrawn, standInsAreLeftOut } from "./true-strokes";

dotsAreDrawn();
dashesAreDrawn();
standInsAreLeftOut();

const MM_PER_POINT = 25.4 / 72;
/** Pages that differ by more are not the same page. Millimetres. */
const SAME_SIZE_MM = 0.5;
/**
 * The library paints no line thinner than a pixel. Where a pixel is more than pens are wide, all would be black that
 * is fine: hatches, lettering, walls. The page is then painted finer and shrunk, so that its tones are those of paper.
 * So are pages whose cells are repeated.
 */
const FINE_PER_MM = 8;
const FINER = 2;
const MOST_PIXELS = 40_000_000;
const here = new URL(".", import.meta.url).href;

let opened: Promise<PDFDocumentProxy> | undefined;
const pages = new Map<number, Promise<PDFPageProxy>>();
let task: RenderTask | undefined;
let newest = 0;

const say = (answer: PictureAnswer, moved: Transferable[] = []): void => self.postMessage(answer, { transfer: moved });

self.onmessage = ({ data }: MessageEvent<PictureRequest>): void => {
  if (data.kind === "open") {
    opened = open(data.file);
    opened.then(
      async () => {
        say({ kind: "opened" });
        await readAhead(data.page);
      },
      (error: unknown) => say({ kind: "failed", turn: 0, problem: wordsOf(error) }),
    );
    return;
  }
  if (data.kind === "measure") {
    measure(data.page).catch((error: unknown) => say({ kind: "failed", turn: 0, problem: wordsOf(error) }));
    return;
  }
  newest = data.turn;
  // What was read of the page so far is kept for the next, which follows at once.
  task?.cancel();
  draw(data.turn, data.wanted).catch((error: unknown) =>
    error instanceof RenderingCancelledException
      ? say({ kind: "ended", turn: data.turn })
      : say({ kind: "failed", turn: data.turn, problem: wordsOf(error) }),
  );
};

async function open(file: string | Uint8Array): Promise<PDFDocumentProxy> {
  const data = typeof file === "string" ? await fetched(file) : file;
  say({ kind: "fetched" });
  return getDocument({
    data,
    // Glyphs are painted from their outlines: no font of a file gets to the browser's own font machinery.
    disableFontFace: true,
    useSystemFonts: false,
    isEvalSupported: false,
    enableXfa: false,
    stopAtErrors: false,
    CanvasFactory: Canvases,
    FilterFactory: Masks,
    standardFontDataUrl: `${here}standard_fonts/`,
    cMapUrl: `${here}cmaps/`,
    wasmUrl: `${here}wasm/`,
    iccUrl: `${here}iccs/`,
    useWorkerFetch: true,
    verbosity: VerbosityLevel.ERRORS,
  }).promise;
}

/** How large a page is, before anything else is known of it. */
async function measure(number: number): Promise<void> {
  const page = await pageOf(number);
  const { width, height } = page.getViewport({ scale: MM_PER_POINT });
  const { numPages } = await opened!;
  say({ kind: "measured", page: number, pages: numPages, widthMm: width, heightMm: height });
}

async function fetched(path: string): Promise<Uint8Array> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error("The file could not be fetched.");
  return new Uint8Array(await answer.arrayBuffer());
}

function pageOf(number: number): Promise<PDFPageProxy> {
  const known = pages.get(number);
  if (known) return known;
  if (!opened) throw new Error("No file is open.");
  const page = opened.then((file) => file.getPage(number));
  pages.set(number, page);
  return page;
}

/** Has a page read while nobody knows yet where it will be looked at. */
async function readAhead(number: number): Promise<void> {
  if (task) return;
  const page = await pageOf(number).catch(() => undefined);
  const context = new OffscreenCanvas(1, 1).getContext("2d");
  if (!page || !context || newest > 0) return;
  task = page.render({
    ...asPainted(context),
    viewport: page.getViewport({ scale: 0.001 }),
    operationsFilter: () => false,
  });
  await task.promise.catch(() => undefined);
}

const asPainted = (context: OffscreenCanvasRenderingContext2D) => ({
  canvas: null,
  // The library asks for a canvas of a document and needs no more than this one can.
  canvasContext: context as unknown as CanvasRenderingContext2D,
  annotationMode: AnnotationMode.ENABLE,
  // As it plots: notes that are not printed are none of it.
  intent: "print" as const,
});

async function draw(turn: number, wanted: Wanted): Promise<void> {
  const page = await pageOf(wanted.page);
  const layers = await layersOf(wanted.layersShown);
  if (turn !== newest) return say({ kind: "ended", turn });
  const scale = wanted.pixelsPerMm * MM_PER_POINT;
  const whole = page.getViewport({ scale });
  const [widthMm, heightMm] = [whole.width / wanted.pixelsPerMm, whole.height / wanted.pixelsPerMm];
  if (
    wanted.widthMm > 0 &&
    (Math.abs(widthMm - wanted.widthMm) > SAME_SIZE_MM || Math.abs(heightMm - wanted.heightMm) > SAME_SIZE_MM)
  )
    throw new Error("The page has another size for the painter than for the inspection.");
  const box = inSight(wanted, whole.width, whole.height);
  if (box.width <= 0 || box.height <= 0) return say({ kind: "drawn", turn, bitmap: null, left: 0, top: 0 });
  const finer = finerFor(wanted, box.width * box.height);
  const canvas = new OffscreenCanvas(box.width * finer, box.height * finer);
  const context = canvas.getContext("2d");
  if (!context) throw new Error("The browser gave no canvas.");
  task = page.render({
    ...asPainted(context),
    viewport: page.getViewport({
      scale: scale * finer,
      offsetX: (wanted.left - box.left) * finer,
      offsetY: (wanted.top - box.top) * finer,
    }),
    optionalContentConfigPromise: Promise.resolve(layers),
  });
  await task.promise;
  const bitmap = await shrunk(canvas, box.width, box.height);
  say({ kind: "drawn", turn, bitmap, left: box.left, top: box.top }, [bitmap]);
}

/** How many times finer than shown. */
function finerFor({ pixelsPerMm, hasCells, isQuick = false }: Wanted, pixels: number): number {
  if (isQuick) return 1;
  const isWanted = hasCells || pixelsPerMm < FINE_PER_MM;
  return isWanted && pixels * FINER ** 2 <= MOST_PIXELS ? FINER : 1;
}

/** The picture in the size that it is shown in. */
async function shrunk(canvas: OffscreenCanvas, width: number, height: number): Promise<ImageBitmap> {
  if (canvas.width === width) return canvas.transferToImageBitmap();
  return createImageBitmap(canvas, { resizeWidth: width, resizeHeight: height, resizeQuality: "high" });
}

/** The part of the page that lies in the window, on whole pixels. */
function inSight({ left, top, width, height }: Wanted, pageWidth: number, pageHeight: number) {
  const [x, y] = [Math.max(0, Math.floor(left)), Math.max(0, Math.floor(top))];
  return {
    left: x,
    top: y,
    width: Math.min(width, Math.ceil(left + pageWidth)) - x,
    height: Math.min(height, Math.ceil(top + pageHeight)) - y,
  };
}

/** The layers' states as the inspection knows them: those of the paper, less what the reader has switched off. */
async function layersOf(shown: readonly boolean[]) {
  const config = await (await opened!).getOptionalContentConfig({ intent: "print" });
  // Before the layers are known, as the file itself says.
  if (shown.length === 0) return config;
  const ids = [...(config as unknown as Iterable<readonly [string, unknown]>)].map(([id]) => id);
  if (ids.length === shown.length) ids.forEach((id, i) => config.setVisibility(id, shown[i] ?? true, false));
  return config;
}

const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
