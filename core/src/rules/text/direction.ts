import { counted } from "../../base/words";
import { LETTERING, middleOf } from "../../recognise/lettering";
import { rule } from "../rule";

/** Directions are exact to this. Degrees. */
const ROUNDING_DEG = 0.5;

export const direction = rule({
  id: "text/direction",
  title: "Lettering that can't be read from the bottom or the right",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [LETTERING],
  parameters: [],
  mends: "turn",
  page: {
    measures:
      "The direction of each line of lettering on the page as it is seen: it may rise up to 90° and fall by less than 90°, whatever the building's turn.",
    why: "Sheets are read from the bottom and from the right edge; nobody turns one upside down.",
    right: "Level, or upright and read from the right.",
    wrong: "Upright and read from the left, or upside down.",
    cannotSee: "Lettering that follows a curve, letter by letter.",
    mend: "Each line is turned upside down about its middle, so that it stays in its place. Refused where other lettering goes on where it ends.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: line } of facts.of(LETTERING)) {
        if (line.text.length < 2) continue;
        const angle = ((((line.angleDeg + 180) % 360) + 360) % 360) - 180;
        if (angle > -90 + ROUNDING_DEG && angle <= 90 + ROUNDING_DEG) continue;
        const degrees = Math.round(angle);
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          message: (count) =>
            `${counted(count, "line")} of lettering ${count === 1 ? "runs" : "run"} at ${degrees}° and can't be read from the bottom or the right edge; at ${degrees > 0 ? degrees - 180 : degrees + 180}° ${count === 1 ? "it" : "they"} could.`,
          measured: degrees,
          expected: degrees > 0 ? degrees - 180 : degrees + 180,
          unit: "°",
          mend: [
            {
              kind: "turn",
              page: facts.page.index,
              rows: Uint32Array.from(line.rows),
              aboutMm: Float32Array.from(line.rows.flatMap(() => middleOf(line))),
            },
          ],
        });
      }
  },
});
