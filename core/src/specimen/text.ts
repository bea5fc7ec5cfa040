import { asSet, shortened, styleLettering } from "../plot";
import type { Board } from "../drawing";
import type { FontEntry, TextStyleEntry } from "../standard/plain";
import type { Specimen, SpecimenContext } from "./form";

const GUIDE = 0xc77700;

/** Guide lines at the foot and at the height of capitals. */
const guides = (board: Board, y: number, h: number, widthMm: number): Board =>
  board
    .ink(GUIDE)
    .pen(0.1, [1, 1])
    .line(0, y, widthMm, y)
    .line(0, y + h, widthMm, y + h);

/**
 * The sample in the style's font and spacing between guide lines at the height of capitals, a stroke of the style's
 * width beside it to compare with, then framed over a hatch where the style asks for it.
 */
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
      guides(board, y, h, widthMm).lettering(styleLettering(style));
      const stroke = style.strokeMm ?? 0;
      const shown = shortened(board, text, h, widthMm - 6 - (stroke > 0 ? h + stroke : 0));
      board.ink(0).fillInk(0).text(shown, 3, y, { heightMm: h });
      if (stroke > 0) {
        const x = 3 + board.textWidth(shown, h) + h / 2 + stroke / 2;
        board.rectangle({ x: x - stroke / 2, y, width: stroke, height: h }, "f");
      }
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

const ALPHABET = ["ABCDEFGHIJKLMNOPQRSTUVWXYZ", "abcdefghijklmnopqrstuvwxyz", "0123456789 1:50 +2.400 Ø½"];

/** A font's letters and figures with capitals of 3.5 mm, as far as there is room. */
export function fontSpecimen({ family }: FontEntry, { widthMm }: SpecimenContext): Specimen {
  const h = 3.5;
  const heightMm = ALPHABET.length * h * 2 + 8;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      board.lettering({ families: [family ?? ""] });
      ALPHABET.forEach((letters, i) => {
        const y = heightMm - 5 - h - i * h * 2;
        guides(board, y, h, widthMm).ink(0).fillInk(0);
        board.text(shortened(board, letters, h, widthMm - 6), 3, y, { heightMm: h });
      });
    },
  };
}
