import { counted } from "../../base/words";
import { parseLength, type Reading } from "../../quantity";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { layerOf } from "./value-not-length";

/** Lengths are exact; this much is lost on the way through numbers. Millimetres. */
const ROUNDING_MM = 1e-6;

export const oddFraction = rule({
  id: "dim/odd-fraction",
  title: "A value off the planning module",
  severity: "note",
  scope: "page",
  needs: ["modules"],
  reads: [DRAWN_PARTS],
  parameters: [],
  page: {
    measures:
      "Written values against the planning module of the length style that the drawing's dimension style names: the remainder, exactly.",
    why: "In a layout planned on whole inches or a module, a stray fraction means that something is drawn wrong.",
    right: "2400, on a module of 50.",
    wrong: "2387, on a module of 50.",
    cannotSee: "Values that are rightly off the module: what was measured on an old building.",
    mend: "None: the drawing has to be looked at.",
  },
  judge({ file, pages, report }) {
    const styleOf = stylesOf(file);
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS))
        for (const each of part.dimensions) {
          const module = moduleOf(styleOf(each)?.units.module);
          const off = module && remainder(each, module.mm);
          if (!module || off === undefined || off < ROUNDING_MM) continue;
          report({
            page: facts.page.index,
            layer: layerOf(facts, each),
            marks: { of: "texts", rows: Uint32Array.from(each.dimension.figure.rows) },
            things: 1,
            message: (count) =>
              count === 1
                ? `“${each.dimension.figure.text}” is off the planning module of ${module.words}.`
                : `${counted(count, "value")} are off the planning module of ${module.words}.`,
            expected: module.words,
          });
        }
  },
});

function moduleOf(written: string | undefined): { readonly mm: number; readonly words: string } | undefined {
  const length = written === undefined ? undefined : parseLength(written);
  return length?.ok && length.value.toNumber() > 0 ? { mm: length.value.toNumber(), words: written ?? "" } : undefined;
}

/** How far a value is from the nearest whole number of modules. */
function remainder({ reading, dimension }: JudgedDimension, moduleMm: number): number | undefined {
  if (!reading || dimension.written.kind !== "length") return undefined;
  const rest = reading.length.toNumber() % moduleMm;
  const off = Math.min(rest, moduleMm - rest);
  // 20.42' is as near to 20'-5" as two places can write it; 2387 is near to nothing.
  return isRounded(reading, moduleMm) && off <= reading.halfLastMm ? 0 : off;
}

/** Whether the module can't be written with so many places as a value has. */
const isRounded = ({ halfLastMm }: Reading, moduleMm: number): boolean => {
  const places = moduleMm / (2 * halfLastMm);
  return Math.abs(places - Math.round(places)) > 1e-6;
};
