import { counted, mm } from "../../base/words";
import { formatScale, parseScale, Scale } from "../../quantity";
import { HEIGHT_OFF, isHeight, JUDGED_HEIGHTS } from "../../recognise/heights";
import type { TextLook } from "../../recognise/looks";
import type { FileFacts } from "../../recognise/recogniser";
import { STATED_SCALE } from "../../recognise/stated-scale";
import { rule } from "../rule";

export const height = rule({
  id: "text/height",
  title: "Lettering of no text style's height",
  severity: "mend",
  needs: ["textStyles"],
  reads: [JUDGED_HEIGHTS, STATED_SCALE],
  parameters: [HEIGHT_OFF],
  mends: "set-height",
  page: {
    measures:
      "The height of capitals on paper: size × matrix × the height of the font's capitals. That is measured in the embedded font itself, else taken from published metrics, else from what the file says, else supposed (the finding then says so). Where the scale is stated, the finding says at which scale the lettering would be right.",
    why: "Heights are decided on paper, so that all sheets read alike and survive being reduced.",
    right: "2.5 mm.",
    wrong: "3 mm.",
    cannotSee: "Lettering drawn as lines.",
    mend: "The height is set to the nearest text style's, about the start of each string.",
  },
  judge({ file, pages, report }) {
    for (const facts of pages) {
      const stated = facts.of(STATED_SCALE)[0]?.value.scale;
      for (const { value } of facts.of(JUDGED_HEIGHTS)) {
        const { look, styles, nearest, supposed } = value;
        if (styles.length > 0 || !nearest) continue;
        const page = facts.page.index;
        report({
          page,
          layer: look.layer,
          marks: { of: "texts", rows: look.rows },
          message: (count) =>
            `${counted(count, "string")} ${count === 1 ? "is" : "are"} ${mm(look.heightMm)} high on paper, which is no text style; the nearest is ${mm(nearest.heightMm)}.${rightScale(file, stated, look)}${supposed ? " The font does not say how tall its capitals are; the height is estimated." : ""}`,
          measured: Number(look.heightMm.toFixed(2)),
          expected: nearest.heightMm,
          unit: "mm",
          mend: [{ kind: "set-height", page, rows: look.rows, heightMm: nearest.heightMm }],
        });
      }
    }
  },
});

/** Drawings are seldom reused at more than this many times their scale. */
const FAR_SCALE = 4;

/** Lettering made for another scale is right there: 1.25 mm at 1:100 is 2.5 mm at 1:50. */
function rightScale(file: FileFacts, stated: Scale | undefined, look: TextLook): string {
  if (!stated) return "";
  const { units, scales } = file.standard.standard;
  for (const { scale: written } of scales) {
    const scale = parseScale(written);
    if (!scale.ok) continue;
    const larger = stated.toNumber() / scale.value.toNumber();
    if (larger > FAR_SCALE || larger < 1 / FAR_SCALE || Math.abs(larger - 1) < 0.1) continue;
    const there = look.heightMm * larger;
    if (file.standard.textStyles.some((style) => isHeight(file, there, style.heightMm)))
      return ` It would be ${mm(Number(there.toFixed(1)))} at ${formatScale(Scale.of(scale.value.buildingPerPaper), units)}.`;
  }
  return "";
}
