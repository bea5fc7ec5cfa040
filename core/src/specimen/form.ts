import type { Board } from "../drawing";
import type { OfficeStandard, StandardLookup } from "../standard/plain";

/** An entry drawn at true size: how large it comes out, and how to draw it. Origin lower-left. */
export interface Specimen {
  readonly widthMm: number;
  readonly heightMm: number;
  draw(board: Board): void;
  /** Where it is not at true size: how many times smaller. */
  readonly reduced?: number;
}

/** What specimens are drawn by. */
export interface SpecimenContext {
  readonly standard: OfficeStandard;
  readonly lookup: StandardLookup;
  readonly scale: number;
  readonly sample: string | undefined;
  readonly widthMm: number;
}
