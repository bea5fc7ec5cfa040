import { apart, boxOfPoints, cornersOfBox, distanceToBox, PAINT, type BoxMm, type PointMm } from "../../drawing";
import { ARCS, type Arc } from "../arcs";
import { FRAMES } from "../frames";
import { LINE_WORK, type LineWork } from "../line-work";
import type { PageFacts } from "../recogniser";
import type { ReferenceKind } from "./references";

/** A pointer stands at the rim of its circle and ends so many radii from the middle. */
const TIP = { least: 1.15, most: 2.3 };
const POINTER_CORNERS = { least: 3, most: 9 };
const WHITE = 0xffffff;
/** Lines end at the rim of a circle, and at an outline, within this. Millimetres. */
const AT_RIM_MM = 0.6;
/** A line at the rim is longer than this share of the radius; those within the circle part it. */
const LEAST_LINE = 0.8;
/** From its middle a line that leads away runs along its radius, nearly; the line of a section runs past the rim, too. */
const RADIAL_COS = 0.9;

/** What a circle with a number is: by its pointer a section or, without a line, an elevation; by its line an enlarged part. */
export function drawnAs(facts: PageFacts, circle: Arc): { kind: ReferenceKind; partMm?: BoxMm } {
  const lines = facts.of(LINE_WORK)[0]?.value;
  const leading = lines ? linesFrom(lines, circle) : [];
  if (hasPointer(facts, circle)) return { kind: leading.length > 0 ? "section" : "elevation" };
  for (const far of leading) {
    const partMm = outlineAt(facts, circle, far);
    if (partMm) return { kind: "detail", partMm };
  }
  return { kind: "bubble" };
}

/** Whether a filled or closed pointer stands at the rim: corners beyond it, and others near it. */
function hasPointer(facts: PageFacts, { centreMm: [x, y], radiusMm, rows }: Arc): boolean {
  const { paths } = facts.page;
  const reach = TIP.most * radiusMm;
  const around = facts.near("paths", { x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach });
  return around.some((row) => {
    const paint = paths.paint[row] ?? 0;
    const [first, last] = [paths.firstPoint[row] ?? 0, paths.firstPoint[row + 1] ?? 0];
    const isFilled = (paint & PAINT.fill) !== 0 && paths.fillColour[row] !== WHITE;
    if ((paint & PAINT.hidden) !== 0 || rows.includes(row) || !(isFilled || (paint & PAINT.closed) !== 0)) return false;
    if (last - first < POINTER_CORNERS.least || last - first > POINTER_CORNERS.most) return false;
    let [farthest, beyond] = [0, 0];
    for (let i = first; i < last; i++) {
      const away = Math.hypot((paths.points[i * 2] ?? 0) - x, (paths.points[i * 2 + 1] ?? 0) - y) / radiusMm;
      farthest = Math.max(farthest, away);
      if (away >= TIP.least) beyond++;
    }
    // One tip, or the corners of a square around the circle.
    return farthest >= TIP.least && farthest <= TIP.most && beyond < last - first;
  });
}

/** Where lines end that begin at the rim of a circle and lead away from it. */
function linesFrom(lines: LineWork, { centreMm, radiusMm, rows }: Arc): PointMm[] {
  const around = boxOfPoints([centreMm], radiusMm + AT_RIM_MM);
  return lines.near(around).flatMap((i): PointMm[] => {
    if (rows.includes(lines.rows[i] ?? -1) || lines.length(i) < LEAST_LINE * radiusMm) return [];
    const ends = [lines.end(i, 0), lines.end(i, 1)] as const;
    const [near, far] = apart(ends[0], centreMm) < apart(ends[1], centreMm) ? ends : ([ends[1], ends[0]] as const);
    if (Math.abs(apart(near, centreMm) - radiusMm) > AT_RIM_MM) return [];
    const [ux, uy] = [(near[0] - centreMm[0]) / radiusMm, (near[1] - centreMm[1]) / radiusMm];
    const cos = ((far[0] - near[0]) * ux + (far[1] - near[1]) * uy) / lines.length(i);
    return cos >= RADIAL_COS ? [far] : [];
  });
}

/** The outline that a line ends at: a closed one, or a circle. */
function outlineAt(facts: PageFacts, own: Arc, far: PointMm): BoxMm | undefined {
  const circle = facts
    .of(ARCS)[0]
    ?.value.passing(far, AT_RIM_MM)
    .find((arc) => arc.sweepDeg >= 300 && apart(arc.centreMm, own.centreMm) > own.radiusMm);
  if (circle) return boxOfPoints([circle.centreMm], circle.radiusMm);
  const isOn = (box: BoxMm): boolean =>
    distanceToBox(box, own.centreMm) > 0 &&
    // On one of its sides, not within it.
    cornersOfBox(box).some(([x, y], i, all) => {
      const [nx, ny] = all[(i + 1) % all.length]!;
      return x === nx ? Math.abs(far[0] - x) <= AT_RIM_MM : y === ny && Math.abs(far[1] - y) <= AT_RIM_MM;
    });
  return facts.of(FRAMES)[0]?.value.around(far, AT_RIM_MM).find(isOn);
}
