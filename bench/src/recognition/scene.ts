/**
 * A sheet as plain marks, for several makers to write, with what is true of it. Millimetres on paper from the lower-left
 * corner, y up; angles in degrees counter-clockwise.
 */
export interface Scene {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly font: FontName;
  readonly marks: Mark[];
  readonly truth: Truth;
}

export type FontName = "sans" | "serif" | "mono";
export type Point = readonly [x: number, y: number];

export type Mark =
  | {
      readonly kind: "line";
      readonly points: readonly Point[];
      readonly closed: boolean;
      readonly width: number;
      readonly dash: readonly number[];
    }
  | { readonly kind: "area"; readonly points: readonly Point[]; readonly grey: number }
  | {
      readonly kind: "circle";
      readonly at: Point;
      readonly radius: number;
      readonly width: number;
      readonly fill: number | null;
    }
  | {
      readonly kind: "arc";
      readonly at: Point;
      readonly radius: number;
      readonly from: number;
      readonly to: number;
      readonly width: number;
    }
  | {
      readonly kind: "text";
      readonly at: Point;
      readonly text: string;
      readonly height: number;
      readonly angle: number;
      readonly align: "left" | "middle" | "right";
      readonly torn: "whole" | "words" | "letters";
    };

export interface TrueDimension {
  readonly text: string;
  readonly from: Point;
  readonly to: Point;
  /** What is written is not what is drawn. */
  readonly wrong: boolean;
}

/** A radius or diameter, paper millimetres, or an angle, degrees. */
export interface TrueRound {
  readonly text: string;
  readonly drawn: number;
  readonly isAngle: boolean;
}

export interface TrueHatch {
  readonly box: readonly [x: number, y: number, width: number, height: number];
  /** Of each family, millimetres on paper and degrees. */
  readonly families: readonly { readonly angle: number; readonly spacing: number }[];
}

export interface TrueDrawing {
  /** Building millimetres per paper millimetre. */
  readonly scale: number;
  readonly dimensions: TrueDimension[];
  readonly hatches: TrueHatch[];
  readonly round: TrueRound[];
  /** As it is written beside it. */
  readonly note: string;
}

export interface Truth {
  readonly drawings: TrueDrawing[];
}
