import { box, stroke } from "./drawn";

/**
 * The demo office's A3 frame by the figures of ISO 5457 (from memory): borders of 20 mm on the left and 10 mm elsewhere,
 * zones of 50 mm counted from the middles, centring marks 5 mm over the border, and a title block of 180 × 40 mm.
 */
export interface A3Frame {
  readonly left?: number;
  readonly without?: "zones above" | "centring" | "border" | "block";
}

const ACROSS = [60, 110, 160, 210, 260, 310, 360];
const DOWN = [48.5, 98.5, 148.5, 198.5, 248.5];

export function a3Frame({ left = 20, without }: A3Frame = {}): string {
  const border =
    without === "border"
      ? stroke(left, 10, 410, 10, 0.7) + stroke(left, 10, left, 287, 0.7) + stroke(410, 10, 410, 287, 0.7)
      : box(left, 10, 390 + 20 - left, 277, 0.7);
  const outer = box(left - 5, 5, 400 + 20 - left, 287, 0.25);
  const centring =
    without === "centring"
      ? ""
      : stroke(210, 0, 210, 15, 0.7) +
        stroke(210, 297, 210, 282, 0.7) +
        stroke(0, 148.5, left + 5, 148.5, 0.7) +
        stroke(420, 148.5, 405, 148.5, 0.7);
  const zones =
    ACROSS.map((x) => stroke(x, 5, x, 10, 0.25) + (without === "zones above" ? "" : stroke(x, 292, x, 287, 0.25))).join(
      "",
    ) + DOWN.map((y) => stroke(left - 5, y, left, y, 0.25) + stroke(415, y, 410, y, 0.25)).join("");
  return border + outer + centring + zones + (without === "block" ? "" : box(230, 10, 180, 40, 0.7));
}
