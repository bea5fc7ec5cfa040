import type { Cut, Lettering, Paintable } from "./batches";
import type { View } from "./view";

/** How a sheet is painted. */
export interface Look {
  readonly view: View;
  /** Pixels of the device per pixel. */
  readonly density: number;
  /** By index of a layer; layers that it does not tell of show. */
  readonly layersShown: readonly boolean[];
}

/** Time that one slice of painting may take, so that the page stays quick. Milliseconds. */
const SLICE_MS = 10;
/** Lettering smaller than this is shown as a bar. Pixels. */
const SMALLEST_LETTERS_PX = 2.5;
/** Canvas fonts below a pixel are unreliable; letters are set at this size and scaled. */
const SET_PX = 40;

/** Paints a sheet in slices; `keep` says after each whether to go on. Resolves to whether it was painted whole. */
export async function paintSheet(
  context: CanvasRenderingContext2D,
  sheet: Paintable,
  { view, density, layersShown }: Look,
  keep: () => boolean,
): Promise<boolean> {
  const { canvas } = context;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, canvas.width, canvas.height);
  const k = view.scale * density;
  const [left, top] = [view.left * density, view.top * density];
  context.fillStyle = "#ffffff";
  context.fillRect(left, top, sheet.widthMm * k, sheet.heightMm * k);
  let sliceEnd = performance.now() + SLICE_MS;
  const rest = async (): Promise<boolean> => {
    if (performance.now() < sliceEnd) return true;
    await breath();
    sliceEnd = performance.now() + SLICE_MS;
    return keep();
  };
  context.save();
  context.beginPath();
  context.rect(left, top, sheet.widthMm * k, sheet.heightMm * k);
  context.clip();
  context.lineCap = "butt";
  context.lineJoin = "round";
  const cutter = new Cutter(context, () => context.setTransform(k, 0, 0, -k, left, top + sheet.heightMm * k));
  for (const batch of sheet.batches) {
    if (layersShown[batch.layer] === false) continue;
    cutter.cut(batch.clips);
    context.setTransform(k, 0, 0, -k, left, top + sheet.heightMm * k);
    context.globalAlpha = batch.alpha;
    if (batch.stroke) {
      context.strokeStyle = batch.colour;
      context.lineWidth = Math.max(batch.widthMm, 0.75 / k);
      // Dashes finer than a pixel would only cost time.
      context.setLineDash(batch.dashMm.some((each) => each * k > 1.5) ? [...batch.dashMm] : []);
      context.stroke(batch.path);
    } else {
      context.fillStyle = batch.colour;
      context.fill(batch.path);
    }
    if (!(await rest())) {
      cutter.end();
      context.restore();
      return false;
    }
  }
  context.setLineDash([]);
  for (const [i, letters] of sheet.lettering.entries()) {
    if (layersShown[letters.layer] === false) continue;
    cutter.cut(letters.clips);
    context.globalAlpha = letters.alpha;
    paintLetters(context, letters, k, left, top + sheet.heightMm * k);
    if (i % 50 === 0 && !(await rest())) {
      cutter.end();
      context.restore();
      return false;
    }
  }
  cutter.end();
  context.restore();
  return true;
}

/** Lets the browser do what waits: at once where it can be asked for that, else after the few milliseconds of a timer. */
async function breath(): Promise<void> {
  const { scheduler } = globalThis as { scheduler?: { yield?(): Promise<void> } };
  if (scheduler?.yield) await scheduler.yield();
  else await new Promise((resolve) => setTimeout(resolve, 0));
}

/** Cuts what is painted on a canvas by clips, and changes nothing while they stay the same. */
class Cutter {
  private now: readonly Cut[] = [];

  constructor(
    private readonly context: CanvasRenderingContext2D,
    private readonly toSheet: () => void,
  ) {}

  cut(clips: readonly Cut[]): void {
    if (clips === this.now || (clips.length === 0 && this.now.length === 0)) return;
    this.end();
    const { context } = this;
    context.save();
    this.toSheet();
    for (const { path, rule } of clips) context.clip(path, rule);
    this.now = clips;
  }

  end(): void {
    if (this.now.length > 0) this.context.restore();
    this.now = [];
  }
}

function paintLetters(
  context: CanvasRenderingContext2D,
  { text, x, y, turn, emMm, capMm, advanceMm, colour }: Lettering,
  k: number,
  left: number,
  bottom: number,
): void {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [px, py] = [left + x * k, bottom - y * k];
  if (px < -2000 || py < -2000 || px > context.canvas.width + 2000 || py > context.canvas.height + 2000) return;
  context.fillStyle = colour;
  if (capMm * k < SMALLEST_LETTERS_PX) {
    context.setTransform(cos, sin, -sin, cos, px, py);
    context.globalAlpha *= 0.45;
    context.fillRect(0, -capMm * k, advanceMm * k, Math.max(0.7, capMm * k * 0.6));
    return;
  }
  context.font = `${SET_PX}px Barlow, sans-serif`;
  const across = (emMm * k) / SET_PX;
  const measured = context.measureText(text).width;
  // The file's own font may run wider or narrower; the string keeps its length.
  const along = measured > 0 && advanceMm > 0 ? (advanceMm * k) / measured : across;
  context.setTransform(cos * along, sin * along, -sin * across, cos * across, px, py);
  context.fillText(text, 0, 0);
}
