import { mm } from "../../base/words";
import type { Hatch } from "../../recognise/hatches/hatches";
import { apart } from "../../recognise/hatches/angles";
import { MATCHED_HATCHES, type MatchedHatch } from "../../recognise/hatches/matched";
import type { PageFacts } from "../../recognise/recogniser";
import { STRAIGHTS } from "../../recognise/straights";
import { rule } from "../rule";

/** So much of a unit is a whole one, as a share: drawn lines have a width. */
const WHOLE_SHARE = 0.06;

export const partUnit = rule({
  id: "hatch/part-unit",
  title: "Coursing that starts with a sliver",
  severity: "note",
  scope: "page",
  needs: ["hatches"],
  reads: [MATCHED_HATCHES, STRAIGHTS],
  parameters: [],
  page: {
    measures:
      "Where a hatch of the standard starts with a whole unit at the lower-left corner: how much of a unit the first course and the first joint leave there.",
    why: "Brick, block and tile are laid from a corner. A sliver there cannot be built.",
    right: "A whole block at the lower-left corner.",
    wrong: "A course of 40 mm at the bottom, where courses are 203.2 mm.",
    cannotSee: "Regions whose lower edge is not one of the coursing's own directions.",
    mend: "None: set where the pattern starts.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value } of facts.of(MATCHED_HATCHES)) {
        const sliver = sliverOf(facts, value);
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
function sliverOf(facts: PageFacts, { hatch, entry, turnDeg = 0, scale = 1 }: MatchedHatch) {
  if (entry?.start !== "whole-unit-lower-left") return undefined;
  const turn = uprightTurn(turnDeg);
  const corner = cornerOf(facts, hatch, turn);
  if (!corner) return undefined;
  for (const { angleDeg, offsetMm } of hatch.families) {
    const isLevel = apart(angleDeg, turn) < 1;
    if (!isLevel && apart(angleDeg, turn + 90) >= 1) continue;
    const meant = entry.families.filter((each) => apart(each.angleDeg, isLevel ? 0 : 90) < 1);
    const wholeMm = Math.min(...meant.map(({ spacingMm }) => spacingMm)) / scale;
    if (!Number.isFinite(wholeMm)) continue;
    // An offset is told to the left of its line's direction, which may run either way.
    const [cos, sin] = [Math.cos(angleDeg * RAD), Math.sin(angleDeg * RAD)];
    const across = isLevel
      ? [-Math.sin(turn * RAD), Math.cos(turn * RAD)]
      : [Math.cos(turn * RAD), Math.sin(turn * RAD)];
    const way = -sin * (across[0] ?? 0) + cos * (across[1] ?? 0) > 0 ? 1 : -1;
    const first = way * offsetMm - (isLevel ? corner.low : corner.left);
    const part = ((first % wholeMm) + wholeMm) % wholeMm;
    if (Math.min(part, wholeMm - part) <= WHOLE_SHARE * wholeMm) continue;
    return { leftMm: part, wholeMm, where: isLevel ? "at the bottom" : "at the left" };
  }
  return undefined;
}

const RAD = Math.PI / 180;

/** Coursing lies as near to level as it can: −45 < turn ≤ 45. */
const uprightTurn = (degrees: number): number => degrees - 90 * Math.ceil((degrees - 45) / 90);

/** Where the lines of a hatch begin, along and across the direction in which it is turned. */
function cornerOf(facts: PageFacts, { rows }: Hatch, turnDeg: number) {
  const straights = facts.of(STRAIGHTS)[0]?.value;
  const [cos, sin] = [Math.cos(turnDeg * RAD), Math.sin(turnDeg * RAD)];
  let [left, low] = [Infinity, Infinity];
  for (const row of straights ? rows : [])
    for (const i of straights?.ofRow(row) ?? []) {
      const { x1, y1, x2, y2 } = straights!.at(i);
      left = Math.min(left, x1 * cos + y1 * sin, x2 * cos + y2 * sin);
      low = Math.min(low, y1 * cos - x1 * sin, y2 * cos - x2 * sin);
    }
  return Number.isFinite(left) ? { left, low } : undefined;
}
