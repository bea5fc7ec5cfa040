import type { PointMm } from "../../drawing";
import { ARCS, pointOn, type Arc } from "../../recognise/arcs";
import type { Hatch } from "../../recognise/hatches/hatches";
import type { LineWork } from "../../recognise/line-work";
import type { PageFacts } from "../../recognise/recogniser";

/** Lines of a hatch end on its outline within this; so many do before a circle is one. Millimetres. */
const ON_OUTLINE_MM = 0.3;
const LEAST_ENDS = 6;
/** A circle with a wider gap is an arc. Degrees. */
const LEAST_SWEEP_DEG = 270;
/** More arcs than this are not looked at for each hatch. */
const MOST_ARCS = 2000;

/** A gap in a round outline. Millimetres. */
export interface RoundGap {
  readonly from: PointMm;
  readonly to: PointMm;
  readonly widthMm: number;
  readonly rows: readonly number[];
}

/** The gaps of circles on which the lines of a hatch end, and that nearly close. */
export function roundGaps(facts: PageFacts, hatch: Hatch, lines: LineWork, least: number, most: number): RoundGap[] {
  const arcs = facts.of(ARCS)[0]?.value.all ?? [];
  if (arcs.length > MOST_ARCS) return [];
  return arcs.flatMap((arc) => {
    if (arc.sweepDeg < LEAST_SWEEP_DEG || arc.sweepDeg >= 360) return [];
    const [from, to] = [pointOn(arc, arc.fromDeg + arc.sweepDeg), pointOn(arc, arc.fromDeg)];
    const widthMm = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (widthMm < least || widthMm > most || endsOn(hatch, lines, arc) < LEAST_ENDS) return [];
    return [{ from, to, widthMm, rows: arc.rows }];
  });
}

/** How many ends of a hatch's lines lie on an arc. */
function endsOn({ rows, boxMm }: Hatch, lines: LineWork, { centreMm: [x, y], radiusMm }: Arc): number {
  const isAround =
    Math.abs(boxMm.x + boxMm.width / 2 - x) < radiusMm && Math.abs(boxMm.y + boxMm.height / 2 - y) < radiusMm;
  if (!isAround) return 0;
  const own = new Set(rows);
  let count = 0;
  for (const i of lines.near(boxMm)) {
    if (!own.has(lines.rows[i] ?? 0)) continue;
    for (const end of [0, 1] as const) {
      const [px, py] = lines.end(i, end);
      if (Math.abs(Math.hypot(px - x, py - y) - radiusMm) <= ON_OUTLINE_MM) count++;
    }
  }
  return count;
}
