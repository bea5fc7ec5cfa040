export * from "./model";
export { checkStandard, readStandard, writeStandard } from "./check";
export type { CheckedStandard } from "./check";
export { StandardLookup } from "./lookup";
export { preset, PRESETS } from "./presets";
export { FEET_INCH_SCALES, ISO_SCALES } from "./presets/published";
