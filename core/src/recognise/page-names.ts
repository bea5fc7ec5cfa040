import { DRAWING_TITLES } from "./drawing-titles";
import type { FileFacts, FileRecogniser, PageFacts } from "./recogniser";
import { read } from "./recogniser";
import { numberCell } from "./title-blocks/number-cell";

/**
 * What each page of a file is known by when pages are put in before it or taken away: the number in its
 * title block, else the title of its first drawing. Pages of the same name are told apart by their turn.
 */
export const PAGE_NAMES: FileRecogniser<readonly string[]> = {
  id: "page-names",
  on: "file",
  finds: "what each page is known by",
  from: "the number in its title block, else the title of its first drawing",
  find: (file) => [read(namesOf(file))],
};

function namesOf({ pages }: FileFacts): string[] {
  const seen = new Map<string, number>();
  return pages.map((facts) => {
    const name = nameOf(facts);
    const turn = (seen.get(name) ?? 0) + 1;
    seen.set(name, turn);
    return turn === 1 ? name : `${name} ${turn}`;
  });
}

const nameOf = (facts: PageFacts): string =>
  (numberCell(facts)?.value ?? facts.of(DRAWING_TITLES)[0]?.value.text ?? "").trim().toUpperCase();
