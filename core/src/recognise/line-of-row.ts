import { LETTERING, type TextLine } from "./lettering";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

export const LINE_OF_ROW: PageRecogniser<ReadonlyMap<number, TextLine>> = {
  id: "line-of-row",
  on: "page",
  ofDrawing: true,
  finds: "the line of lettering that each string belongs to",
  from: "lines of lettering",
  find: (facts) => [
    measuredOn(
      facts.page.index,
      new Map(facts.of(LETTERING).flatMap(({ value: line }) => line.rows.map((row) => [row, line] as const))),
    ),
  ],
};

/** How many lines of lettering strings make up; a string that belongs to none counts as one. */
export function countLines(facts: PageFacts, rows: Iterable<number>): number {
  const lineOf = facts.of(LINE_OF_ROW)[0]?.value;
  const seen = new Set<TextLine | number>();
  for (const row of rows) seen.add(lineOf?.get(row) ?? row);
  return seen.size;
}
