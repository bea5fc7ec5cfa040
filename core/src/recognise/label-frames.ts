import type { BoxMm } from "../drawing";
import { FRAMES } from "./frames";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

/** A frame is no larger than its lettering and so many heights of it. */
const FRAME_HEIGHTS = 5;

/** The frame that lettering stands in by itself, in its middle; undefined where there is none. */
export function frameAround(facts: PageFacts, line: TextLine): BoxMm | undefined {
  const at = middleOf(line);
  return (facts.of(FRAMES)[0]?.value.around(at) ?? []).find(({ x, y, width, height }) => {
    if (Math.max(width, height) > line.lengthMm + FRAME_HEIGHTS * line.heightMm) return false;
    if (Math.min(width, height) < 1.2 * line.heightMm || Math.max(width, height) < line.lengthMm) return false;
    return Math.abs(x + width / 2 - at[0]) + Math.abs(y + height / 2 - at[1]) < 1.5 * line.heightMm;
  });
}

/** What a draughtsman sees: a few words in the middle of a frame no larger than they need. Its sides are sides of nothing else. */
export const LABEL_FRAMES: PageRecogniser<BoxMm> = {
  id: "label-frames",
  on: "page",
  ofDrawing: true,
  finds: "frames of single words",
  from: "closed outlines with lettering in their middle and little room around it",
  find: (facts) =>
    facts.of(LETTERING).flatMap(({ value }) => {
      const box = frameAround(facts, value);
      return box ? [measuredOn(facts.page.index, box)] : [];
    }),
};
