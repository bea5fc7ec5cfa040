import { mm } from "../../base/words";
import { MATCHED_HATCHES, type MatchedHatch } from "../../recognise/hatches/matched";
import { rule } from "../rule";

/** So much of a unit is a whole one, as a share: drawn lines have a width. */
const WHOLE_SHARE = 0.06;

export const partUnit = rule({
  id: "hatch/part-unit",
  title: "Coursing that starts with a sliver",
  severity: "note",
  needs: ["hatches"],
  reads: [MATCHED_HATCHES],
  parameters: [],
  page: {
    measures:
      "Where a hatch of the standard starts with a whole unit at the lower-left corner: how much of a unit the first course and the first joint leave there.",
    why: "Brick, block and tile are laid from a corner. A sliver there cannot be built.",
    right: "A whole block at the lower-left corner.",
    wrong: "A course of 40 mm at the bottom, where courses are 203.2 mm.",
    cannotSee: "Regions whose lower edge is not level, and turned coursing.",
    mend: "None: set where the pattern starts.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value } of facts.of(MATCHED_HATCHES)) {
        const sliver = sliverOf(value);
        if (!sliver) continue;
        const { hatch, entry, scale = 1 } = value;
        const [left, whole] = [sliver.leftMm * scale, sliver.wholeMm * scale];
        report({
          page: facts.page.index,
          layer: hatch.layer,
          placed: true,
          marks: { of: "paths", rows: hatch.rows.slice(0, 1) },
          regionMm: hatch.boxMm,
          message: () =>
            `${entry?.title ?? "The coursing"} starts with ${mm(Number(left.toFixed(1)))} ${sliver.where}, where a whole unit is ${mm(Number(whole.toFixed(1)))}.`,
          measured: Number(left.toFixed(1)),
          expected: Number(whole.toFixed(1)),
          unit: "mm",
        });
      }
  },
});

/** What is left of the first unit at the lower-left corner, on paper; undefined where it is whole. */
function sliverOf({ hatch, entry }: MatchedHatch) {
  if (entry?.start !== "whole-unit-lower-left") return undefined;
  const { x, y } = hatch.boxMm;
  for (const { angleDeg, spacingMm, offsetMm } of hatch.families) {
    const isLevel = Math.min(angleDeg, 180 - angleDeg) < 0.2;
    if (!isLevel && Math.abs(angleDeg - 90) >= 0.2) continue;
    // Across an upright line, to its left is away from the right: offsets fall from left to right.
    const first = isLevel ? offsetMm - y : -offsetMm - x;
    const part = ((first % spacingMm) + spacingMm) % spacingMm;
    if (Math.min(part, spacingMm - part) <= WHOLE_SHARE * spacingMm) continue;
    return { leftMm: part, wholeMm: spacingMm, where: isLevel ? "at the bottom" : "at the left" };
  }
  return undefined;
}
