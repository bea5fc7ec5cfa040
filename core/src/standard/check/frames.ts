import type { Problem } from "../../base/result";
import type { FrameEntry, OfficeStandard } from "../model";

const SAME_MM = 1e-6;

/** Frames that can't be drawn: borders that leave no room, blocks and items that stand over them or each other. */
export const frameShapes = (standard: OfficeStandard): Problem[] =>
  standard.frames.flatMap((frame, index) =>
    frameProblems(frame).map((each) => ({ ...each, at: `frames[${index}].${each.at}` })),
  );

/** The same of one frame; paths are within the frame. */
export function frameProblems(frame: FrameEntry): (Problem & { readonly at: string })[] {
  const { leftMm, rightMm, topMm, bottomMm } = frame.border;
  const [width, height] = [frame.widthMm - leftMm - rightMm, frame.heightMm - topMm - bottomMm];
  if (width <= 0 || height <= 0)
    return [
      { code: "borders-eat-sheet", message: `The borders of ${frame.id} leave no room to draw in.`, at: "border" },
    ];
  const block = frame.titleBlock;
  if (block.widthMm > width + SAME_MM || block.heightMm > height + SAME_MM)
    return [
      {
        code: "title-block-outside",
        message: `The title block of ${frame.id} is larger than its drawing area and would lie over the border.`,
        at: "titleBlock",
      },
    ];
  return [...cellProblems(frame), ...itemProblems(frame, width, height)];
}

type Box = { xMm: number; yMm: number; widthMm: number; heightMm: number };

const overlap = (a: Box, b: Box): boolean =>
  a.xMm < b.xMm + b.widthMm - SAME_MM &&
  b.xMm < a.xMm + a.widthMm - SAME_MM &&
  a.yMm < b.yMm + b.heightMm - SAME_MM &&
  b.yMm < a.yMm + a.heightMm - SAME_MM;

function cellProblems({ titleBlock: block }: FrameEntry): (Problem & { readonly at: string })[] {
  return block.cells.flatMap((cell, nth) => {
    const at = `titleBlock.cells[${nth}]`;
    if (cell.xMm + cell.widthMm > block.widthMm + SAME_MM || cell.yMm + cell.heightMm > block.heightMm + SAME_MM)
      return [{ code: "cell-outside", message: `The cell “${cell.label}” reaches beyond its title block.`, at }];
    const other = block.cells.slice(0, nth).find((each) => overlap(each, cell));
    return other
      ? [{ code: "cells-overlap", message: `The cells “${other.label}” and “${cell.label}” lie over each other.`, at }]
      : [];
  });
}

function itemProblems(frame: FrameEntry, width: number, height: number): (Problem & { readonly at: string })[] {
  const block = frame.titleBlock;
  const blockBox = { xMm: width - block.widthMm, yMm: 0, widthMm: block.widthMm, heightMm: block.heightMm };
  return (frame.items ?? []).flatMap((item, nth, items) => {
    const at = `items[${nth}]`;
    if (item.xMm + item.widthMm > width + SAME_MM || item.yMm + item.heightMm > height + SAME_MM)
      return [{ code: "item-outside", message: `“${item.title}” reaches beyond the drawing area.`, at }];
    if (overlap(item, blockBox))
      return [{ code: "item-on-block", message: `“${item.title}” lies over the title block.`, at }];
    const other = items.slice(0, nth).find((each) => overlap(each, item));
    return other
      ? [{ code: "items-overlap", message: `“${other.title}” and “${item.title}” lie over each other.`, at }]
      : [];
  });
}
