import type { OfficeStandard } from "../model";
import type { Showing } from "../model/choices";
import type { EditKind } from "./edit";

/** A cell of the showing chart and what it becomes; null is undecided. */
export interface CellEdit {
  readonly layer: string;
  readonly kind: string;
  readonly state: Showing | null;
}

export interface CellsEdit {
  readonly of: "cells";
  readonly cells: readonly CellEdit[];
}

const stateOf = ({ showing }: OfficeStandard, layer: string, kind: string): Showing | null => {
  const row = Object.hasOwn(showing, layer) ? showing[layer] : undefined;
  return (row && Object.hasOwn(row, kind) ? row[kind] : undefined) ?? null;
};

export const cells: EditKind<CellsEdit> = {
  apply(standard, edit) {
    // Asked first, so that a name like “__proto__” never reaches an object as a key.
    const [layers, kinds] = [
      new Set(standard.layers.map((layer) => layer.name)),
      new Set(standard.kinds.map((kind) => kind.id)),
    ];
    const strange = edit.cells.filter(({ layer, kind }) => !layers.has(layer) || !kinds.has(kind));
    if (strange.length > 0)
      return {
        kind: "wrong",
        problems: strange.map(({ layer, kind }) => ({
          code: "no-such-cell",
          at: `showing["${layer}"]`,
          message: `The showing chart has no cell for the layer “${layer}” in the kind “${kind}”.`,
        })),
      };
    const showing = { ...standard.showing };
    const steps = edit.cells.map(({ layer, kind, state }) => {
      const before = stateOf({ ...standard, showing }, layer, kind);
      const { [kind]: _was, ...rest } = showing[layer] ?? {};
      const row = state === null ? rest : { ...rest, [kind]: state };
      if (Object.keys(row).length === 0) delete showing[layer];
      else showing[layer] = row;
      return { what: "standard.showing", entry: `${layer} in ${kind}`, before, after: state };
    });
    return { kind: "changed", standard: { ...standard, showing }, steps, merged: [] };
  },
  inverse: (standard, edit) => ({
    of: "cells",
    cells: edit.cells.map(({ layer, kind }) => ({ layer, kind, state: stateOf(standard, layer, kind) })),
  }),
  words({ cells: [first, ...more] }) {
    return first && more.length === 0
      ? `showing chart, ${first.layer} in ${first.kind}`
      : `${(more.length + (first ? 1 : 0)).toLocaleString("en")} cells of the showing chart`;
  },
  seen: (_standard, edit) => edit,
};
