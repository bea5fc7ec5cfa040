import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import { rule } from "../rule";
import { scaleInWords } from "../../recognise/dimensions/scale-in-words";

export const missing = rule({
  id: "scale/missing",
  title: "A drawing without a stated scale",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [DRAWN_PARTS],
  parameters: [],
  page: {
    measures:
      "Whether a scale is stated for each drawing that has dimensions: by the caller, by a measure dictionary of the file (ISO 32000), or by a note on the sheet. “As noted” in a title block is no scale.",
    why: "Whoever measures on the sheet has to know at what.",
    right: "1:50 under the title of the drawing.",
    wrong: "A drawing with dimensions and no scale anywhere on the sheet.",
    cannotSee: "Drawings without dimensions, and scales that are drawn as a bar alone.",
    mend: "None: the scale has to be written.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS)) {
        if (part.stated || part.dimensions.length < LEAST_DIMENSIONS) continue;
        const implied = part.implied ? ` Its dimensions imply ${scaleInWords(part, part.implied.scale)}.` : "";
        report({
          page: facts.page.index,
          placed: true,
          regionMm: part.boxMm,
          marks: {
            of: "texts",
            rows: Uint32Array.from(part.dimensions.flatMap(({ dimension }) => dimension.figure.rows)).sort(),
          },
          message: () => `No scale is stated for this drawing.${implied}`,
          ...(part.implied ? { expected: scaleInWords(part, part.implied.scale) } : {}),
        });
      }
  },
});

/** A dimension or two stand in a sketch or a note. */
const LEAST_DIMENSIONS = 2;
