export { diagonalOf, formatLength, Length, parseLength, plainWriting, roundTo, sumLengths } from "./length";
export type { LengthStyle, LengthUnit } from "./length";
export { formatScale, onBuilding, onPaper, parseScale, Scale } from "./scale";
export { offFrom, PAPER_SIZES, paperSize } from "./paper";
export type { PaperSize } from "./paper";
export { bad, good, must } from "../base/result";
export type { Problem, Result } from "../base/result";
export { megabytes } from "../base/words";
