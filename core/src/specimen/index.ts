export { hasSpecimen, specimen, SPECIMEN_MM } from "./specimen";
export type { Specimen, SpecimenOptions } from "./specimen";
export { reducedBoard } from "./reduced-board";
export { asSet } from "./text";
