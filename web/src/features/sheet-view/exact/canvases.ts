import { alphaByLuminosity, tableOf, MASK_FILTER } from "./masks";

interface CanvasAndContext {
  canvas: OffscreenCanvas | null;
  context: OffscreenCanvasRenderingContext2D | null;
}

/** Canvases for a thread that has no document. */
export class Canvases {
  create(width: number, height: number): CanvasAndContext {
    const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(width)), Math.max(1, Math.ceil(height)));
    const context = canvas.getContext("2d");
    if (context) masksByPixels(context);
    return { canvas, context };
  }

  reset({ canvas }: CanvasAndContext, width: number, height: number): void {
    if (!canvas) return;
    canvas.width = Math.max(1, Math.ceil(width));
    canvas.height = Math.max(1, Math.ceil(height));
  }

  destroy(pair: CanvasAndContext): void {
    // Gives the pixels back at once.
    if (pair.canvas) pair.canvas.width = pair.canvas.height = 0;
    pair.canvas = null;
    pair.context = null;
  }
}

/**
 * Soft masks by the lightness of a picture are worked out with a filter of the document, where there is one. Here
 * whoever sets that filter has the next picture turned into its lightness before it is drawn.
 */
function masksByPixels(context: OffscreenCanvasRenderingContext2D): void {
  let waiting: string | null = null;
  const draw = context.drawImage.bind(context) as (...all: unknown[]) => void;
  Object.defineProperty(context, "filter", {
    get: () => "none",
    set: (filter: string) => (waiting = filter.startsWith(MASK_FILTER) ? filter : null),
  });
  context.drawImage = (source: CanvasImageSource, ...rest: unknown[]): void => {
    const filter = waiting;
    waiting = null;
    draw(filter !== null && source instanceof OffscreenCanvas ? masked(source, filter) : source, ...rest);
  };
}

function masked(source: OffscreenCanvas, filter: string): OffscreenCanvas {
  const { width, height } = source;
  const copy = new OffscreenCanvas(width, height);
  const [from, to] = [source.getContext("2d"), copy.getContext("2d")];
  if (!from || !to) return source;
  const pixels = from.getImageData(0, 0, width, height);
  alphaByLuminosity(pixels.data, tableOf(filter), filter.startsWith(`${MASK_FILTER}-alpha`));
  to.putImageData(pixels, 0, 0);
  return copy;
}
