import { mm } from "../../base/words";
import { boxOfPoints, type PointMm } from "../../drawing";
import { ARCS } from "../../recognise/arcs";
import { HATCH_OUTLINES, type HatchOutline } from "../../recognise/hatches/outlines";
import { MATCHED_HATCHES } from "../../recognise/hatches/matched";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { Hatch } from "../../recognise/hatches/hatches";
import { rule } from "../rule";
import { roundGaps } from "./round-gaps";

const parameter = (name: string, title: string, usual: number, sentence: string): Parameter => ({
  rule: "hatch/open-boundary",
  name,
  title,
  unit: "mm on paper",
  usual,
  least: 0.05,
  most: 50,
  sentence,
});
const LEAST = parameter("leastMm", "Least gap", 0.3, "A gap in the outline around a hatch is told from this width on.");
const MOST = parameter("mostMm", "Widest gap", 5, "A wider gap is an opening, and not told.");

const TOUCHING_MM = 0.12;

export const openBoundary = rule({
  id: "hatch/open-boundary",
  title: "An outline around a hatch with a gap",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [MATCHED_HATCHES, HATCH_OUTLINES, LINE_WORK, ARCS],
  parameters: [LEAST, MOST],
  page: {
    measures:
      "The lines on which hatch lines end are the outline of the hatch; so is a circle. Where two of them stop short of each other by more than the least and less than the widest gap, that gap is told.",
    why: "Hatches leak through gaps, or fail; and a gap in an outline is a corner that was not cleaned up.",
    right: "A wall outline that closes at its corner.",
    wrong: "Two wall lines that miss each other by 0.8 mm at the corner.",
    cannotSee: "Outlines that are not drawn, and hatches that were broken into single lines where some are missing.",
    mend: "None: close the outline in the drawing.",
  },
  judge({ pages, report, leaveOpen, valueOf }) {
    const tooMuch = (page: number): readonly Gap[] => {
      leaveOpen(
        `On page ${page} so many lines lie upon each other that the outlines of some hatches can't be followed.`,
      );
      return [];
    };
    const [least, most] = [valueOf(LEAST), valueOf(MOST)];
    for (const facts of pages) {
      if (facts.of(MATCHED_HATCHES).length === 0) continue;
      const lines = facts.of(LINE_WORK)[0]?.value;
      if (!lines) continue;
      const outlines = facts.of(HATCH_OUTLINES)[0]?.value ?? new Map<Hatch, HatchOutline>();
      const told = new Set<string>();
      for (const { value } of facts.of(MATCHED_HATCHES))
        for (const gap of [
          ...(gapsOf(outlines.get(value.hatch), lines, least, most) ?? tooMuch(facts.page.index)).map((each) => ({
            ...each,
            rows: each.pieces.flatMap((i) => lines.rowsOf(i)),
          })),
          ...roundGaps(facts, value.hatch, lines, least, most),
        ]) {
          const key = gap.from.map((n) => n.toFixed(1)).join(" ");
          if (told.has(key)) continue;
          told.add(key);
          const width = Number(gap.widthMm.toFixed(2));
          const rows = Uint32Array.from(new Set(gap.rows)).sort();
          report({
            page: facts.page.index,
            layer: facts.page.paths.layer[rows[0] ?? 0] ?? -1,
            placed: true,
            marks: { of: "paths", rows },
            shapes: [{ kind: "distance", fromMm: gap.from, toMm: gap.to, words: mm(width) }],
            message: () =>
              `The outline around a hatch has a gap of ${mm(width)} on paper at ${gap.from.map((n) => n.toFixed(0)).join(", ")} mm.`,
            measured: width,
            unit: "mm",
          });
        }
    }
  },
});

interface Gap {
  readonly from: PointMm;
  readonly to: PointMm;
  readonly widthMm: number;
  readonly pieces: readonly [number, number];
}

/** The gaps in the outline of a hatch; undefined where too much lies there to follow it. */
function gapsOf(outline: HatchOutline | undefined, lines: LineWork, least: number, most: number): Gap[] | undefined {
  if (!outline) return undefined;
  const isFree = (i: number, at: PointMm): boolean =>
    !lines
      .near(boxOfPoints([at], TOUCHING_MM))
      .some((other) => other !== i && lines.distance(other, at) <= TOUCHING_MM);
  const free = new Map(
    [...outline].map((i) => [i, [lines.end(i, 0), lines.end(i, 1)].filter((at) => isFree(i, at))] as const),
  );
  const gaps: Gap[] = [];
  for (const [i, ends] of free)
    for (const from of ends) {
      let best: Gap | undefined;
      for (const other of lines.near(boxOfPoints([from], most)))
        for (const to of other === i ? [] : (free.get(other) ?? [])) {
          const widthMm = Math.hypot(to[0] - from[0], to[1] - from[1]);
          if (widthMm <= most && (!best || widthMm < best.widthMm)) best = { from, to, widthMm, pieces: [i, other] };
        }
      // Each gap has two ends, and is told once.
      if (best && best.widthMm >= least && best.pieces[0] < best.pieces[1]) gaps.push(best);
    }
  return gaps;
}
