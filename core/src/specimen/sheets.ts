import type { BoxMm } from "../drawing";
import { drawScaleBar, Lettered, scaleBar } from "../plot";
import { parseScale } from "../quantity";
import type { FrameEntry, ScaleEntry, SheetSizeEntry, StandardNoteEntry } from "../standard/plain";
import { drawFixedItems } from "../sheet/fixed-items";
import { bayBoxes, drawFrame } from "../sheet/frame";
import { reducedBoard } from "./reduced-board";
import type { Specimen, SpecimenContext } from "./form";

const NOTE_MM = 2.5;
const NOTE_TITLE_MM = 3.5;
const FAINT = 0x8a93a3;

/** A frame with its empty title block and its bays, made smaller to fit. */
export function frameSpecimen(frame: FrameEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const reduced = frame.widthMm / (widthMm - 4);
  return {
    widthMm,
    heightMm: frame.heightMm / reduced + 4,
    reduced,
    draw: (board) => {
      const small = reducedBoard(board, reduced, 2, 2);
      small.ink(FAINT).pen(0.18).rectangle({ x: 0, y: 0, width: frame.widthMm, height: frame.heightMm });
      drawFrame(small, frame, {}, lookup);
      small.ink(FAINT).pen(0.25, [3, 2]);
      for (const bay of bayBoxes(frame)) small.rectangle(bay);
      const plotted = lookup.standard.layers.filter((layer) => layer.plots && !layer.withdrawn);
      drawFixedItems(small, frame, lookup, plotted);
    },
  };
}

const SIZE_MM = 2.5;
/** Names of the other sizes, which are no lettering of the office's; left out where there are too many to be read. */
const NAME_MM = 1.8;
const MOST_NAMES = 12;

/** The size lying, among the office's other sizes, made smaller to fit. */
export function sheetSizeSpecimen(size: SheetSizeEntry, { lookup, widthMm }: SpecimenContext): Specimen | undefined {
  const lying = ({ widthMm: a, heightMm: b }: SheetSizeEntry): BoxMm => ({
    x: 0,
    y: 0,
    width: Math.max(a, b),
    height: Math.min(a, b),
  });
  const box = lying(size);
  if (!(box.width > 0 && box.height > 0)) return undefined;
  const others = lookup.standard.sheetSizes.filter((each) => each.id !== size.id);
  const boxes = others.map(lying);
  const widest = Math.max(box.width, ...boxes.map((each) => each.width));
  const tallest = Math.max(box.height, ...boxes.map((each) => each.height));
  const reduced = widest / (widthMm - 4);
  const below = lookup.letteringHeight(SIZE_MM) + 4;
  return {
    widthMm,
    heightMm: tallest / reduced + below + 2,
    reduced,
    draw: (board) => {
      const small = reducedBoard(board, reduced, 2, below);
      small
        .ink(FAINT)
        .fillInk(FAINT)
        .pen(0.25 * reduced);
      const names = new Lettered(small, undefined, NAME_MM * reduced);
      boxes.forEach((each, i) => {
        small.rectangle(each);
        if (others.length > MOST_NAMES) return;
        const corner = [each.width - reduced, each.height - (NAME_MM + 1) * reduced] as const;
        names.asWritten(others[i]?.id ?? "", ...corner, { align: "right" });
      });
      small
        .ink(0)
        .pen(0.7 * reduced)
        .rectangle(box);
      const title = Lettered.near(board.fillInk(0), lookup, SIZE_MM);
      title.asWritten(title.cutAsWritten(`${size.id}  ${box.width} × ${box.height} mm`, widthMm - 4), 2, 2);
    },
  };
}

/** The scale bar of a listed scale: it measures true. */
export function scaleSpecimen(entry: ScaleEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const scale = parseScale(entry.scale);
  const bar = scale.ok ? scaleBar(scale.value, entry.system) : undefined;
  return {
    widthMm: Math.max(widthMm, (bar?.lengthMm ?? 0) + 20),
    heightMm: 18,
    draw: (board) => {
      board
        .ink(0)
        .fillInk(0)
        .pen(lookup.pens[2]?.widthMm ?? 0.25);
      if (bar) drawScaleBar(board, bar, 8, 6, Lettered.near(board, lookup, NOTE_MM));
    },
  };
}

const LINE_MM = 4.2;

/** A standard note as it stands on a sheet. */
export function noteSpecimen(note: StandardNoteEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  // Lines are counted generously: a board that measures more exactly breaks them at other words.
  const heightMm = 14 + Math.ceil((note.text.length * 1.9) / (widthMm - 8) + note.text.split("\n").length) * LINE_MM;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      board.ink(0).fillInk(0).pen(0.25);
      Lettered.near(board, lookup, NOTE_TITLE_MM).words(note.title, 4, heightMm - 7);
      const text = Lettered.near(board, lookup, NOTE_MM);
      text.wrapped(note.text, widthMm - 8).forEach((line, i) => text.asWritten(line, 4, heightMm - 13 - i * LINE_MM));
    },
  };
}
