import { LEGENDS } from "../../recognise/codes/legends";
import { CODE_LABELS } from "../../recognise/codes/labels";
import { LETTERING, type TextLine } from "../../recognise/lettering";
import type { FileFacts } from "../../recognise/recogniser";
import { rule } from "../rule";
import { explainedIn, labelsIn, lettersOf } from "./explained";

export const unused = rule({
  id: "code/unused",
  title: "A code that is explained but not used",
  severity: "note",
  scope: "file",
  needs: [],
  reads: [CODE_LABELS, LEGENDS],
  parameters: [],
  page: {
    measures:
      "Codes that the legends of a file explain against all lettering outside of them: labels, numbers by label patterns (B36 uses B), and whole words.",
    why: "A legend that was copied from another work says of this one what isn't there.",
    right: "A legend with the codes of its sheets.",
    wrong: "“ZN  Zinc sheet” on a work without zinc.",
    cannotSee:
      "Codes that are used on sheets which are not in the file: a file that uses none of a legend is not judged.",
    mend: "None: take the row out of the legend.",
  },
  judge({ file, report, leaveOpen }) {
    const explained = explainedIn(file);
    if (explained.size === 0) return;
    const used = usedIn(file);
    const idle = [...explained].filter(([code]) => !used.has(code));
    if (idle.length === explained.size) {
      leaveOpen("None of the codes that are explained is used in this file; other sheets may use them.");
      return;
    }
    for (const [code, { entry, facts }] of idle)
      report({
        page: facts.page.index,
        placed: true,
        layer: entry.lines[0]?.layer ?? -1,
        marks: { of: "texts", rows: Uint32Array.from(new Set(entry.lines.flatMap(({ rows }) => rows))).sort() },
        message: () => `“${code}” (${entry.meaning}) is explained, but nothing in this file uses it.`,
        measured: code,
      });
  },
});

/** Codes that anything outside of the legends uses. */
function usedIn(file: FileFacts): Set<string> {
  const used = new Set<string>();
  for (const { label } of labelsIn(file)) {
    used.add(label.text.toUpperCase());
    if (label.pattern !== undefined) used.add(lettersOf(label.text));
  }
  for (const facts of file.pages) {
    const inLegends = new Set<TextLine>(
      facts.of(LEGENDS).flatMap(({ value }) => value.entries.flatMap(({ lines }) => lines)),
    );
    for (const { value: line } of facts.of(LETTERING))
      // A letter by itself is a grid's or a section's.
      if (!inLegends.has(line))
        for (const word of line.text.toUpperCase().match(/(?<![A-Z0-9])[A-Z][A-Z0-9.-]+/g) ?? [])
          used.add(word.replace(/[.-]+$/, ""));
  }
  return used;
}
