import { counted, mm } from "../../base/words";
import type { Terminator } from "../../standard/plain";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import type { DimensionEnd } from "../../recognise/dimensions/dimension";
import type { StopHead } from "../../recognise/dimensions/stops";
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
  title: "Terminators that do not follow their style",
  severity: "mend",
  scope: "page",
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
    for (const facts of pages) {
      // Where two dimensions meet, both have what stands there.
      const told = new Set<number>();
      const sizes: number[] = [];
      for (const { value: part } of facts.of(DRAWN_PARTS))
        for (const each of part.dimensions) {
          const style = styleOf(each)?.style;
          if (!style) continue;
          const meant = sizeOf(style);
          const isRight = (head: StopHead | undefined): boolean =>
            (head?.kind ?? "none") === style.terminator && (!head || Math.abs(head.sizeMm - meant) <= share * meant);
          const heads = endsOf(each).map(({ head, otherHead }) => (isRight(head) && otherHead ? otherHead : head));
          for (const head of heads) {
            if (isRight(head) || head?.rows.some((row) => told.has(row))) continue;
            for (const row of head?.rows ?? []) told.add(row);
            const is = head?.kind ?? "none";
            const size = alike(sizes, head ? Math.round(head.sizeMm * 10) / 10 : 0);
            const sized = (kind: Terminator, mmSize: number): string =>
              kind === "none" ? WORDS.none : `${WORDS[kind]} of ${mm(mmSize)}`;
            report({
              page: facts.page.index,
              layer: facts.page.paths.layer[head?.rows[0] ?? each.dimension.rows[0] ?? 0] ?? -1,
              marks: { of: "paths", rows: Uint32Array.from(head?.rows ?? each.dimension.rows.slice(0, 1)) },
              things: 1,
              message: (count) =>
                `${counted(count, "end")} of dimensions ${count === 1 ? "has" : "have"} ${sized(is, size)}, where the style has ${sized(style.terminator, meant)}.`,
              measured: is === style.terminator ? size : WORDS[is],
              expected: is === style.terminator ? meant : WORDS[style.terminator],
              ...(is === style.terminator ? { unit: "mm" } : {}),
            });
          }
        }
    }
  },
});

/** A size that was told before, where one rounds to its neighbour; else itself. */
function alike(sizes: number[], size: number): number {
  const known = sizes.find((each) => Math.abs(each - size) < 0.15 && each > 0 && size > 0);
  if (known === undefined) sizes.push(size);
  return known ?? size;
}

const endsOf = ({ dimension: { from, to } }: JudgedDimension): readonly DimensionEnd[] => [from, to];

/** Dots and circles have half of the size as diameter. */
const sizeOf = ({ terminator: kind, terminatorMm }: DimensionStyleEntry): number =>
  kind === "dot" || kind === "circle" ? terminatorMm / 2 : terminatorMm;
