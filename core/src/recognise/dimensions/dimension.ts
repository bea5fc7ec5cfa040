import type { PointMm } from "../../drawing";
import type { Written } from "../../quantity";
import type { TextLine } from "../lettering";
import type { Carrier, Crossing, StopHead } from "./stops";

/** Where the figure of a dimension stands. */
export type FigurePlace = "above-line" | "in-line" | "below-line" | "outside" | "moved";

/** One end of a dimension. */
export interface DimensionEnd {
  readonly atMm: PointMm;
  /** What it ends with; none where only a line crosses. */
  readonly head?: StopHead;
  /** Another head that stands here and at the other end, of another kind or size: neighbours may end in their own. */
  readonly otherHead?: StopHead;
  /** What crosses there: the extension line, or a face of the building. */
  readonly crossing?: Crossing;
  /** The extension line, where there is one: see `extension-lines.ts`. */
  readonly extension?: Crossing;
}

/** A straight dimension: a figure, and the two points that it is written for. Millimetres on paper. */
export interface Dimension {
  readonly figure: TextLine;
  readonly written: Written;
  readonly from: DimensionEnd;
  readonly to: DimensionEnd;
  /** Between its two points. */
  readonly drawnMm: number;
  /** The straight that it stands on. */
  readonly carrier: Carrier;
  /** Where its points lie along the carrier, rising. */
  readonly alongMm: readonly [number, number];
  /** From where to where along the carrier its line goes on without a gap, beyond its points where others follow. */
  readonly lineMm: readonly [number, number];
  readonly place: FigurePlace;
  /** Rows of the page's paths that draw it: its line, its heads, what crosses at its ends. */
  readonly rows: readonly number[];
  /** Layer of its line. */
  readonly layer: number;
}
