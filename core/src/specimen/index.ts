export { hasSpecimen, specimen, SPECIMEN_MM } from "./specimen";
export type { SpecimenOptions } from "./specimen";
export type { Specimen } from "./form";
export { placedBoard, reducedBoard } from "./reduced-board";
export { isLibraryItem, LIBRARY_ITEMS, libraryItem } from "./library";
export type { LibraryItem, LibraryOptions } from "./library";
