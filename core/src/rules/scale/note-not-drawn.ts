import { counted, listed } from "../../base/words";
import { boxOfPoints, together } from "../../drawing";
import { cornersOf } from "../../recognise/lettering";
import { BAR_COUNTS_FOR, DRAWN_PARTS, type DrawnPart } from "../../recognise/dimensions/drawings";
import { rule } from "../rule";
import { measuredShape } from "../dim/in-words";
import { scaleInWords } from "../../recognise/dimensions/scale-in-words";

/** Scales that differ by less than this share are one: dimensions tell a scale no more exactly. */
const SAME_SHARE = 0.004;
/** So many dimensions are shown; all of a thousand would hide the sheet. */
const MOST_SHOWN = 60;

export const noteNotDrawn = rule({
  id: "scale/note-not-drawn",
  title: "Stated scale differs from the drawn scale",
  severity: "stop",
  scope: "page",
  needs: [],
  reads: [DRAWN_PARTS],
  parameters: [],
  page: {
    measures:
      "The scale that at least three dimensions of a drawing agree on against the one that is stated for it; where it has fewer, all of them have to agree with the rises between its levels, or with a scale bar that stands with it. One or two dimensions alone count where they are beyond doubt, both exactly at one other scale that the office lists, and the note stands under the drawing's own title. A sheet that was plotted to fit, or at half size, has all its dimensions agree on another scale: that is said once, for the drawing, and not for each dimension.",
    why: "Whoever measures on the sheet measures wrong.",
    right: "1:50 is stated, and 72 mm are drawn for 3600.",
    wrong: "1:50 is stated, and 36 mm are drawn for 3600: the sheet was plotted at half size.",
    cannotSee:
      "Drawings with fewer than three lengths that agree, dimensions and rises between levels together, at a scale that is not listed; a scale bar counts for two.",
    mend: "None: plot the sheet at its own size, or correct the note.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS)) {
        const { stated } = part;
        const drawnAt = drawnScale(part);
        if (!drawnAt || !stated) continue;
        const { scale, exact, by, dimensions } = drawnAt;
        const times = exact / stated.scale.toNumber();
        if (Math.abs(times - 1) <= SAME_SHARE) continue;
        const [written, drawn] = [scaleInWords(part, stated.scale), scaleInWords(part, scale)];
        report({
          page: facts.page.index,
          placed: true,
          regionMm: stated.line ? together(part.boxMm, boxOfPoints(cornersOf(stated.line))) : part.boxMm,
          shapes: dimensions.slice(0, MOST_SHOWN).map(({ dimension }) => measuredShape(dimension, "")),
          marks: {
            of: "texts",
            rows: Uint32Array.from(dimensions.flatMap(({ dimension }) => dimension.figure.rows)).sort(),
          },
          message: () => `${written} is stated, but ${by} drawn at ${drawn}${plottedAt(times)}.`,
          measured: drawn,
          expected: written,
        });
      }
  },
});

type Implied = NonNullable<DrawnPart["implied"]>;

/** How many lengths agree on a scale. */
const lengthsOf = ({ agree, rises = 0, bars = 0 }: Implied): number => agree + rises + BAR_COUNTS_FOR * bars;

const lengthsInWords = ({ agree, of, rises = 0, bars = 0 }: Implied): string =>
  listed([
    of === 1 ? "its only dimension" : `${agree} of ${counted(of, "dimension")}`,
    ...(rises > 0 ? [`${counted(rises, "rise")} between levels`] : []),
    ...(bars > 0 ? [bars === 1 ? "the scale bar" : counted(bars, "scale bar")] : []),
  ]);

/** The scale that a drawing is drawn at, and what says so: enough lengths that agree, or the few that it has. */
function drawnScale({ implied, listed: few, dimensions }: DrawnPart) {
  if (implied && lengthsOf(implied) >= LEAST_LENGTHS) {
    const agreeing = dimensions.filter(({ agrees }) => agrees);
    return { ...implied, by: `${lengthsInWords(implied)} are`, dimensions: agreeing };
  }
  if (!few) return undefined;
  const by = dimensions.length === 1 ? "its only dimension is" : "its dimensions are";
  return { scale: few, exact: few.toNumber(), by, dimensions };
}
const LEAST_LENGTHS = 3;

/** Sheets that were printed smaller or larger as a whole. */
function plottedAt(larger: number): string {
  const percent = 100 / larger;
  if (Math.abs(percent - 50) < 0.3) return ", as if the sheet had been plotted at half size";
  if (Math.abs(percent - 200) < 1) return ", as if the sheet had been plotted at twice its size";
  const isRound = Math.abs(larger - Math.round(larger)) < 0.01 || Math.abs(1 / larger - Math.round(1 / larger)) < 0.01;
  return isRound ? "" : `, as if the sheet had been plotted to fit, at ${Number(percent.toFixed(1))} % of its size`;
}
