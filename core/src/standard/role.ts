import type { LayerEntry } from "./model";
import type { LayerRole, MarkKind } from "./model/choices";

/** Kinds of marks of which layers of a role can be made out where no layer is said to stand for it. */
const MARKS_OF: Partial<Record<LayerRole, MarkKind>> = {
  dimensions: "dimensions",
  lettering: "text",
  notes: "text",
  titles: "text",
  legends: "text",
  symbols: "symbols",
  "scale-bars": "symbols",
  hatches: "hatches",
};

/**
 * The layer among some that stands for one of several roles, the first role first. Where the standard
 * does not say, a layer that takes such marks; else the first that there is.
 */
export function layerOfRole(layers: readonly LayerEntry[], ...roles: readonly LayerRole[]): LayerEntry | undefined {
  const inUse = layers.filter((layer) => layer.plots && !layer.withdrawn);
  for (const role of roles) {
    const said = inUse.find((layer) => layer.role === role);
    if (said) return said;
  }
  const takes = new Set(roles.flatMap((role) => MARKS_OF[role] ?? []));
  return (
    inUse.find((layer) => layer.marks?.some((kind) => takes.has(kind))) ??
    inUse.find((layer) => layer.marks === undefined) ??
    inUse[0]
  );
}
