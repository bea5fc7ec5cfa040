export { makeManual } from "./manual";
export type { ManualRequest } from "./manual";
