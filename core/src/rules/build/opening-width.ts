import { mm } from "../../base/words";
import { boxOfPoints } from "../../drawing";
import { OPENINGS } from "../../recognise/building/openings";
import { isOnPlan, PLANS } from "../../recognise/building/plans";
import { rule } from "../rule";
import { offAt, offOf } from "./off";

const OFF = offOf("build/opening-width", "An opening");
const LEAST_CONFIDENCE = 0.9;

export const openingWidth = rule({
  id: "build/opening-width",
  title: "Opening width not in the standard",
  severity: "mend",
  scope: "page",
  needs: ["openings"],
  reads: [OPENINGS, PLANS],
  parameters: [OFF],
  page: {
    measures:
      "The clear width between the jambs of doors and windows on plans, in the building, against the openings of the standard: those of its use. A door may have the width of its leaf, too, or of both leaves together.",
    why: "Doors and windows are ordered in the sizes of the list. One that is drawn wider is found on the site.",
    right: "A door of 900 on the list.",
    wrong: "A door of 870.",
    cannotSee:
      "Heights, openings without swing or glass, those on drawings whose scale is not known, and those in round walls.",
    mend: "None: the wall has to be drawn anew.",
  },
  judge({ file, pages, report, valueOf, leaveOpen }) {
    const list = file.standard.standard.openings;
    for (const facts of pages)
      for (const { value: opening, confidence } of facts.of(OPENINGS)) {
        if (confidence < LEAST_CONFIDENCE || opening.use === "opening" || !isOnPlan(facts, opening.from)) continue;
        const { scale } = opening.wall;
        if (scale === undefined) {
          leaveOpen("Openings were recognised, but the scale of their drawing is not known.");
          continue;
        }
        const off = offAt(valueOf(OFF), scale);
        const own = list.filter(({ use }) => use === opening.use);
        if (own.length === 0) continue;
        const leaves = opening.leavesMm.reduce((sum, each) => sum + each, 0) * scale;
        const width = opening.widthMm * scale;
        const isListed = (lengthMm: number): boolean =>
          lengthMm > 0 && own.some(({ widthMm }) => Math.abs(widthMm - lengthMm) <= off);
        if (isListed(width) || isListed(leaves)) continue;
        const nearest = own.slice().sort((a, b) => Math.abs(a.widthMm - width) - Math.abs(b.widthMm - width))[0];
        const measured = Math.round(width);
        report({
          page: facts.page.index,
          placed: true,
          layer: facts.page.paths.layer[opening.wall.rows[0] ?? 0] ?? -1,
          marks: { of: "paths", rows: Uint32Array.from(opening.rows).sort() },
          regionMm: boxOfPoints([opening.from, opening.to], opening.wall.thicknessMm / 2),
          shapes: [{ kind: "distance", fromMm: opening.from, toMm: opening.to, words: mm(measured) }],
          message: () =>
            `A ${opening.use} is ${mm(measured)} wide, which is not on the list of openings; the nearest is ${nearest?.title ?? "none"} (${mm(nearest?.widthMm ?? 0)}).`,
          measured,
          expected: nearest?.widthMm ?? 0,
          unit: "mm",
        });
      }
  },
});
