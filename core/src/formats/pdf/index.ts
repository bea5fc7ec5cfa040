export { readPdf } from "./read";
export type { ReadOptions } from "./read";
export { DEFAULT_LIMITS } from "./limits";
export type { ReadLimits } from "./limits";
export { editPdf } from "./edit";
export type { InflateFn } from "./streams";
