export * from "./drawing";
export { concat, IDENTITY, scaleOf } from "./matrix";
export type { Matrix } from "./matrix";
