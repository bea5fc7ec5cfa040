import { parseScale, plainWriting, type Scale } from "../quantity";
import { LETTERING, type TextLine } from "./lettering";
import type { PageRecogniser } from "./recogniser";

/** A scale that is written on the sheet. */
export interface ScaleNote {
  readonly scale: Scale;
  /** As it is written: `1:50`. */
  readonly words: string;
  readonly line: TextLine;
}

/** A ratio, or a length on paper and one in the building; times of day and doors are none. */
const RATIO = /(?<![\d:.])(1\s?[:/]\s?\d{1,5}|\d{1,3}\s?:\s?1)(?![\d:/"'])/;
const IMPERIAL =
  /((?:\d+\s*-?\s*)?(?:\d+\/\d+|\d+(?:\.\d+)?)\s*"\s*=\s*(?:\d+(?:\.\d+)?\s*'(?:\s*-?\s*\d+\s*")?|\d+\s*"))/;
const NAMED = /\bscale\b/i;
/** “1/4” alone is a fraction; with more than this on the other side of the stroke it is a scale. */
const LEAST_SLASHED = 5;

export const SCALE_NOTES: PageRecogniser<ScaleNote> = {
  id: "scale-notes",
  on: "page",
  ofDrawing: true,
  finds: "scales that are written on the sheet",
  from: "lettering that reads as a scale, with or without the word before it; “as noted” is none",
  find: (facts) =>
    facts.of(LETTERING).flatMap((sure) => {
      const note = noteOf(sure.value);
      return note ? [{ ...sure, value: note, confidence: NAMED.test(sure.value.text) ? 1 : 0.8 }] : [];
    }),
};

function noteOf(line: TextLine): ScaleNote | undefined {
  if (line.text.length > 120) return undefined;
  const text = plainWriting(line.text);
  const words = IMPERIAL.exec(text)?.[1] ?? RATIO.exec(text)?.[1];
  if (words === undefined) return undefined;
  const slashed = /^1\s?\/\s?(\d+)$/.exec(words);
  if (slashed && !NAMED.test(text) && Number(slashed[1]) < LEAST_SLASHED * 2) return undefined;
  // Slopes and mixtures are ratios, too.
  if (/\b(slope|fall|falls|grade|mix|ramp|pitch)\b/i.test(text)) return undefined;
  const scale = parseScale(words.replace(/\s*-\s*(?=\d+\/)/, " "));
  return scale.ok ? { scale: scale.value, words, line } : undefined;
}
