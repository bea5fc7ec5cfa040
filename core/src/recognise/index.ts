export { recogniseFile, recognisedOn } from "./recognised";
export type { Recognised, RecognisedDimension, RecognisedDrawing, RecognisedHatch } from "./recognised";
