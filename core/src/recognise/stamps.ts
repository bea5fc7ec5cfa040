import { boxOfPoints, contains, grown, type BoxMm } from "../drawing";
import { ARCS } from "./arcs";
import { FRAMES } from "./frames";
import { cornersOf, LETTERING, middleOf, type TextLine } from "./lettering";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

/** What is stamped on sheets; common practice, no source. */
const WORDS =
  /^(?:not for construction|(?:issued )?for (?:construction|tender|bid|review|comment|information|approval|permit|pricing|coordination)(?: only)?|preliminary(?: only)?|approved(?: as noted)?|draft(?: only)?|void|superseded|as[- ]built|confidential|received|rejected|revise and resubmit|work in progress|uncontrolled(?: copy)?|copy|advance copy|checked|sealed)$/i;
/** Stamps are no lower than this, and their frame leaves no more room around them than so many heights. */
const LEAST_MM = 2.4;
const ROOM = 7;
const MOST_LINES = 5000;
const CONFIDENCE = { framed: 0.95, turned: 0.85 };
/** Lettering that is turned more than this lies askew on its sheet. Degrees. */
const ASKEW_DEG = 2;

/** Words that were stamped onto a sheet, with what stands in their frame beside them. Millimetres on paper. */
export interface Stamp {
  readonly words: string;
  readonly lines: readonly TextLine[];
  readonly boxMm: BoxMm;
}

export const STAMPS: PageRecogniser<Stamp> = {
  id: "stamps",
  on: "page",
  finds: "stamps",
  from: "words that are stamped on sheets (not for construction, approved, void), in a frame or ring of their own or askew, outside of title blocks",
  find: (facts) => stampsOf(facts),
};

function stampsOf(facts: PageFacts): Sure<Stamp>[] {
  const lettering = facts.of(LETTERING).map(({ value }) => value);
  const said = lettering.filter(({ text, heightMm }) => heightMm >= LEAST_MM && WORDS.test(text.trim()));
  if (said.length === 0 || lettering.length > MOST_LINES) return [];
  const inBlocks = new Set(facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap(({ values }) => values)));
  return said.flatMap((line): Sure<Stamp>[] => {
    if (inBlocks.has(line)) return [];
    const frame = frameAround(facts, line);
    if (!frame && !isAskew(line)) return [];
    const boxMm = frame ?? boxOfPoints(cornersOf(line), 1);
    const lines = frame ? lettering.filter((each) => contains(frame, boxOfPoints(cornersOf(each)))) : [line];
    const words = lines.map(({ text }) => text.trim()).join(" ");
    const rows = lines.flatMap((each) => each.rows);
    const sure = frame ? CONFIDENCE.framed : CONFIDENCE.turned;
    return [madeOut(facts.page.index, { words, lines, boxMm }, sure, [...new Set(rows)], [])];
  });
}

/** Whether a line lies neither level nor upright. */
const isAskew = ({ angleDeg }: TextLine): boolean => Math.abs(angleDeg - 90 * Math.round(angleDeg / 90)) > ASKEW_DEG;

/** The smallest frame or ring around a line that leaves it little room. */
function frameAround(facts: PageFacts, line: TextLine): BoxMm | undefined {
  const own = boxOfPoints(cornersOf(line));
  const room = ROOM * line.heightMm;
  const rings = (facts.of(ARCS)[0]?.value.passing(middleOf(line), own.width, own.width) ?? [])
    .filter(({ sweepDeg }) => sweepDeg >= 300)
    .map(({ centreMm, radiusMm }) => boxOfPoints([centreMm], radiusMm));
  return (
    [...(facts.of(FRAMES)[0]?.value.around(middleOf(line)) ?? []), ...rings]
      .filter((box) => contains(grown(box, 0.3), own) && box.width <= own.width + room)
      // A ring is as high as it is wide.
      .filter((box) => box.height <= own.height + room + (box.width === box.height ? own.width : 0))
      .sort((a, b) => a.width * a.height - b.width * b.height)[0]
  );
}
