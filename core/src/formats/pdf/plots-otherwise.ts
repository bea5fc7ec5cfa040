import { dictAt, dictOf, elements, lookup, nameAt, numberAt, textOf } from "./objects";
import { List, Name, type Dict, type Value } from "./syntax/values";

/**
 * What of a page the painting library shows otherwise than it plots: kinds of paint that it lacks, and what happens only
 * where inks meet. A picture with any of these is not called exact.
 */
const WORDS = {
  "shading-function": "Gradients that a function of position defines are left out.",
  "ink-none": "Marks in an ink that is never printed (Separation None) are shown, but do not plot.",
  "ink-all": "Marks printed in every ink (Separation All) are shown in a substitute colour.",
  overprint: "Where one ink is printed over another (overprint), only the upper one is shown.",
  knockout: "Knockout groups are shown with what lies beneath them.",
} as const;

export type PlotsOtherwise = keyof typeof WORDS;

export const plotsOtherwiseInWords = (found: Iterable<PlotsOtherwise>): string[] =>
  [...new Set(found)].sort().map((each) => WORDS[each]);

const FUNCTION_BASED = 1;

/** Whether a shading, or a pattern that is one, is given by a function of the place (ISO 32000-1, 8.7.4.5.2). */
export function isByFunction(value: Value | undefined): boolean {
  const dict = dictOf(value);
  const shading = dictAt(dict, "Shading") ?? dict;
  return numberAt(shading, "ShadingType") === FUNCTION_BASED;
}

/** What a colour space by its name or its array shows otherwise; whether it prints inks that overprinting counts for. */
export function inksOf(
  value: Value | undefined,
  spaces: Dict | undefined,
): { readonly otherwise?: PlotsOtherwise; readonly overprints: boolean } {
  const named = value instanceof Name ? (lookup(spaces, value.text) ?? value) : value;
  if (named instanceof Name) return { overprints: named.text === "DeviceCMYK" };
  const [family, ink] = named instanceof List ? elements(named) : [];
  const kind = textOf(family);
  if (kind !== "Separation" && kind !== "DeviceN") return { overprints: kind === "DeviceCMYK" };
  const name = kind === "Separation" ? textOf(ink) : undefined;
  if (name === "None") return { otherwise: "ink-none", overprints: false };
  return { ...(name === "All" ? { otherwise: "ink-all" as const } : {}), overprints: true };
}

/** Whether a state of the graphics asks for overprinting (ISO 32000-1, 8.6.7). */
export const asksForOverprint = (state: Dict): boolean => lookup(state, "OP") === true || lookup(state, "op") === true;

/** Whether a form is a group whose parts knock each other out (ISO 32000-1, 11.4.6). */
export function isKnockout(form: Dict): boolean {
  const group = dictAt(form, "Group");
  return nameAt(group, "S") === "Transparency" && lookup(group, "K") === true;
}
