import { parseName, suggestNames, sureSuggestion, type NameFailure, type Suggestion } from "../../naming";
import type { JudgeContext } from "../rule";

/** What the naming rules say of one layer of a drawing. */
export interface NamedLayer {
  readonly layer: number;
  readonly name: string;
  readonly state: "registered" | "default" | "malformed" | "unregistered";
  readonly failure?: NameFailure;
}

export function namedLayers(context: JudgeContext): NamedLayer[] {
  const { standard } = context;
  return context.drawing.layers.map(({ name }, layer) => {
    if (standard.layer(name)) return { layer, name, state: "registered" };
    if (standard.isDefaultLayer(name)) return { layer, name, state: "default" };
    const parsed = parseName(name, standard.standard.naming.layers);
    return parsed.ok
      ? { layer, name, state: "unregistered" }
      : { layer, name, state: "malformed", failure: parsed.failure };
  });
}

/** Suggestions for a layer of the drawing, and the rename that needs no question. */
export interface Rename {
  readonly suggestions: readonly Suggestion[];
  readonly sure: Suggestion | undefined;
}

export const NO_RENAME: Rename = { suggestions: [], sure: undefined };

export function renameFor(context: JudgeContext, name: string): Rename {
  const { standard } = context.standard;
  const all = suggestNames(
    name,
    standard.naming.layers,
    standard.layers.map((layer) => layer.name),
  );
  // With a register, only its names are good names.
  const suggestions = standard.layers.length > 0 ? all.filter((each) => each.registered) : all;
  return { suggestions, sure: sureSuggestion(suggestions) };
}

export const probably = (suggestions: readonly Suggestion[]): string =>
  suggestions.length === 0 ? "" : ` Probably meant: ${suggestions.map((each) => each.name).join(", ")}.`;
