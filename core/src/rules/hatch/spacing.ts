import { mm } from "../../base/words";
import type { BoxMm, Shape } from "../../drawing";
import { formatScale } from "../../quantity";
import type { HatchFamily } from "../../recognise/hatches/hatches";
import { ANGLE_DEG, MATCHED_HATCHES, SPACING_SHARE } from "../../recognise/hatches/matched";
import { HATCH_OUTLINES } from "../../recognise/hatches/outlines";
import { MOST_LOOKED_AT, respaced } from "../../recognise/hatches/respaced";
import { LINE_WORK } from "../../recognise/line-work";
import type { FileFacts } from "../../recognise/recogniser";
import { rule } from "../rule";
import { NO_SCALE } from "./unknown";

/** Spacings tell a scale no more exactly than this share. */
const SAME_SCALE = 0.02;

export const spacing = rule({
  id: "hatch/spacing",
  title: "A hatch at the wrong spacing",
  severity: "mend",
  scope: "page",
  needs: ["hatches"],
  reads: [MATCHED_HATCHES, HATCH_OUTLINES, LINE_WORK],
  parameters: [SPACING_SHARE, ANGLE_DEG],
  mends: "re-space",
  page: {
    measures:
      "The distance between the lines of a hatch whose directions are those of one of the standard's, on paper, or in the building at the drawing's scale.",
    why: "A pattern that was drawn for one scale is wrong at another: material patterns have to be right on paper, brick and block coursing in the building.",
    right: "1.2 mm, where the standard says 1.2 mm on paper.",
    wrong: "2.4 mm: the pattern of a drawing at 1:100, used at 1:50.",
    cannotSee: "Coursing where no scale is stated or implied.",
    mend: "Draws the lines anew at the right spacing, in the same pen, where the outline is drawn, or cut by a clip, and the lines that are there can be told by it. Broken lines and patterns of the file are left.",
  },
  judge({ file, pages, report, leaveOpen }) {
    for (const facts of pages) {
      const looked = { left: MOST_LOOKED_AT };
      for (const { value } of facts.of(MATCHED_HATCHES)) {
        const { hatch, like, scale } = value;
        if (value.notJudged) leaveOpen(NO_SCALE);
        const [family] = hatch.families;
        if (!like || !family) continue;
        const { entry, times } = like;
        const expected = family.spacingMm / times;
        const inBuilding = entry.basis === "building" && scale !== undefined;
        const anew = respaced(facts, value, looked);
        const made = madeFor(file, scale, inBuilding ? 1 / times : times);
        report({
          page: facts.page.index,
          layer: hatch.layer,
          marks: { of: "paths", rows: hatch.rows },
          regionMm: hatch.boxMm,
          shapes: hatch.families.map((each) => across(each, hatch.boxMm)),
          message: () =>
            `The lines of ${entry.title} are ${mm(Number(family.spacingMm.toFixed(2)))} apart on paper, where ${mm(Number(expected.toFixed(2)))} is right${inBuilding ? ` (${mm(Number((expected * scale).toFixed(1)))} in the building)` : ""}.${made}${typeof anew === "string" ? ` ${anew}` : ""}`,
          measured: Number(family.spacingMm.toFixed(2)),
          expected: Number(expected.toFixed(2)),
          unit: "mm",
          ...(typeof anew === "string"
            ? {}
            : { mend: [{ kind: "re-space" as const, page: facts.page.index, ...anew }] }),
        });
      }
    }
  },
});

/** The scale at which the spacing would be right, where it is a listed one. */
function madeFor(file: FileFacts, scale: number | undefined, times: number): string {
  if (scale === undefined) return "";
  const made = file.standard.listed.find((each) => Math.abs(each.scale.toNumber() / (scale * times) - 1) < SAME_SCALE);
  return made ? ` It was made for ${formatScale(made.scale, file.standard.standard.units)}.` : "";
}

/** One spacing of a family, amid its region. */
function across({ angleDeg, spacingMm }: HatchFamily, { x, y, width, height }: BoxMm): Shape {
  const turn = (angleDeg * Math.PI) / 180;
  const [cx, cy] = [x + width / 2, y + height / 2];
  return {
    kind: "distance",
    fromMm: [cx, cy],
    toMm: [cx - Math.sin(turn) * spacingMm, cy + Math.cos(turn) * spacingMm],
    words: mm(Number(spacingMm.toFixed(2))),
  };
}
