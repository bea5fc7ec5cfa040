import type { BoxMm, Drawing, PointMm } from "../drawing";
import type { StandardLookup } from "../standard/plain";
import { DRAWN_PARTS } from "./dimensions/drawings";
import { HATCHES, SURE_HATCH } from "./hatches/hatches";
import { FileFacts, type PageFacts } from "./recogniser";
import { SCALE_NOTES } from "./scale-notes";

/** What was made out on a page, as plain values to be shown and sent. Millimetres on paper. */
export interface Recognised {
  readonly dimensions: readonly RecognisedDimension[];
  readonly drawings: readonly RecognisedDrawing[];
  readonly hatches: readonly RecognisedHatch[];
  /** Scales that are written on the page, building per paper. */
  readonly notes: readonly number[];
}

export interface RecognisedDimension {
  readonly text: string;
  readonly from: PointMm;
  readonly to: PointMm;
  readonly place: string;
  /** Whether the drawn length is the written one at the scale that its drawing implies; unknown where none does. */
  readonly agrees?: boolean;
}

export interface RecognisedDrawing {
  readonly boxMm: BoxMm;
  readonly implied?: number;
  readonly stated?: number;
  readonly agree: number;
  readonly of: number;
  readonly dimensions: readonly RecognisedDimension[];
}

export interface RecognisedHatch {
  readonly angle: number;
  readonly spacing: number;
  readonly lines: number;
  readonly box: BoxMm;
}

/** What is made out on every page of a drawing. */
export const recogniseFile = (drawing: Drawing, standard: StandardLookup): Recognised[] =>
  new FileFacts(drawing, standard).pages.map(recognisedOn);

export function recognisedOn(facts: PageFacts): Recognised {
  const drawings = facts.of(DRAWN_PARTS).map(({ value }): RecognisedDrawing => ({
    boxMm: value.boxMm,
    ...(value.implied ? { implied: value.implied.scale.toNumber() } : {}),
    ...(value.stated ? { stated: value.stated.scale.toNumber() } : {}),
    agree: value.implied?.agree ?? 0,
    of: value.implied?.of ?? value.dimensions.length,
    dimensions: value.dimensions.map(({ dimension, agrees }) => ({
      text: dimension.figure.text,
      from: dimension.from.atMm,
      to: dimension.to.atMm,
      place: dimension.place,
      ...(agrees === undefined ? {} : { agrees }),
    })),
  }));
  return {
    drawings,
    dimensions: drawings.flatMap(({ dimensions }) => dimensions),
    hatches: facts
      .of(HATCHES)
      .filter(({ confidence }) => confidence >= SURE_HATCH)
      .flatMap(({ value }) =>
        value.families.map(({ angleDeg, spacingMm, lines, boxMm }) => ({
          angle: angleDeg,
          spacing: spacingMm,
          lines,
          box: boxMm,
        })),
      ),
    notes: facts.of(SCALE_NOTES).map(({ value }) => value.scale.toNumber()),
  };
}
