import type { NameField, NameGrammar } from "../../src/naming";

/** A naming scheme of somebody's own: these fields in this order, with `separator` between them. */
export const ownScheme = (fields: readonly NameField[], separator = ""): NameGrammar => ({
  id: "own",
  title: "",
  source: "own",
  separator,
  fields: [...fields],
  examples: [],
});
