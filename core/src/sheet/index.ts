export { composeSheet, fits, freeRoom } from "./compose";
export type { ComposedSheet, Placement, SheetRequest } from "./compose";
export { drawingArea, emptyFields, titleBlockBox, ZONE_LETTERS, zoneDivisions } from "./frame";
export type { Particulars } from "./frame";
export { scaleBar } from "./scale-bar";
export type { ScaleBar } from "./scale-bar";
export { extentOf } from "./extent";
