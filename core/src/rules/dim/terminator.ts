import { counted, mm } from "../../base/words";
import type { Terminator } from "../../standard/plain";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import type { DimensionEnd } from "../../recognise/dimensions/dimension";
import type { Parameter } from "../../recognise/parameter";
import type { DimensionStyleEntry } from "../../standard/plain";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";

const SIZE_SHARE: Parameter = {
  rule: "dim/terminator",
  name: "sizeShare",
  title: "Size may differ by",
  unit: "share",
  usual: 0.15,
  least: 0.01,
  most: 1,
  sentence: "A terminator may be so much larger or smaller than the style says, as a share.",
};

const WORDS: Record<Terminator, string> = {
  "oblique-tick": "oblique tick",
  "filled-arrow": "filled arrow",
  "open-arrow": "open arrow",
  dot: "dot",
  circle: "circle",
  none: "nothing",
};

export const terminator = rule({
  id: "dim/terminator",
  title: "Dimensions that end in another way than their style's",
  severity: "mend",
  needs: ["dimensionStyles"],
  reads: [DRAWN_PARTS],
  parameters: [SIZE_SHARE],
  page: {
    measures:
      "What each dimension line ends with, and its size on paper: the length of a tick's stroke or of an arrow; dots and circles have half of the style's size as diameter.",
    why: "One hand. Ticks here and arrows there make people think that they mean different things.",
    right: "Oblique ticks of 2.5 mm throughout.",
    wrong: "Filled arrows on one sheet, ticks of 3.4 mm on another.",
    cannotSee: "Terminators drawn as symbols that are none of these.",
    mend: "None: the dimension has to be placed anew with the style set.",
  },
  judge({ file, pages, report, valueOf }) {
    const styleOf = stylesOf(file);
    const share = valueOf(SIZE_SHARE);
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS))
        for (const each of part.dimensions) {
          const style = styleOf(each)?.style;
          for (const end of style ? endsOf(each) : []) {
            const is = end.head?.kind ?? "none";
            const size = end.head ? Math.round(end.head.sizeMm * 10) / 10 : 0;
            const meant = sizeOf(style!);
            const isRight =
              is === style!.terminator && (is === "none" || Math.abs(end.head!.sizeMm - meant) <= share * meant);
            if (isRight) continue;
            const sized = (kind: Terminator, mmSize: number): string =>
              kind === "none" ? WORDS.none : `${WORDS[kind]} of ${mm(mmSize)}`;
            report({
              page: facts.page.index,
              layer: facts.page.paths.layer[end.head?.rows[0] ?? each.dimension.rows[0] ?? 0] ?? -1,
              marks: { of: "paths", rows: Uint32Array.from(end.head?.rows ?? each.dimension.rows.slice(0, 1)) },
              message: (count) =>
                `${counted(count, "end")} of dimensions ${count === 1 ? "has" : "have"} ${sized(is, size)}, where the style has ${sized(style!.terminator, meant)}.`,
              measured: is === style!.terminator ? size : WORDS[is],
              expected: is === style!.terminator ? meant : WORDS[style!.terminator],
              ...(is === style!.terminator ? { unit: "mm" } : {}),
            });
          }
        }
  },
});

const endsOf = ({ dimension: { from, to } }: JudgedDimension): readonly DimensionEnd[] => [from, to];

/** Dots and circles have half of the size as diameter. */
const sizeOf = ({ terminator: kind, terminatorMm }: DimensionStyleEntry): number =>
  kind === "dot" || kind === "circle" ? terminatorMm / 2 : terminatorMm;
