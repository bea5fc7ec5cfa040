import { counted } from "../../base/words";
import { formatLength, plainWriting, readWritten } from "../../quantity";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type Report } from "../rule";
import { stylesOf } from "./judged-by";
import { layerOf } from "./value-not-length";

export const format = rule({
  id: "dim/format",
  title: "Dimension not written in its style",
  severity: "mend",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DRAWN_PARTS],
  parameters: [],
  mends: "set-text",
  page: {
    measures:
      "How each value is written against how the length style of the dimension style would write it: unit, decimals, fractions, thousands, zero inches. Feet are judged by the style that writes feet, millimetres and metres by the one that writes those.",
    why: "A reader who finds 3600, 3.6 m and 3 600 on one set wonders what else is meant to differ.",
    right: "3600, where millimetres are written without a unit.",
    wrong: "3600 mm, or 3.60.",
    cannotSee: "Whether a value is true.",
    mend: "The value is written in the style's way where it stands, its middle kept. Refused where the style would round it, where it is set in several parts, where the file's font lacks what is needed, and where it would run into other marks.",
  },
  judge({ file, pages, report, leaveOpen }) {
    const styleOf = stylesOf(file);
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS))
        for (const each of part.dimensions) {
          const { dimension, reading } = each;
          if (!reading || dimension.written.kind !== "length") continue;
          const by = styleOf(each);
          if (!by) {
            leaveOpen("No dimension style writes lengths in the units of these dimensions.");
            continue;
          }
          const expected = formatLength(reading.length, by.lengths);
          if (asWritten(dimension.written.figure) === asWritten(expected)) continue;
          report({
            page: facts.page.index,
            layer: layerOf(facts, each),
            marks: { of: "texts", rows: Uint32Array.from(dimension.figure.rows) },
            things: 1,
            message: (count) =>
              `${counted(count, "value")} ${count === 1 ? "is" : "are"} written “${dimension.figure.text}”, where “${expected}” is the style's way (${by.units.title}).`,
            measured: dimension.figure.text,
            expected,
            ...rewritten(facts, each, expected),
          });
        }
  },
});

/** Decimal feet have `'` or “ft” as their unit: the length style doesn't say which. */
const asWritten = (figure: string): string => plainWriting(figure).replace(/\s+(?=')/g, "");

/** Lengths that differ by less are the same. Millimetres in the building. */
const SAME_MM = 1e-6;

/** A figure in the style's way, where one string is all of it and the style's way says exactly as much. */
function rewritten(
  { page }: PageFacts,
  { dimension, reading }: JudgedDimension,
  expected: string,
): Pick<Report, "mend"> {
  const { figure, written } = dimension;
  const [row, ...others] = figure.rows;
  const isWhole = row !== undefined && others.length === 0 && page.texts.strings[row]?.trim() === written.figure;
  const says = readWritten(expected)?.readings ?? [];
  const length = reading?.length.toNumber() ?? NaN;
  if (!isWhole || !says.some((each) => Math.abs(each.length.toNumber() - length) < SAME_MM)) return {};
  return { mend: [{ kind: "set-text", page: page.index, rows: Uint32Array.of(row), strings: [expected], about: 0.5 }] };
}
