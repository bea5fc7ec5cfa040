import { lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** A note of the demo office's library, invented. */
const NOTE = "Work to written dimensions. Where a dimension is missing, ask; do not scale the drawing.";
const layers = ["A-ANNO-TEXT"];
const written = (...lines: string[]): string => lines.map((line, i) => lettering(line, 40, 100 - i * 4, 2.5)).join("");

describeRule("text/note-not-standard", [
  { name: "the note as it is", layers, content: written(NOTE) },
  {
    name: "the note over two lines, numbered, in capitals",
    layers,
    content: written(`2. ${NOTE.slice(0, 36)}`.toUpperCase(), NOTE.slice(36).toUpperCase()),
  },
  { name: "the note after a number without a point", layers, content: written(`1 ${NOTE}`) },
  {
    name: "a note that begins with a number of its own",
    layers,
    standard: (standard) => void (standard.notes[0]!.text = "2 coats of linseed oil on all timber that is seen."),
    content: written("2 coats of linseed oil on all timber that is seen."),
  },
  {
    name: "a word left out",
    layers,
    content: written(`1. ${NOTE.replace("written ", "")}`),
    findings: [[undefined, 1, `1. ${NOTE.replace("written ", "")}`, NOTE]],
    message: /^“1\. Work to dimensions\..*” is nearly the standard note “Work to written dimensions\./,
    mended: { strings: [`1. ${NOTE}`] },
  },
  {
    name: "the same over two lines, between other notes",
    layers,
    content: written(
      "1. All timber is treated.",
      `2. ${NOTE.slice(0, 36)}`,
      NOTE.slice(36).replace("do not scale", "never scale"),
      "3. Colours are by the client.",
    ),
    findings: [[undefined, 2]],
  },
  {
    name: "another note",
    layers,
    content: written("Work is measured on site. Where a level is missing, ask the engineer."),
  },
  {
    name: "an office without standard notes",
    layers,
    standard: (standard) => void standard.notes.splice(0),
    content: written(NOTE.replace("written ", "")),
  },
]);
