export { LEVELS } from "./building/levels";
export { OPENINGS } from "./building/openings";
export { ROOMS } from "./building/rooms";
export { WALLS } from "./building/walls";
export { DIMENSIONS } from "./dimensions/dimensions";
export { askedOf, type AskedMark } from "./asked";
export { FileFacts, type PageFacts, type Sure } from "./recogniser";
export { drawingsOn, recognised, recogniseFile, recognisedOn } from "./recognised";
export type { Recognised, RecognisedDimension, RecognisedDrawing, RecognisedHatch, RecognisedLine } from "./recognised";
