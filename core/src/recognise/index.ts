export { drawingsOn, recogniseFile, recognisedOn } from "./recognised";
export type { Recognised, RecognisedDimension, RecognisedDrawing, RecognisedHatch, RecognisedLine } from "./recognised";
