import type { OfficeStandard } from "../model";
import { FEET_SYSTEMS } from "../model/choices";
import type { Remark } from "./remark";

/** Units & scales, drawing kinds: scales nobody uses, kinds with nothing to draw them by. */
export function unitRemarks(standard: OfficeStandard): Remark[] {
  const used = new Set(standard.kinds.flatMap((kind) => kind.scales));
  const scales = standard.kinds.length === 0 ? [] : standard.scales.filter(({ scale }) => !used.has(scale));
  return [
    ...scales.map(({ scale }): Remark => ({
      code: "scale-unused",
      chapter: "units-and-scales",
      list: "scales",
      key: scale,
      message: `No drawing kind uses the scale ${scale}.`,
    })),
    ...standard.kinds.flatMap((kind) => kindRemarks(standard, kind.id)),
  ];
}

/** Whether a dimension style writes feet or inches; unknown for one that names no units. */
function writesFeet({ dimensionStyles, unitStyles }: OfficeStandard, id: string | undefined): boolean | undefined {
  const style = dimensionStyles.find((each) => each.id === id);
  const units = unitStyles.find((each) => each.id === style?.unitStyle);
  return units && FEET_SYSTEMS.has(units.system);
}

function kindRemarks(standard: OfficeStandard, id: string): Remark[] {
  const kind = standard.kinds.find((each) => each.id === id);
  if (!kind) return [];
  const about = { chapter: "drawing-kinds", list: "kinds", key: id } as const;
  const found: Remark[] = [];
  if (kind.scales.length === 0)
    found.push({ ...about, code: "kind-without-scale", message: `${kind.title || id} has no scale.` });
  const [own, other] = [kind.dimensionStyle, kind.otherDimensionStyle].map((style) => writesFeet(standard, style));
  if (own !== undefined && own === other)
    found.push({
      ...about,
      code: "one-unit-twice",
      message: `The two dimension styles of ${kind.title || id} both write ${own ? "feet or inches" : "metric units"}; the second is for drawings in the other ones.`,
    });
  const undecided = standard.layers.filter(
    (layer) => !layer.withdrawn && standard.showing[layer.name]?.[id] === undefined,
  );
  if (undecided.length > 0)
    found.push({
      ...about,
      code: "cells-undecided",
      message: `${kind.title || id} has ${undecided.length} ${undecided.length === 1 ? "layer" : "layers"} that nobody decided: ${undecided
        .slice(0, 5)
        .map((layer) => layer.name)
        .join(", ")}${undecided.length > 5 ? " …" : ""}.`,
    });
  return found;
}
