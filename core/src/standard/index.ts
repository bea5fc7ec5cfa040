export * from "./plain";
export * from "./model";
export { checkChanged, checkEntry, checkStandard, readStandard } from "./check";
export type { CheckedStandard } from "./check";
export { blankStandard, preset, PRESETS, type Preset } from "./presets";
export { FEET_INCH_SCALES, ISO_SCALES } from "./presets/published";
export { emptyChapters, scaleEntry, upgraded } from "./upgrade";
