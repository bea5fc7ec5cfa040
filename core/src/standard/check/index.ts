export { checkChanged, checkEntry, checkStandard, readStandard } from "./check";
export type { CheckedStandard } from "./check";
export { frameProblems } from "./frames";
