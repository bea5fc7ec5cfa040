import { crowded } from "./crowded";
import { extension } from "./extension";
import { format } from "./format";
import { oddFraction } from "./odd-fraction";
import { rowOrder } from "./row-order";
import { rowRepeated } from "./row-repeated";
import { rowSpacing } from "./row-spacing";
import { rowSum } from "./row-sum";
import { terminator } from "./terminator";
import { valueNotLength } from "./value-not-length";

export const DIM_RULES = [
  valueNotLength,
  rowSum,
  oddFraction,
  format,
  terminator,
  extension,
  rowSpacing,
  rowOrder,
  rowRepeated,
  crowded,
];
