import { counted } from "../../base/words";
import { LETTERING } from "../../recognise/lettering";
import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import { rule } from "../rule";

/** What stands for something that is still to be written; common practice, no source. */
const WHOLE =
  /^(?:\?{2,}|x{3,}|tbc|tbd|t\.b\.[cd]\.?|n\/?k|#+|_{3,}|\.{4,}|-{4,}|<[^<>]+>|\[[^[\]]+\]|\{[^{}]+\}|%[^%]+%)$/i;
const WITHIN = /\?{3,}|\bXXX+\b|\bT\.?B\.?[CD]\b|<[A-Z_ ]{2,}>|\[[A-Z_ ]{3,}\]|#{3,}/;
/** A field's own name as its value; in a title block the same words in small letters are the label of a field. */
const FIELD_NAMES = /^(?:(?:ROOM|SPACE|DOOR|WINDOW|FINISH)[ _-](?:NAME|NUMBER|NO\.?|TYPE|CODE)|[A-Z]+(?:_[A-Z]+)+)$/;

export const placeholder = rule({
  id: "text/placeholder",
  title: "Unfilled or provisional lettering",
  severity: "stop",
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
        facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap((cell) => (cell.field ? cell.values : []))),
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

/** Whether a text stands for something that is still to be written. */
export const isPlaceholder = (text: string): boolean =>
  text.length <= 200 && (WHOLE.test(text) || WITHIN.test(text) || FIELD_NAMES.test(text));
