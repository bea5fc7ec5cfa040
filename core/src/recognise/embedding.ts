import { severityIn } from "../standard/plain";
import type { FileFacts } from "./recogniser";

/** The rule that tells fonts which are not in the file; where an office switched it off, it takes them as they are. */
const RULE = { id: "file/font-not-embedded", severity: "mend" } as const;

/** Why lettering of a font is not judged by its height and face; undefined where it is. */
export function notJudgedFont({ drawing, standard }: FileFacts, font: number): string | undefined {
  const used = drawing.fonts[font];
  if (used?.embedded !== false || severityIn(standard.standard, RULE) === "off") return undefined;
  return `What is set in ${used.name} is not judged: the font is not in the file, so it prints differently elsewhere.`;
}
