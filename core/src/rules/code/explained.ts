import { CODE_LABELS, type CodeLabel } from "../../recognise/codes/labels";
import { LEGENDS, type LegendEntry } from "../../recognise/codes/legends";
import type { FileFacts, PageFacts } from "../../recognise/recogniser";
import type { LabelPatternEntry } from "../../standard/plain";

/** What the legends of a file explain, by code in capitals. */
export function explainedIn({ pages }: FileFacts): Map<string, { entry: LegendEntry; facts: PageFacts }> {
  const explained = new Map<string, { entry: LegendEntry; facts: PageFacts }>();
  for (const facts of pages)
    for (const { value } of facts.of(LEGENDS))
      for (const entry of value.entries) explained.set(entry.code.toUpperCase(), { entry, facts });
  return explained;
}

/** The codes that labels of a pattern begin with: `B` of `B36`. */
export const unitsOf = ({ pattern }: LabelPatternEntry): readonly string[] =>
  pattern.fields[0]?.codes?.map(({ code }) => code.toUpperCase()) ?? [];

/** The letters that a label begins with. */
export const lettersOf = (text: string): string => /^[A-Z]+/.exec(text.toUpperCase())?.[0] ?? "";

/** Every label of a file that stands for something. */
export const labelsIn = ({ pages }: FileFacts): { label: CodeLabel; facts: PageFacts }[] =>
  pages.flatMap((facts) => facts.of(CODE_LABELS).map(({ value: label }) => ({ label, facts })));
