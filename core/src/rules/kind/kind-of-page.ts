import { PAGE_KIND, SURE_KIND } from "../../recognise/drawing-kinds";
import type { PageFacts } from "../../recognise/recogniser";
import type { KindEntry, Showing } from "../../standard/plain";
import type { JudgeContext } from "../rule";

/** The pages whose kind is known; says of the others why they are not judged. */
export function* pagesOfKinds({ pages, leaveOpen }: JudgeContext): Generator<readonly [PageFacts, KindEntry]> {
  for (const facts of pages) {
    const kind = facts.of(PAGE_KIND).find(({ confidence }) => confidence >= SURE_KIND)?.value.kind;
    if (kind) yield [facts, kind];
    else
      leaveOpen(
        pages.length === 1
          ? "Which kind of drawing this is was not said, and no title names one kind."
          : `Which kind of drawing page ${facts.page.index} is was not said, and no title names one kind.`,
      );
  }
}

/** What the showing chart says of a layer in a kind; undefined where nobody decided. */
export function showingOf({ file }: PageFacts, layer: string, kind: KindEntry): Showing | undefined {
  const { showing } = file.standard.standard;
  const row = Object.hasOwn(showing, layer) ? showing[layer] : undefined;
  return row && Object.hasOwn(row, kind.id) ? row[kind.id] : undefined;
}

/** As a sentence calls a kind: “a floor plan”. */
export const aKind = ({ title, id }: KindEntry): string => {
  const words = (title || id).toLowerCase();
  return `${/^[aeiou]/.test(words) ? "an" : "a"} ${words}`;
};
