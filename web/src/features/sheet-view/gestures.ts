import type { SheetStage } from "./stage";

/** How far the wheel turns for twice the size: 462 pixels. */
const WHEEL = 0.0015;

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A hand is not quite still while it clicks. Pixels. */
const STILL_PX = 4;

/** Pan by dragging, zoom by the wheel, both with two fingers; a click points at a place. Returns what undoes it. */
export function listenForGestures(
  frame: HTMLElement,
  stage: SheetStage,
  onPoint: (at: Point) => void = () => undefined,
): () => void {
  const held = new Map<number, Point>();
  /** Where the first finger came down, while it stayed there alone. */
  let still: Point | undefined;
  const inFrame = (event: MouseEvent): Point => {
    const box = frame.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const down = (event: PointerEvent): void => {
    if ((event.target as HTMLElement).closest("button")) return;
    held.set(event.pointerId, inFrame(event));
    still = held.size === 1 && event.button === 0 ? inFrame(event) : undefined;
    frame.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent): void => {
    if (!held.has(event.pointerId)) return;
    const before = [...held.values()];
    held.set(event.pointerId, inFrame(event));
    const after = [...held.values()];
    if (still && spanOf([still, inFrame(event)]) > STILL_PX) still = undefined;
    const [from, to] = [middleOf(before), middleOf(after)];
    stage.pan(to.x - from.x, to.y - from.y);
    if (held.size === 2) stage.zoom(spanOf(after) / Math.max(1, spanOf(before)), to.x, to.y);
  };
  const up = (event: PointerEvent): void => {
    held.delete(event.pointerId);
    if (still && event.type === "pointerup") onPoint(inFrame(event));
    still = undefined;
  };
  const wheel = (event: WheelEvent): void => {
    event.preventDefault();
    const { x, y } = inFrame(event);
    stage.zoom(Math.exp(-event.deltaY * WHEEL), x, y);
  };
  frame.addEventListener("pointerdown", down);
  frame.addEventListener("pointermove", move);
  frame.addEventListener("pointerup", up);
  frame.addEventListener("pointercancel", up);
  frame.addEventListener("wheel", wheel, { passive: false });
  return () => {
    frame.removeEventListener("pointerdown", down);
    frame.removeEventListener("pointermove", move);
    frame.removeEventListener("pointerup", up);
    frame.removeEventListener("pointercancel", up);
    frame.removeEventListener("wheel", wheel);
  };
}

const middleOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

function spanOf([a, b]: readonly Point[]): number {
  return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 1;
}
