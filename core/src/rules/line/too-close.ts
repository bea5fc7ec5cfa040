import { counted, mm } from "../../base/words";
import type { Page, Shape } from "../../drawing";
import { isForHatches } from "../../recognise/hatches/hatch-layers";
import { HATCHES, hatchRows, SURE_HATCH } from "../../recognise/hatches/hatches";
import { rowNearest } from "../../recognise/joined-straights";
import type { Parameter } from "../../recognise/parameter";
import type { FileFacts, PageFacts } from "../../recognise/recogniser";
import { Sets } from "../../recognise/sets";
import { STRAIGHTS, type Beside, type Straights } from "../../recognise/straights";
import { rule } from "../rule";

const LEAST_CLEAR: Parameter = {
  rule: "line/too-close",
  name: "leastClearMm",
  title: "Least clear distance",
  unit: "mm on paper",
  usual: 0.25,
  least: 0.05,
  most: 5,
  sentence:
    "Parallel lines need at least this between their drawn edges, after the reduction that the office prints at.",
};

/** Lines that run together for less are a corner or a tick, not a pair. Millimetres. */
const LEAST_TOGETHER_MM = 2;
/** Lines nearer than this lie in one place: drawn twice, which is another matter. Millimetres. */
const ONE_PLACE_MM = 0.02;
const ROUNDING_MM = 0.002;
/** So many lines in a row, each close to the next, are a hatch or a filled area, and are judged as that. */
const MOST_IN_A_ROW = 5;

export const tooClose = rule({
  id: "line/too-close",
  title: "Parallel lines that print as one",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [STRAIGHTS, HATCHES],
  parameters: [LEAST_CLEAR],
  page: {
    measures:
      "The clear distance between the drawn edges of continuous straight lines that run beside each other for at least 2 mm, at the smallest reduction of the standard. Rows of more than five lines are hatches, and are not judged here, nor is a line of a hatch at its edge or anything on a layer for hatches; lines in one place are drawn twice, and are not judged here either.",
    why: "What is drawn as two lines has to print as two. Ink spreads, copies blur, and a half-size set has half the gap (ISO 128 asks for 0.7 mm between parallel lines, from memory).",
    right: "The two faces of a pane 0.8 mm apart, in the 0.25 mm pen.",
    wrong:
      "Two lines 0.5 mm apart in the 0.25 mm pen, in an office that prints at half size: an eighth of a millimetre is left.",
    cannotSee:
      "Curves, dashed lines (a grid line in a wall is told apart by its dashes), and lines whose directions differ by more than a tenth of a degree.",
    mend: "None: draw the gap wider, or draw one line.",
  },
  judge({ file, pages, report, valueOf }) {
    const least = valueOf(LEAST_CLEAR);
    const reduction = smallestReduction(file);
    for (const facts of pages) {
      for (const [layer, pairs] of pairsOfLayers(facts, closePairs(facts, least, reduction))) {
        const narrowest = pairs.reduce((least, { clearMm }) => Math.min(least, clearMm), Infinity);
        const rows = Uint32Array.from(new Set(pairs.flatMap(({ rows: both }) => both))).sort();
        const printed = reduction < 1 ? ` printed at ${Number((reduction * 100).toFixed(1))} %` : "";
        report({
          page: facts.page.index,
          layer,
          marks: { of: "paths", rows },
          shapes: pairs.map(({ shape }) => shape),
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "runs" : "run"} too close to another: ${clearWords(narrowest)}${printed}, where ${mm(least)} is the least.`,
          measured: Number(narrowest.toFixed(2)),
          expected: least,
          unit: "mm",
        });
      }
    }
  },
});

const clearWords = (clearMm: number): string =>
  clearMm <= 0 ? "nothing is left between them" : `${mm(Number(clearMm.toFixed(2)))} is left between them`;

const smallestReduction = ({ standard: { standard } }: FileFacts): number =>
  Math.min(1, ...standard.reductions.map(({ percent }) => percent / 100));

interface ClosePair {
  readonly rows: readonly [number, number];
  /** Between the drawn edges, as printed; below zero where they overlap. */
  readonly clearMm: number;
  readonly shape: Shape;
}

/** Pairs with less than the least between them, those in hatches left out. */
function closePairs(facts: PageFacts, least: number, reduction: number): ClosePair[] {
  const straights = facts.of(STRAIGHTS)[0]?.value;
  if (!straights) return [];
  const { widthMm, dash, layer } = facts.page.paths;
  const isDashed = (straight: number): boolean => (dash[straights.rows[straight] ?? 0] ?? 0) !== 0;
  const widthOf = (straight: number): number => widthMm[straights.rows[straight] ?? 0] ?? 0;
  const reach = new Float32Array(straights.count);
  for (let i = 0; i < straights.count; i++) reach[i] = (least / reduction + widthOf(i)) / 2;
  const rowsOfLines = new Sets(straights.count);
  const hatched = hatchRows(facts, SURE_HATCH);
  const isOfHatch = (straight: number): boolean => {
    const row = straights.rows[straight] ?? 0;
    return hatched.has(row) || isForHatches(facts.file, layer[row] ?? -1);
  };
  const found: { readonly first: number; readonly second: Beside; readonly clearMm: number }[] = [];
  straights.pairs(reach, LEAST_TOGETHER_MM, (first, second) => {
    const clearMm = (second.distanceMm - (widthOf(first) + widthOf(second.straight)) / 2) * reduction;
    if (second.distanceMm < ONE_PLACE_MM || clearMm >= least - ROUNDING_MM) return;
    if (isDashed(first) || isDashed(second.straight)) return;
    if (isOfHatch(first) || isOfHatch(second.straight)) return;
    rowsOfLines.join(first, second.straight);
    // What is a hatch by now is not told, and may have pairs without end.
    if (rowsOfLines.sizeOf(first) <= MOST_IN_A_ROW) found.push({ first, second, clearMm });
  });
  return (
    found
      .filter(({ first }) => rowsOfLines.sizeOf(first) <= MOST_IN_A_ROW)
      // In the order of the drawing, whichever way they were found.
      .sort((a, b) => a.first - b.first || a.second.straight - b.second.straight)
      .map(({ first, second, clearMm }) => pairOf(facts.page, straights, first, second, clearMm))
  );
}

const pairOf = (page: Page, straights: Straights, first: number, second: Beside, clearMm: number): ClosePair => ({
  rows: [
    rowNearest(page, straights.rowsOf(first), second.fromMm),
    rowNearest(page, straights.rowsOf(second.straight), second.toMm),
  ],
  clearMm,
  shape: {
    kind: "distance",
    fromMm: second.fromMm,
    toMm: second.toMm,
    words: mm(Number(second.distanceMm.toFixed(2))),
  },
});

/** A pair is told on the layer of its first line. */
function pairsOfLayers({ page }: PageFacts, pairs: readonly ClosePair[]): ReadonlyMap<number, ClosePair[]> {
  const layers = new Map<number, ClosePair[]>();
  for (const pair of pairs) {
    const layer = page.paths.layer[pair.rows[0]] ?? -1;
    const known = layers.get(layer);
    if (known) known.push(pair);
    else layers.set(layer, [pair]);
  }
  return layers;
}
