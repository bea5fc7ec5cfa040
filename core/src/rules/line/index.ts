import { doubled } from "./doubled";
import { hairline } from "./hairline";
import { shadeNotPen } from "./shade-not-pen";
import { tooClose } from "./too-close";
import { typeNotLayers } from "./type-not-layers";
import { typeUnknown } from "./type-unknown";
import { untrimmed } from "./untrimmed";
import { widthNotPen } from "./width-not-pen";
import { widthOffSeries } from "./width-off-series";

export const LINE_RULES = [
  hairline,
  widthOffSeries,
  widthNotPen,
  typeUnknown,
  typeNotLayers,
  shadeNotPen,
  tooClose,
  untrimmed,
  doubled,
];
