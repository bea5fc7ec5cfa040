export * from "./drawing";
export type { Board, Lettering, Point, TextOptions } from "./board";
export { concat, IDENTITY, scaleOf } from "./matrix";
export type { Matrix } from "./matrix";
export type { DrawingChanges, HeightChange, PageChanges } from "./changes";
export { familyName } from "./font-family";
export { packDrawing, unpackDrawing } from "./pack";
export { drawable } from "./drawable";
