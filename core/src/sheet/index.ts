export { composeSheet, fits, freeRoom } from "./compose";
export type { ComposedSheet, Placement, SheetRequest } from "./compose";
export { drawFixedItems, itemBox } from "./fixed-items";
export { bayBoxes, drawFrame, drawingArea, emptyFields, titleBlockBox, ZONE_LETTERS, zoneDivisions } from "./frame";
export type { Particulars } from "./frame";
export { extentOf } from "./extent";
export { letteringOf, otherFonts } from "./lettering-font";
export { makeStarter } from "./starter";
export type { Starter } from "./starter";
