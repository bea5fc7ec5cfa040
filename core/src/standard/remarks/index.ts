import type { OfficeStandard } from "../model";
import { layerRemarks } from "./layers";
import { drawnRemarks } from "./drawn";
import { sheetRemarks } from "./sheets";
import { unitRemarks } from "./units";
import type { Remark } from "./remark";

export type { Remark } from "./remark";

/** Checks a standard against itself: what is allowed but inconsistent, unused, or hard to tell apart. */
export const remarks = (standard: OfficeStandard): Remark[] => [
  ...unitRemarks(standard),
  ...layerRemarks(standard),
  ...drawnRemarks(standard),
  ...sheetRemarks(standard),
];
