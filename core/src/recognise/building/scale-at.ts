import type { PointMm } from "../../drawing";
import { partAt } from "../dimensions/drawings";
import type { PageFacts, Sure } from "../recogniser";
import { SCALE_NOTES, type ScaleNote } from "../scale-notes";
import { STATED_SCALE } from "../stated-scale";

/**
 * How many millimetres of the building one on paper is, at a place: what the dimensions of its drawing imply, else what is
 * said of it, else the one scale that is written on the page. Undefined where none of these is there.
 */
export function scaleAt(facts: PageFacts, at: PointMm): number | undefined {
  const part = partAt(facts, at);
  if (part?.implied) return part.implied.exact;
  if (part?.stated) return part.stated.scale.toNumber();
  const whole = facts.of(STATED_SCALE)[0]?.value.scale;
  if (whole) return whole.toNumber();
  const notes = facts.of(SCALE_NOTES).filter(({ value }) => Math.abs(value.line.angleDeg % 90) < 1);
  return onlyOf(notes.filter(({ confidence }) => confidence === 1)) ?? onlyOf(notes);
}

/** The one scale that notes state; a ratio along a slanting line is a slope. */
function onlyOf(notes: readonly Sure<ScaleNote>[]): number | undefined {
  const [first, ...others] = notes.map(({ value }) => value.scale);
  return first && others.every((each) => each.equals(first)) ? first.toNumber() : undefined;
}
