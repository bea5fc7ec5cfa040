import { mm } from "../../base/words";
import type { PointMm } from "../../drawing";
import { MATCHED_HATCHES } from "../../recognise/hatches/matched";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { Hatch } from "../../recognise/hatches/hatches";
import { rule } from "../rule";

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

/** Ends of hatch lines lie on the outline within this. Millimetres. */
const ON_OUTLINE_MM = 0.3;
const TOUCHING_MM = 0.12;
const MOST_PIECES = 4000;
/** Lines beside the ends of one hatch that are looked at; where more lie upon each other, its outline is not followed. */
const MOST_LOOKED_AT = 1_000_000;

export const openBoundary = rule({
  id: "hatch/open-boundary",
  title: "An outline around a hatch with a gap",
  severity: "note",
  needs: [],
  reads: [MATCHED_HATCHES, LINE_WORK],
  parameters: [LEAST, MOST],
  page: {
    measures:
      "The lines on which hatch lines end are the outline of the hatch. Where two of them stop short of each other by more than the least and less than the widest gap, that gap is told.",
    why: "Hatches leak through gaps, or fail; and a gap in an outline is a corner that was not cleaned up.",
    right: "A wall outline that closes at its corner.",
    wrong: "Two wall lines that miss each other by 0.8 mm at the corner.",
    cannotSee: "Outlines that are not drawn, and hatches that were broken into single lines where some are missing.",
    mend: "None: close the outline in the drawing.",
  },
  judge({ pages, report, valueOf }) {
    const [least, most] = [valueOf(LEAST), valueOf(MOST)];
    for (const facts of pages) {
      if (facts.of(MATCHED_HATCHES).length === 0) continue;
      const lines = facts.of(LINE_WORK)[0]?.value;
      if (!lines) continue;
      const told = new Set<string>();
      for (const { value } of facts.of(MATCHED_HATCHES))
        for (const gap of gapsOf(value.hatch, lines, least, most)) {
          const key = gap.from.map((n) => n.toFixed(1)).join(" ");
          if (told.has(key)) continue;
          told.add(key);
          const width = Number(gap.widthMm.toFixed(2));
          report({
            page: facts.page.index,
            layer: facts.page.paths.layer[gap.rows[0] ?? 0] ?? -1,
            placed: true,
            marks: { of: "paths", rows: Uint32Array.from(new Set(gap.rows)).sort() },
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
  readonly rows: readonly number[];
}

function gapsOf(hatch: Hatch, lines: LineWork, least: number, most: number): Gap[] {
  const outline = outlineOf(hatch, lines);
  if (outline.length > MOST_PIECES) return [];
  const ends = outline.flatMap((i) => [0, 2].map((k) => ({ i, at: endAt(lines, i, k) })));
  const free = ends.filter(
    ({ i, at }) =>
      !lines.near(around(at, TOUCHING_MM)).some((other) => other !== i && distanceTo(lines, other, at) <= TOUCHING_MM),
  );
  const gaps: Gap[] = [];
  for (const { i, at } of free) {
    let best: { to: PointMm; widthMm: number; i: number } | undefined;
    for (const other of free) {
      if (other.i === i) continue;
      const widthMm = Math.hypot(other.at[0] - at[0], other.at[1] - at[1]);
      if (widthMm <= most && (!best || widthMm < best.widthMm)) best = { to: other.at, widthMm, i: other.i };
    }
    // Each gap has two ends, and is told once.
    if (best && best.widthMm >= least && i < best.i)
      gaps.push({ from: at, to: best.to, widthMm: best.widthMm, rows: [lines.rows[i] ?? 0, lines.rows[best.i] ?? 0] });
  }
  return gaps;
}

/** Pieces of line that hatch lines end on. */
function outlineOf(hatch: Hatch, lines: LineWork): number[] {
  const own = new Set(hatch.rows);
  const { x, y, width, height } = hatch.boxMm;
  const ends: PointMm[] = [];
  const others: number[] = [];
  for (const i of lines.near({ x: x - 1, y: y - 1, width: width + 2, height: height + 2 })) {
    if (own.has(lines.rows[i] ?? 0)) ends.push(endAt(lines, i, 0), endAt(lines, i, 2));
    else others.push(i);
  }
  const hit = new Map<number, number>();
  let left = MOST_LOOKED_AT;
  for (const at of ends) {
    const near = lines.near(around(at, ON_OUTLINE_MM));
    left -= near.length;
    if (left < 0) return [];
    for (const i of near)
      if (!own.has(lines.rows[i] ?? 0) && distanceTo(lines, i, at) <= ON_OUTLINE_MM) hit.set(i, (hit.get(i) ?? 0) + 1);
  }
  return others.filter((i) => (hit.get(i) ?? 0) >= 2);
}

const endAt = ({ ends }: LineWork, i: number, k: number): PointMm => [ends[i * 4 + k] ?? 0, ends[i * 4 + k + 1] ?? 0];
const around = ([x, y]: PointMm, by: number) => ({ x: x - by, y: y - by, width: 2 * by, height: 2 * by });

function distanceTo(lines: LineWork, i: number, [x, y]: PointMm): number {
  const [p, q] = [endAt(lines, i, 0), endAt(lines, i, 2)];
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - p[0]) * dx + (y - p[1]) * dy) / square));
  return Math.hypot(x - p[0] - share * dx, y - p[1] - share * dy);
}
