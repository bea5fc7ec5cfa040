import type { Point, Scene } from "../recognition/scene";

/** What is true of a sheet: what its title block says, what its drawings are called, what refers to what. */
export interface SheetTruth {
  /** Fields by the names that the product has for them; `x` for labels that it has no name for. */
  readonly fields: { readonly field: string; readonly value: string }[];
  readonly titles: { readonly text: string; readonly number?: string; readonly scale?: number }[];
  readonly legend: { readonly code: string; readonly meaning: string }[];
  /** Codes that stand as labels. */
  readonly codes: string[];
  readonly references: { readonly kind: MarkKind; readonly drawing: string; readonly sheet: string }[];
  readonly revisions: { readonly revision: string; readonly date: string; readonly what: string }[];
  readonly stamps: string[];
  /** Scales that stand in a list of drawings. */
  readonly listedScales: number[];
  /** The lines of the border: left, lower, right, upper. */
  border: readonly [number, number, number, number] | undefined;
}

export type MarkKind = "section" | "detail" | "elevation" | "note";

export interface SheetScene {
  readonly scene: Scene;
  readonly truth: SheetTruth;
  readonly fault: SheetFault | undefined;
}

/** What is planted on a sheet that has otherwise no fault. */
export const SHEET_FAULTS = ["title/empty", "title/too-long", "code/undefined", "code/unused", "ref/missing"] as const;
export type SheetFault = (typeof SHEET_FAULTS)[number];

export const emptyTruth = (): SheetTruth => ({
  fields: [],
  titles: [],
  legend: [],
  codes: [],
  references: [],
  revisions: [],
  stamps: [],
  listedScales: [],
  border: undefined,
});

/** A box by its lower-left corner. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export const corners = ({ x, y, w, h }: Box): Point[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
