import type { Board } from "../drawing";
import type { LetteringFont } from "./font-file";
import { PdfWriter } from "./pdf/write";
import { SvgBoard } from "./svg";

/** Something that can be drawn on a page of its own. */
export interface Plottable {
  readonly widthMm: number;
  readonly heightMm: number;
  draw(board: Board): void;
}

/** A drawing on a page of its own as PDF, at true size. `others` are fonts that its lettering may ask for. */
export async function asPdf(
  drawing: Plottable,
  title: string,
  font: LetteringFont,
  others: readonly LetteringFont[] = [],
): Promise<Uint8Array> {
  const pdf = await PdfWriter.create(font, title, others);
  const page = pdf.addPage(drawing.widthMm, drawing.heightMm);
  drawing.draw(page);
  page.finish();
  return pdf.save();
}

/** The same as SVG. */
export function asSvg(
  drawing: Plottable,
  title: string,
  font: LetteringFont,
  others: readonly LetteringFont[] = [],
): string {
  const board = new SvgBoard(drawing.widthMm, drawing.heightMm, font, others);
  drawing.draw(board);
  return board.file(title);
}
