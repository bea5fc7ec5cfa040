import { SLOPES } from "../../recognise/building/slopes";
import type { Parameter } from "../../recognise/parameter";
import { rule } from "../rule";

const SHARE: Parameter = {
  rule: "build/slope",
  name: "share",
  title: "Rise may differ by",
  unit: "share",
  usual: 0.02,
  least: 0.001,
  most: 0.5,
  sentence: "The drawn rise may differ from the written one by this share of it.",
};

export const slope = rule({
  id: "build/slope",
  title: "Written slope differs from the drawn slope",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [SLOPES],
  parameters: [SHARE],
  page: {
    measures:
      "The rise over the run of a slanting line against the slope that is written along it (4 in 12, 1:40, 2.5 %, 30°), or at the legs of a slope triangle that touches it.",
    why: "Rafters are cut and screeds laid by the written slope; heights that were taken off the drawing then don't meet.",
    right: "4 in 12 along a line that rises 40 mm over 120.",
    wrong: "4 in 12 along one that rises 60.",
    cannotSee:
      "Falls on plans, which are drawn from above; slopes that stand apart from their lines; one that is more than three times the drawn one.",
    mend: "None: either the figure or the line is wrong.",
  },
  judge({ pages, report, valueOf }) {
    const share = valueOf(SHARE);
    for (const facts of pages)
      for (const { value } of facts.of(SLOPES)) {
        const written = value.slope.rise / value.slope.run;
        if (Math.abs(value.drawn - written) <= share * written) continue;
        const drawn = `${Number((value.drawn * value.slope.run).toFixed(2))} in ${value.slope.run}`;
        report({
          page: facts.page.index,
          placed: true,
          layer: value.lines[0]?.layer ?? -1,
          marks: { of: "texts", rows: Uint32Array.from(value.lines.flatMap(({ rows }) => rows)).sort() },
          shapes: [{ kind: "line", fromMm: value.from, toMm: value.to }],
          message: () => `“${value.text}” is written at a line that rises ${drawn}.`,
          measured: drawn,
          expected: value.text,
        });
      }
  },
});
