import { parseName, Suggester, sureSuggestion, type NameFailure, type Suggestion } from "../naming";
import type { LayerEntry } from "../standard/plain";
import { read, type FileRecogniser } from "./recogniser";

/** How the name of a layer stands to the register and the scheme. */
export interface NamedLayer {
  /** Index into the drawing's layers. */
  readonly layer: number;
  readonly name: string;
  /** A layer that programs make by themselves is `default`, unless the office registered it. */
  readonly state: "registered" | "default" | "malformed" | "unregistered";
  /** The register's entry, where it has one. */
  readonly entry?: LayerEntry;
  /** Where a malformed name fails. */
  readonly failure?: NameFailure;
}

export const NAMED_LAYERS: FileRecogniser<NamedLayer> = {
  id: "named-layers",
  on: "file",
  finds: "layer names against the register and the scheme",
  from: "the names of the file's layers",
  find: ({ drawing, standard }) =>
    drawing.layers.map(({ name }, layer) => {
      const entry = standard.layer(name);
      if (entry) return read<NamedLayer>({ layer, name, state: "registered", entry });
      if (standard.isDefaultLayer(name)) return read<NamedLayer>({ layer, name, state: "default" });
      const scheme = standard.standard.naming.layers;
      // An office that has not settled its names has a register alone: a name is in it or not.
      if (scheme.fields.length === 0) return read<NamedLayer>({ layer, name, state: "unregistered" });
      const parsed = parseName(name, scheme);
      return read<NamedLayer>(
        parsed.ok
          ? { layer, name, state: "unregistered" }
          : { layer, name, state: "malformed", failure: parsed.failure },
      );
    }),
};

/** Good names that were probably meant by one that is not registered. */
export interface MeantName {
  readonly layer: number;
  /** Nearest first. */
  readonly suggestions: readonly Suggestion[];
  /** The one that needs no question. */
  readonly sure?: Suggestion;
}

/** A file with more names off the register than this needs a crosswalk, not suggestions one by one. */
const MOST_SUGGESTED = 500;

export const MEANT_NAMES: FileRecogniser<MeantName> = {
  id: "meant-names",
  on: "file",
  finds: "names that were probably meant",
  from: "the register, the codes of the scheme and their meanings",
  find: (file) => {
    const { standard } = file.standard;
    const register = standard.layers.map((layer) => layer.name);
    const suggester = new Suggester(standard.naming.layers, register);
    return file
      .of(NAMED_LAYERS)
      .filter(({ value }) => value.state === "malformed" || value.state === "unregistered")
      .slice(0, MOST_SUGGESTED)
      .map(({ value: { layer, name } }) => {
        const all = suggester.nearest(name);
        // With a register, only its names are good names.
        const suggestions = register.length > 0 ? all.filter((each) => each.registered) : all;
        const sure = sureSuggestion(suggestions);
        return { value: { layer, suggestions, ...(sure ? { sure } : {}) }, confidence: sure ? 0.9 : 0.5, evidence: [] };
      });
  },
};

/** The register's entry of each layer, by its index in the drawing. */
export const entriesOf = (named: readonly { readonly value: NamedLayer }[]): readonly (LayerEntry | undefined)[] =>
  named.map(({ value }) => value.entry);
