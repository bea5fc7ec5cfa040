import { groupedBy } from "../../base/grouped";
import { mm } from "../../base/words";
import { together, type BoxMm } from "../../drawing";
import { scaleAt } from "../../recognise/building/scale-at";
import { DRAWING_TITLES, type DrawingTitle } from "../../recognise/drawing-titles";
import { GRID_LINES, type GridLine } from "../../recognise/grid-lines";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { DRAWING_REGIONS } from "../../recognise/drawing-regions";
import { rule, type JudgeContext } from "../rule";

const OFF: Parameter = {
  rule: "sheet/titles-astray",
  name: "offMm",
  title: "Titles and drawings may be out of line by",
  unit: "mm on paper",
  usual: 1,
  least: 0.05,
  most: 20,
  sentence: "Titles of one row and drawings that line up may be out of line by this.",
};
/** Titles are of one row, and drawings are meant to line up, where they are out of line by no more than this. Millimetres. */
const ONE_ROW_MM = 8;
const LINED_UP_MM = 12;
/** So many grid lines of one label have to be off alike. */
const LEAST_ALIKE = 2;
const ALIKE_MM = 0.3;

export const titlesAstray = rule({
  id: "sheet/titles-astray",
  title: "Titles or drawings of a sheet that are out of line",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [DRAWING_TITLES, GRID_LINES],
  parameters: [OFF],
  page: {
    measures:
      "Titles of drawings beside each other whose baselines differ by less than 8 mm are meant to stand on one line. Drawings above or beside each other at one scale whose grid lines of the same labels differ by one distance of less than 12 mm are meant to line up.",
    why: "The eye goes along titles to find a drawing, and along grid lines from plan to plan. What is a little off looks like a mistake in the building.",
    right: "Three titles on one line.",
    wrong: "One of them 3 mm lower.",
    cannotSee: "Drawings without grid lines, and titles without a scale or a number.",
    mend: "None: move the title or the drawing.",
  },
  judge(context) {
    for (const facts of context.pages) {
      judgeTitles(context, facts);
      judgeDrawings(context, facts);
    }
  },
});

function judgeTitles({ report, valueOf }: JudgeContext, facts: PageFacts): void {
  const off = valueOf(OFF);
  const titles = facts.of(DRAWING_TITLES).map(({ value }) => value);
  const told = new Set<DrawingTitle>();
  for (const title of titles) {
    const own = title.line.startMm[1];
    const row = titles.filter(
      (other) =>
        other !== title && Math.abs(other.line.startMm[1] - own) <= ONE_ROW_MM && isBeside(title.boxMm, other.boxMm),
    );
    // The line of a row is where most of its titles stand; of two, the one that was found first.
    const stands = (at: number): number =>
      [title, ...row].filter((each) => Math.abs(each.line.startMm[1] - at) <= off).length;
    const best = [...row, title].map(({ line }) => line.startMm[1]).sort((a, b) => stands(b) - stands(a))[0];
    if (best === undefined || row.length === 0 || Math.abs(best - own) <= off || row.some((each) => told.has(each)))
      continue;
    told.add(title);
    const away = Number(Math.abs(best - own).toFixed(1));
    report({
      page: facts.page.index,
      layer: title.line.layer,
      placed: true,
      marks: { of: "texts", rows: Uint32Array.from(title.line.rows) },
      regionMm: title.boxMm,
      shapes: [{ kind: "line", fromMm: [title.boxMm.x, best], toMm: [title.boxMm.x + title.boxMm.width, best] }],
      message: () => `“${title.text}” stands ${mm(away)} ${own < best ? "below" : "above"} the titles beside it.`,
      measured: away,
      expected: 0,
      unit: "mm",
    });
  }
}

const isBeside = (a: BoxMm, b: BoxMm): boolean => a.x + a.width <= b.x || b.x + b.width <= a.x;

/** Grid lines of one drawing, by their labels. */
interface Gridded {
  readonly boxMm: BoxMm;
  readonly scale: number | undefined;
  readonly lines: readonly GridLine[];
}

function judgeDrawings({ report, valueOf }: JudgeContext, facts: PageFacts): void {
  const off = valueOf(OFF);
  const drawings = griddedOn(facts);
  drawings.forEach((one, i) => {
    for (const other of drawings.slice(i + 1)) {
      if (one.scale === undefined || one.scale !== other.scale) continue;
      for (const isUpright of [true, false]) {
        const away = offBetween(one, other, isUpright);
        if (away === undefined || Math.abs(away) <= off || Math.abs(away) > LINED_UP_MM) continue;
        const size = Number(Math.abs(away).toFixed(1));
        report({
          page: facts.page.index,
          placed: true,
          regionMm: together(one.boxMm, other.boxMm),
          message: () =>
            `Two drawings ${isUpright ? "above" : "beside"} each other are out of line: their grid lines differ by ${mm(size)}.`,
          measured: size,
          expected: 0,
          unit: "mm",
        });
      }
    }
  });
}

function griddedOn(facts: PageFacts): Gridded[] {
  // Where there are no grid lines, nobody needs the parts of the page.
  const regions = facts.of(GRID_LINES).length === 0 ? undefined : facts.of(DRAWING_REGIONS)[0]?.value;
  const all = facts.of(GRID_LINES).map(({ value }) => value);
  const groups = groupedBy(all, ({ bubbleMm }) => regions?.of(bubbleMm) ?? -1);
  return [...groups].flatMap(([region, lines]) => {
    const boxMm = regions?.all[region]?.boxMm;
    return boxMm ? [{ boxMm, lines, scale: scaleAt(facts, lines[0]!.bubbleMm) }] : [];
  });
}

/** By how much the grid lines of two drawings differ, where all that they share differ alike. */
function offBetween(one: Gridded, other: Gridded, isUpright: boolean): number | undefined {
  const [a, b] = [one.boxMm, other.boxMm];
  const isOver = isUpright
    ? Math.min(a.x + a.width, b.x + b.width) > Math.max(a.x, b.x) && (a.y + a.height <= b.y || b.y + b.height <= a.y)
    : Math.min(a.y + a.height, b.y + b.height) > Math.max(a.y, b.y) && isBeside(a, b);
  if (!isOver) return undefined;
  const placeOf = ({ from, to, bubbleMm }: GridLine): number | undefined => {
    const runs = Math.abs(from[0] - to[0]) < 0.01 * Math.abs(from[1] - to[1]) ? "up" : "across";
    return runs === (isUpright ? "up" : "across") ? bubbleMm[isUpright ? 0 : 1] : undefined;
  };
  const places = new Map(
    one.lines.flatMap((line) => (placeOf(line) === undefined ? [] : [[line.label, placeOf(line)!]])),
  );
  const differences = other.lines.flatMap((line) => {
    const [own, theirs] = [places.get(line.label), placeOf(line)];
    return own === undefined || theirs === undefined ? [] : [theirs - own];
  });
  const [first] = differences;
  if (first === undefined || differences.length < LEAST_ALIKE) return undefined;
  return differences.every((each) => Math.abs(each - first) <= ALIKE_MM) ? first : undefined;
}
