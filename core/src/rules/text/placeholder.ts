import { counted } from "../../base/words";
import { LETTERING } from "../../recognise/lettering";
import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import { rule } from "../rule";
import { isEmpty } from "../title/empty";
import { isPlaceholder } from "./provisional";

export const placeholder = rule({
  id: "text/placeholder",
  title: "Unfilled or provisional lettering",
  severity: "stop",
  scope: "page",
  needs: [],
  reads: [LETTERING, TITLE_BLOCKS],
  parameters: [],
  page: {
    measures:
      "Lines of lettering that say ???, XXX, TBC or #, stand in <…> or […], or have a field's own name as their value (ROOM NAME).",
    why: "A label that takes its text from data shows a placeholder where the data is missing. It must never go out.",
    right: "WAITING HALL.",
    wrong: "ROOM NAME, or <title>.",
    cannotSee: "Placeholders that read like anything else, and empty fields.",
    mend: "None: somebody has to know the text.",
  },
  judge({ pages, report }) {
    for (const facts of pages) {
      // Fields of a title block are told one by one (title/empty).
      const inTitles = new Set(
        facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.filter(isEmpty).flatMap(({ values }) => values)),
      );
      for (const { value: line } of facts.of(LETTERING)) {
        const { text } = line;
        if (!isPlaceholder(text) || inTitles.has(line)) continue;
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          message: (count) =>
            `${counted(count, "label")} ${count === 1 ? "says" : "say"} “${text}”, which stands for something still to be written.`,
          measured: text,
        });
      }
    }
  },
});
