import type { PointMm } from "@hemstitch/core/drawing";

/** What is truly on a sheet that somebody else drew. Lengths on paper in millimetres from the lower-left corner. */
export interface Truth {
  readonly office: string;
  readonly faults: readonly unknown[];
  readonly inspectAs?: { readonly kind?: string };
  readonly dimensions: readonly { readonly text: string; readonly ends: readonly [PointMm, PointMm] }[];
  readonly rooms: readonly { readonly name: string; readonly areaM2: number; readonly corners: readonly PointMm[] }[];
  readonly walls: readonly TrueWall[];
  readonly openings: readonly { readonly ends: readonly [PointMm, PointMm] }[];
  readonly levels: readonly { readonly text: string; readonly tip: PointMm }[];
}

/** A wall from end to end, or a round one about its middle. */
export interface TrueWall {
  readonly ends?: readonly [PointMm, PointMm];
  readonly middle?: PointMm;
  readonly onPaperMm: number;
}

export const middleOf = (a: PointMm, b: PointMm): PointMm => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
