import { distance } from "fastest-levenshtein";
import { asRead } from "../../base/as-read";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { TEXT_BLOCKS } from "../../recognise/text-blocks";
import type { TextLine } from "../../recognise/lettering";
import type { StandardNoteEntry } from "../../standard/plain";
import { rule, type Report } from "../rule";

const SHARE: Parameter = {
  rule: "text/note-not-standard",
  name: "share",
  title: "Share that may differ",
  unit: "share",
  usual: 0.1,
  least: 0.01,
  most: 0.4,
  sentence: "A note of which no more than this share of the characters differs from a standard note is meant to be it.",
};

/** Shorter notes are as near to other words as to each other. */
const LEAST_CHARACTERS = 20;
/** Figures and dashes before the notes of a list. */
const NUMBERED = /^\s*(?:\(?\d{1,2}[.):]?|[-–—•·*])\s+/;
const LONGEST_NUMBER = 6;
const MOST_LINES = 2000;

export const noteNotStandard = rule({
  id: "text/note-not-standard",
  title: "A note that is nearly a standard note",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [TEXT_BLOCKS],
  parameters: [SHARE],
  mends: "set-text",
  page: {
    measures:
      "Notes on the sheet, over as many lines as they have, against the standard notes of the library: letter by letter, capitals and small letters alike, numbers before notes left out.",
    why: "A note that every sheet has is read once. Where its words differ, people ask what else is meant.",
    right: "The note as the library has it.",
    wrong: "The same note without one of its words.",
    cannotSee:
      "Notes in other words, notes of fewer than twenty letters, and turned ones that are set letter by letter.",
    mend: "The note is written as the standard has it, where it is one string.",
  },
  judge({ file, pages, report, valueOf }) {
    const notes = file.standard.standard.notes.filter(({ text }) => plain(text).length >= LEAST_CHARACTERS);
    const share = valueOf(SHARE);
    if (notes.length === 0) return;
    for (const facts of pages) {
      const blocks = facts.of(TEXT_BLOCKS).map(({ value }) => value.lines);
      if (blocks.reduce((sum, lines) => sum + lines.length, 0) > MOST_LINES) continue;
      for (const lines of blocks)
        for (const note of notes) {
          const found = nearest(lines, note, share);
          if (found) report(reported(facts, found, note));
        }
    }
  },
});

/** Words as they are compared. */
const plain = (text: string): string => asRead(text).replace(/\s+/g, " ").trim().toLowerCase();

/** The lines of a block that come nearest to a note; undefined where they are it, or none is near. */
function nearest(lines: readonly TextLine[], note: StandardNoteEntry, share: number): readonly TextLine[] | undefined {
  const meant = plain(note.text);
  const most = Math.floor(share * meant.length);
  let best: { readonly lines: readonly TextLine[]; readonly off: number } | undefined;
  for (let from = 0; from < lines.length; from++) {
    let said = "";
    for (let to = from; to < lines.length && said.length <= meant.length + LONGEST_NUMBER + most; to++) {
      said = `${said} ${lines[to]!.text}`.trim();
      // A note may begin with a number of its own.
      for (const words of [plain(said), plain(said.replace(NUMBERED, ""))]) {
        if (Math.abs(words.length - meant.length) > most) continue;
        const off = distance(words, meant);
        if (off <= most && (!best || off < best.off)) best = { lines: lines.slice(from, to + 1), off };
      }
    }
  }
  return best && best.off > 0 ? best.lines : undefined;
}

function reported({ page }: PageFacts, lines: readonly TextLine[], note: StandardNoteEntry): Report {
  const rows = lines.flatMap((line) => line.rows);
  const [row] = rows;
  const words = lines.map(({ text }) => text.trim()).join(" ");
  const number = NUMBERED.exec(words)?.[0] ?? "";
  const isOne = rows.length === 1 && row !== undefined;
  return {
    page: page.index,
    layer: lines[0]?.layer ?? -1,
    placed: true,
    marks: { of: "texts", rows: Uint32Array.from(rows) },
    message: () => `“${words}” is nearly the standard note “${note.text}”.`,
    measured: words,
    expected: note.text,
    ...(isOne
      ? {
          mend: [
            { kind: "set-text", page: page.index, rows: Uint32Array.of(row), strings: [number + note.text], about: 0 },
          ],
        }
      : {}),
  };
}
