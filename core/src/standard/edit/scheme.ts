import type { OfficeStandard, SchemeEntry } from "../model";
import type { EditKind } from "./edit";
import { sameValue } from "./same-value";

export type WhichScheme = "layers" | "sheets";

/** A new scheme of layer names or of sheet numbers. */
export interface SchemeEdit {
  readonly of: "scheme";
  readonly which: WhichScheme;
  readonly scheme: SchemeEntry;
  /** The scheme that the sender saw. */
  readonly was?: SchemeEntry;
}

const withScheme = (standard: OfficeStandard, which: WhichScheme, scheme: SchemeEntry): OfficeStandard => ({
  ...standard,
  naming: { ...standard.naming, [which]: scheme },
});

export const scheme: EditKind<SchemeEdit> = {
  apply(standard, { which, scheme: next, was }) {
    const before = standard.naming[which];
    if (was && !sameValue(before, was))
      return {
        kind: "stale",
        message: "Somebody else has changed this scheme in the meantime. Your change was not saved.",
      };
    return {
      kind: "changed",
      standard: withScheme(standard, which, next),
      steps: [{ what: `standard.naming.${which}`, entry: before.id, before, after: next }],
      merged: [],
    };
  },
  inverse: (standard, { which }) => ({ of: "scheme", which, scheme: standard.naming[which] }),
  words: ({ which }) => (which === "layers" ? "scheme of layers" : "scheme of sheet numbers"),
  seen: (standard, edit) => ({ ...edit, was: standard.naming[edit.which] }),
};
