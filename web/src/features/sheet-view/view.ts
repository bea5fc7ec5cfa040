/** Where the sheet lies in the window: pixels per millimetre, and where its upper left corner is, pixels. */
export interface View {
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

const MARGIN_PX = 28;
const LEAST_SCALE = 0.05;
const MOST_SCALE = 200;

/** The whole sheet, in the middle of the window. */
export function wholeSheet(sheetMm: Size, window: Size): View {
  const scale = Math.max(
    0.01,
    Math.min((window.width - 2 * MARGIN_PX) / sheetMm.width, (window.height - 2 * MARGIN_PX) / sheetMm.height),
  );
  // On whole pixels, so that what lies on them in the file is sharp.
  return {
    scale,
    left: Math.round((window.width - sheetMm.width * scale) / 2),
    top: Math.round((window.height - sheetMm.height * scale) / 2),
  };
}

/** Nearer or farther; the point of the window at x, y stays where it is. */
export function zoomed({ scale, left, top }: View, by: number, x: number, y: number): View {
  const next = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale * by));
  const k = next / scale;
  return { scale: next, left: x - (x - left) * k, top: y - (y - top) * k };
}

export const moved = ({ scale, left, top }: View, x: number, y: number): View => ({
  scale,
  left: left + x,
  top: top + y,
});

export const sameView = (a: View | null, b: View): boolean =>
  a !== null && a.scale === b.scale && a.left === b.left && a.top === b.top;

/** What moves and stretches a canvas that was painted for one view so that it lies right for another. */
export function transformFrom(was: View, is: View): string {
  const k = is.scale / was.scale;
  return `translate(${is.left - was.left * k}px, ${is.top - was.top * k}px) scale(${k})`;
}
