import { groupedBy } from "../../base/grouped";
import { listed, mm } from "../../base/words";
import { isOnPlan, PLANS } from "../../recognise/building/plans";
import { boxOfWall, WALLS, type Wall } from "../../recognise/building/walls";
import type { PageFacts } from "../../recognise/recogniser";
import { DRAWING_REGIONS } from "../../recognise/drawing-regions";
import type { WallTypeEntry } from "../../standard/plain";
import { rule, type Report } from "../rule";
import { offAt, offOf } from "./off";

const OFF = offOf("build/wall-thickness", "A wall");
/** Less sure walls are not judged. */
const LEAST_CONFIDENCE = 0.9;

export const wallThickness = rule({
  id: "build/wall-thickness",
  title: "Wall thickness not in the wall types",
  severity: "mend",
  scope: "page",
  needs: ["wallTypes"],
  reads: [WALLS, PLANS],
  parameters: [OFF],
  page: {
    measures:
      "The distance between the faces of walls on plans, in the building, against the wall types of the standard. Of a wall in leaves the whole counts, or each leaf by itself.",
    why: "The office builds with a short list of walls. One that is drawn at another thickness is a slip, and every dimension beside it is off by the same.",
    right: "300 between the faces of W1, 300.",
    wrong: "280 between them.",
    cannotSee:
      "Walls on drawings whose scale is not known, round walls, walls in sections, single pieces that stand by themselves, and drawings where most walls are of no type.",
    mend: "None: which face is wrong is for the drafter to say.",
  },
  judge({ file, pages, report, valueOf, leaveOpen }) {
    const types = file.standard.standard.wallTypes;
    const isType = (lengthMm: number, off: number): boolean =>
      types.some(({ thicknessMm }) => Math.abs(thicknessMm - lengthMm) <= off);
    for (const facts of pages)
      for (const walls of byDrawing(facts)) {
        const scale = walls[0]?.scale;
        if (scale === undefined) {
          leaveOpen("Walls were recognised, but the scale of their drawing is not known.");
          continue;
        }
        const off = offAt(valueOf(OFF), scale);
        const others = walls.filter(({ thicknessMm, leavesMm }) => {
          const leaves = leavesMm.length > 1 && outer(leavesMm).every((each) => isType(each * scale, off));
          return !leaves && !isType(thicknessMm * scale, off);
        });
        if (lengthOf(others) > MOST_OTHERS * lengthOf(walls)) {
          leaveOpen("Most of what looks like walls in a drawing has the thickness of no wall type.");
          continue;
        }
        for (const wall of others) report(reported(facts, wall, scale, types));
      }
  },
});

/** Walls of other types than these are another office's; one by one they would say nothing. */
const MOST_OTHERS = 0.5;

const lengthOf = (walls: readonly Wall[]): number =>
  walls.reduce((sum, { from, to }) => sum + Math.hypot(to[0] - from[0], to[1] - from[1]), 0);

/** The sure walls of the plans on a page, those of each drawing and scale together. */
function byDrawing(facts: PageFacts): Wall[][] {
  const sure = facts
    .of(WALLS)
    .filter(({ value, confidence }) => confidence >= LEAST_CONFIDENCE && !isShort(value) && isOnPlan(facts, value.from))
    .map(({ value }) => value);
  // Pages without walls are not parted into regions in vain.
  const regions = sure.length === 0 ? undefined : facts.of(DRAWING_REGIONS)[0]?.value;
  return [...groupedBy(sure, ({ from, scale }) => `${regions?.of(from) ?? -1} ${scale}`).values()];
}

/** A piece that is hardly longer than it is thick may be what is left between two others. */
const isShort = ({ from, to, thicknessMm }: Wall): boolean =>
  Math.hypot(to[0] - from[0], to[1] - from[1]) < LEAST_TIMES * thicknessMm;
const LEAST_TIMES = 2.5;

function reported({ page }: PageFacts, wall: Wall, scale: number, types: readonly WallTypeEntry[]): Report {
  const thickness = wall.thicknessMm * scale;
  const away = ({ thicknessMm }: WallTypeEntry): number => Math.abs(thicknessMm - thickness);
  const nearest = types.slice().sort((a, b) => away(a) - away(b))[0];
  const measured = Math.round(thickness);
  const leaves = wall.leavesMm.map((each) => String(Math.round(each * scale)));
  const inLeaves = leaves.length > 1 ? ` (${listed(leaves)})` : "";
  return {
    page: page.index,
    layer: page.paths.layer[wall.rows[0] ?? 0] ?? -1,
    marks: { of: "paths", rows: Uint32Array.from(wall.rows) },
    regionMm: boxOfWall(wall),
    shapes: [{ kind: "distance", ...across(wall), words: mm(measured) }],
    message: () =>
      `A wall is ${mm(measured)} thick${inLeaves}, which no wall type is; the nearest is ${nearest?.id ?? "none"} (${mm(nearest?.thicknessMm ?? 0)}).`,
    measured,
    expected: nearest?.thicknessMm ?? 0,
    unit: "mm",
  };
}

/** The leaves of a wall without what is between them. */
const outer = (leaves: readonly number[]): number[] => leaves.filter((_, i) => i % 2 === 0);

/** From face to face in the middle of a wall. */
function across({ from, to, thicknessMm }: Wall) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [nx, ny] = [-(to[1] - from[1]) / length, (to[0] - from[0]) / length];
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const half = thicknessMm / 2;
  return {
    fromMm: [x - nx * half, y - ny * half] as const,
    toMm: [x + nx * half, y + ny * half] as const,
  };
}
