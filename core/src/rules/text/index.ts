import { letterCase } from "./case";
import { direction } from "./direction";
import { font } from "./font";
import { height } from "./height";
import { noteNotStandard } from "./note-not-standard";
import { overlaps } from "./overlaps";
import { placeholder } from "./placeholder";
import { stretched } from "./stretched";
import { tooSmallReduced } from "./too-small-reduced";

export const TEXT_RULES = [
  height,
  font,
  tooSmallReduced,
  overlaps,
  placeholder,
  direction,
  letterCase,
  stretched,
  noteNotStandard,
];
