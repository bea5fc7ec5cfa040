import type { OfficeStandard } from "../model";
import type { EditKind } from "./edit";

/** Whether a layer is one that files bring of themselves. */
export interface DefaultLayerEdit {
  readonly of: "default-layer";
  readonly name: string;
  readonly is: boolean;
}

const named = ({ naming }: OfficeStandard, name: string): boolean =>
  naming.defaultLayers.some((each) => each.toLowerCase() === name.trim().toLowerCase());

export const defaultLayer: EditKind<DefaultLayerEdit> = {
  apply(standard, { name, is }) {
    const was = standard.naming.defaultLayers;
    if (named(standard, name) === is) return { kind: "changed", standard, steps: [], merged: [] };
    const wanted = name.trim();
    const defaultLayers = is ? [...was, wanted] : was.filter((each) => each.toLowerCase() !== wanted.toLowerCase());
    return {
      kind: "changed",
      standard: { ...standard, naming: { ...standard.naming, defaultLayers } },
      steps: [{ what: "standard.defaultLayers", entry: wanted, before: was, after: defaultLayers }],
      merged: [],
    };
  },
  // The list as it was: a name may have stood there in other letters.
  inverse: ({ naming }) => ({ of: "facts", facts: { defaultLayers: naming.defaultLayers } }),
  words: ({ name }) => `default layer ${name}`,
  seen: (_standard, edit) => edit,
};
