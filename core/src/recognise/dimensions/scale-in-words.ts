import { formatScale, type Scale } from "../../quantity";
import type { DrawnPart } from "./drawings";

/** A scale as a drawing's own units write it: by what is stated, else by what its dimensions are written in. */
export function scaleInWords(part: DrawnPart, scale: Scale): string {
  const inFeet = part.stated?.words
    ? /['"=]/.test(part.stated.words)
    : part.dimensions.some(({ reading }) => reading?.unit === "in" || reading?.unit === "ft");
  return formatScale(scale, inFeet ? "feet-inches" : "metric");
}
