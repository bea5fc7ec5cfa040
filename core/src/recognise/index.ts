export { askedOf, type AskedMark } from "./asked";
export { FileFacts } from "./recogniser";
export { drawingsOn, recognised, recogniseFile, recognisedOn } from "./recognised";
export type { Recognised, RecognisedDimension, RecognisedDrawing, RecognisedHatch, RecognisedLine } from "./recognised";
