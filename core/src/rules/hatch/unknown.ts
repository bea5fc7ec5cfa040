import { listed, mm } from "../../base/words";
import type { Hatch } from "../../recognise/hatches/hatches";
import { MATCHED_HATCHES } from "../../recognise/hatches/matched";
import { rule } from "../rule";

export const unknown = rule({
  id: "hatch/unknown",
  title: "Hatch not in the standard",
  severity: "note",
  scope: "page",
  needs: ["hatches"],
  reads: [MATCHED_HATCHES],
  parameters: [],
  page: {
    measures:
      "The directions and spacings of families of parallel lines against those of every hatch of the standard: on paper for patterns that are the same at every scale, in the building for coursing.",
    why: "A pattern stands for one material. One that no legend explains is read as whatever the reader knows from elsewhere.",
    right: "Lines at 45°, 1.2 mm apart, where that is masonry.",
    wrong: "Lines at 30°, where no hatch has them.",
    cannotSee:
      "Treads, tables and boards, which are parallel lines too: a single family of level or upright lines counts on hatch layers alone, or where it is very close. Coursing where no scale is known is not judged.",
    mend: "None: only who drew it knows which material is meant.",
  },
  judge({ pages, report, leaveOpen }) {
    for (const facts of pages)
      for (const { value } of facts.of(MATCHED_HATCHES)) {
        if (value.notJudged) leaveOpen(NO_SCALE);
        if (value.entry || value.like || value.notJudged) continue;
        const words = familiesInWords(value.hatch);
        report({
          page: facts.page.index,
          layer: value.hatch.layer,
          marks: { of: "paths", rows: value.hatch.rows },
          regionMm: value.hatch.boxMm,
          message: () => `Lines at ${words} are no hatch of the standard.`,
          measured: words,
        });
      }
  },
});

/** Why coursing may not be judged. */
export const NO_SCALE = "Some hatches have the pattern of coursing, and no scale is known where they stand.";

/** `45°, 1.2 mm apart, and −45°, 1.2 mm apart`. */
export const familiesInWords = ({ families }: Hatch): string =>
  listed(
    families.map(
      ({ angleDeg, spacingMm }) => `${Number(angleDeg.toFixed(1))}°, ${mm(Number(spacingMm.toFixed(2)))} apart`,
    ),
  );
