import type { FrameEntry } from "@hemstitch/core/standard";
import type { ParticularField } from "./rows";

/** Fields that a sheet's own entries in the register fill; the rest are particulars of the plan set. */
const OF_THE_SHEET = new Set(["title", "number", "revision", "scale", "sheetOf"]);

/** The particulars that the title blocks of some frames ask for, each once. */
export function particularFields(frames: readonly FrameEntry[]): ParticularField[] {
  const fields = new Map<string, string>();
  for (const frame of frames)
    for (const { field, label } of frame.titleBlock.cells)
      if (!OF_THE_SHEET.has(field) && !fields.has(field)) fields.set(field, label);
  return [...fields].map(([field, label]) => ({ field, label }));
}
