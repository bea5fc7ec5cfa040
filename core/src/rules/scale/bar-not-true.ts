import { counted, mm } from "../../base/words";
import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import { SCALE_BARS } from "../../recognise/scale-bars";
import { STATED_SCALE } from "../../recognise/stated-scale";
import { SCALE_NOTES } from "../../recognise/scale-notes";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { rule } from "../rule";

const SHARE: Parameter = {
  rule: "scale/bar-not-true",
  name: "share",
  title: "Length may differ by",
  unit: "share",
  usual: 0.01,
  least: 0.001,
  most: 0.5,
  sentence: "A scale bar may be longer or shorter than what it says by this share.",
};

export const barNotTrue = rule({
  id: "scale/bar-not-true",
  title: "A scale bar that does not measure what it says",
  severity: "stop",
  scope: "page",
  needs: [],
  reads: [SCALE_BARS, DRAWN_PARTS],
  parameters: [SHARE],
  page: {
    measures:
      "The marks of a scale bar on paper against the figures at them, at the scale that is stated for a drawing of the sheet or that its dimensions imply: the bar has to be true for one of them, or for a single dimension. Its marks have to agree among each other, too.",
    why: "People lay a strip of paper on the bar. It is the one thing on a sheet that must be true even when the sheet is printed smaller.",
    right: "A bar of 1', 1', 2' and 4' that is 2 in. long at 1/4\" = 1'-0\".",
    wrong: "A bar for 1:100 on a drawing at 1:50.",
    cannotSee: "Bars on sheets whose scale is neither stated nor implied, and bars without figures.",
    mend: "None: put the bar of the right scale there.",
  },
  judge({ pages, report, leaveOpen, valueOf }) {
    const share = valueOf(SHARE);
    for (const facts of pages)
      for (const { value: bar } of facts.of(SCALE_BARS)) {
        const scales = scalesOf(facts);
        if (scales.length === 0) {
          leaveOpen("There is a scale bar, but no scale is stated or implied that it could be held against.");
          continue;
        }
        const off = (scale: number): number => Math.abs(bar.buildingPerPaper / scale - 1);
        const nearest = scales.slice().sort((a, b) => off(a) - off(b))[0] ?? 1;
        if (off(nearest) <= share || saidByDimensions(facts).some((scale) => off(scale) <= share)) continue;
        const should = bar.lengthMm * (bar.buildingPerPaper / nearest);
        report({
          page: facts.page.index,
          placed: true,
          marks: { of: "texts", rows: Uint32Array.from(bar.figures.flatMap(({ rows }) => rows)).sort() },
          shapes: [
            { kind: "distance", fromMm: bar.fromMm, toMm: bar.toMm, words: mm(Number(bar.lengthMm.toFixed(2))) },
          ],
          message: () =>
            `The scale bar for ${bar.words} is ${mm(Number(bar.lengthMm.toFixed(2)))} long; at 1:${Number(nearest.toFixed(2))} it has to be ${mm(Number(should.toFixed(2)))}. ${counted(scales.length, "scale")} on this sheet ${scales.length === 1 ? "was" : "were"} tried.`,
          measured: Number(bar.lengthMm.toFixed(2)),
          expected: Number(should.toFixed(2)),
          unit: "mm",
        });
      }
  },
});

/** What each dimension says of the scale: one that goes with the bar speaks for it, and against the note. */
const saidByDimensions = (facts: PageFacts): number[] =>
  facts
    .of(DRAWN_PARTS)
    .flatMap(({ value }) => value.dimensions)
    .flatMap(({ reading, dimension }) => (reading ? [reading.length.toNumber() / dimension.drawnMm] : []));

/** Every scale that something on the page is at. */
function scalesOf(facts: PageFacts): number[] {
  const parts = facts
    .of(DRAWN_PARTS)
    .flatMap(({ value: { implied, stated } }) => [
      ...(stated ? [stated.scale.toNumber()] : []),
      ...(implied ? [implied.scale.toNumber()] : []),
    ]);
  const noted = facts.of(SCALE_NOTES).map(({ value }) => value.scale.toNumber());
  const stated = facts.of(STATED_SCALE).map(({ value }) => value.scale.toNumber());
  return [...new Set([...parts, ...noted, ...stated])];
}
