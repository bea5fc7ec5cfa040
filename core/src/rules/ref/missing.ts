import type { PageFeatures, ReferenceFeature } from "../../recognise/features";
import { setRule, type SetContext, type SheetOfSet } from "../rule";

export const missing = setRule({
  id: "ref/missing",
  title: "A reference to a sheet or drawing that isn't there",
  severity: "stop",
  scope: "set",
  looksAt: [
    "references to other sheets and drawings",
    "sheet numbers in title blocks, and numbers in the titles of drawings",
    "lists of sheets",
  ],
  parameters: [],
  page: {
    measures:
      "References such as 3/A-501, in circles or in words, against the sheets of the set (or the pages of a file that is inspected by itself): the numbers in their title blocks, the lists of sheets, and the numbers of the drawings on them.",
    why: "Whoever follows a reference into nothing asks, waits, or guesses.",
    right: "3/A-501, and a drawing 3 on the sheet A-501.",
    wrong: "3/A-501, where A-501 has two drawings.",
    cannotSee:
      "Sheets that were not handed in. References to them are not judged in a file by itself that has no list of sheets, nor where no sheet of that discipline is in the set, nor where the numbers of some sheets can't be read.",
    mend: "None: correct the reference.",
  },
  judge(context) {
    const set = new NumberedSheets(context);
    for (const sheet of context.sheets)
      for (const reference of sheet.features.references)
        // The mark of a section without a sheet says nothing that could be missing.
        if (reference.sheet !== "") judgeReference(context, set, sheet, reference);
  },
});

function judgeReference(
  { report, leaveOpen }: SetContext,
  set: NumberedSheets,
  sheet: SheetOfSet,
  reference: ReferenceFeature,
): void {
  const tell = (message: string, expected?: string): void =>
    report({
      // Twice on one sheet it is one departure each: the place tells them apart.
      subject: `${reference.words} on ${sheet.features.number?.words ?? "a sheet"}`,
      places: [{ sheet, boxMm: reference.boxMm, layer: reference.layer }],
      message: `${reference.words} is referred to, but ${message}`,
      measured: reference.words,
      ...(expected === undefined ? {} : { expected }),
    });
  const drawings = set.drawingsOf(reference.sheet);
  if (drawings) {
    const has = [...drawings].join(", ");
    // Where no drawing of a sheet has a number, none can be missed.
    if (reference.drawing !== "" && drawings.size > 0 && !drawings.has(reference.drawing))
      tell(`${reference.sheet} has no drawing ${reference.drawing}; it has ${has}.`, has);
    return;
  }
  if (set.listed.has(reference.sheet)) return;
  if (set.listed.size > 0) tell(`the list of sheets has no ${reference.sheet}.`);
  else {
    const open = set.whyOpen(reference.sheet);
    if (open === undefined) tell(`the set has no ${reference.sheet}.`);
    else leaveOpen(open);
  }
}

/** The sheets of a set by their numbers. */
class NumberedSheets {
  /** Numbers that lists of sheets have. */
  readonly listed: ReadonlySet<string>;
  private readonly byNumber = new Map<string, Set<string>>();
  private readonly unnumbered: number;

  constructor(private readonly context: Pick<SetContext, "sheets" | "isWhole">) {
    const all = context.sheets.map(({ features }) => features);
    this.listed = new Set(all.flatMap(({ listedSheets }) => listedSheets.map(({ words }) => words)));
    for (const features of all) this.add(features);
    this.unnumbered = all.filter(({ number }) => number === null).length;
  }

  private add({ number, drawingTitles }: PageFeatures): void {
    if (!number) return;
    const known = this.byNumber.get(number.words) ?? new Set();
    this.byNumber.set(number.words, known);
    for (const title of drawingTitles) if (title.number !== "") known.add(title.number);
  }

  /** Numbers of the drawings on a sheet; undefined where there is no such sheet. */
  drawingsOf(number: string): ReadonlySet<string> | undefined {
    return this.byNumber.get(number);
  }

  /** Why nobody can say that a sheet is missing which is not among these; nothing, where it is. */
  whyOpen(number: string): string | undefined {
    if (!this.context.isWhole) {
      const isOne = new Set(this.context.sheets.map(({ drawing }) => drawing)).size === 1;
      const why = isOne ? " from this file alone" : ": these may not be all the sheets of the set";
      return `Whether there is a sheet ${number} can't be told${why}.`;
    }
    if (this.unnumbered > 0)
      return `Whether there is a sheet ${number} can't be told: ${this.unnumbered === 1 ? "the number of one sheet" : `the numbers of ${this.unnumbered} sheets`} can't be read.`;
    const discipline = disciplineOf(number);
    return [...this.byNumber.keys()].some((each) => disciplineOf(each) === discipline)
      ? undefined
      : `Whether there is a sheet ${number} can't be told: no sheet of ${discipline} is in the set.`;
  }
}

/** The letters that a sheet number begins with. */
const disciplineOf = (number: string): string => /^[A-Z]*/.exec(number)?.[0] ?? "";
