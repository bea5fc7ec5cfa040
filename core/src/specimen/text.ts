import { shortened } from "../drawn";
import type { TextStyleEntry } from "../standard/plain";
import type { Specimen, SpecimenContext } from "./specimen";

const GUIDE = 0xc77700;

/** Text as a style sets it: letter case applied. */
export const asSet = (style: TextStyleEntry, text: string): string =>
  style.letterCase === "capitals" ? text.toUpperCase() : text;

/** The sample between guide lines at the height of capitals, then framed over a hatch where the style asks for it. */
export function textSpecimen(style: TextStyleEntry, { sample, widthMm }: SpecimenContext): Specimen {
  const text = asSet(style, sample ?? "Waiting hall 3600");
  const h = style.heightMm;
  const framed = style.blankGround === true || (style.frame ?? "none") !== "none";
  const heightMm = h * (framed ? 4.4 : 1) + 12;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const y = heightMm - 6 - h;
      board
        .ink(GUIDE)
        .pen(0.1, [1, 1])
        .line(0, y, widthMm, y)
        .line(0, y + h, widthMm, y + h);
      const shown = shortened(board, text, h, widthMm - 6);
      board.ink(0).fillInk(0).text(shown, 3, y, { heightMm: h });
      if (!framed) return;
      const below = y - h * 2.9;
      board.ink(0x8a93a3).pen(0.18);
      for (let line = 0; line < 5; line++)
        board.line(3, below - h / 2 + line * h * 0.5, widthMm - 3, below - h / 2 + line * h * 0.5);
      const pad = h * 0.5;
      const box = { x: 6, y: below - pad, width: board.textWidth(shown, h) + 2 * pad, height: h + 2 * pad };
      if (style.blankGround) board.fillInk(0xffffff).rectangle(box, "f");
      board.ink(0).pen(style.strokeMm ?? h / 10);
      if (style.frame === "box" || style.frame === "rounded") board.rectangle(box);
      board.fillInk(0).text(shown, 6 + pad, below, { heightMm: h });
    },
  };
}
