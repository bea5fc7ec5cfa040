import { pathBox, type PointMm } from "../drawing";
import { Length, type LengthUnit } from "../quantity";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { LINE_WORK, type LineWork } from "./line-work";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";

/** A bar drawn to scale, with figures at its marks. */
export interface ScaleBar {
  readonly fromMm: PointMm;
  readonly toMm: PointMm;
  readonly lengthMm: number;
  /** What its figures come to: `8 ft`. */
  readonly words: string;
  readonly buildingPerPaper: number;
  readonly figures: readonly TextLine[];
}

/** Figures of a bar lie on one line, one behind the other. */
const LEAST_FIGURES = 3;
const SAME_LINE = 0.3;
const FARTHEST_MM = 80;
/** A bar's marks lie above or below its figures by no more than so many heights, and so near to their middles. */
const REACH = 3;
const OFF_MIDDLE = 0.6;
const UNIT = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m|km|ft|feet|'|in|")?$/i;
const UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: "mm",
  cm: "cm",
  m: "m",
  km: "km",
  ft: "ft",
  feet: "ft",
  "'": "ft",
  in: "in",
  '"': "in",
};

export const SCALE_BARS: PageRecogniser<ScaleBar> = {
  id: "scale-bars",
  on: "page",
  ofDrawing: true,
  finds: "scale bars",
  from: "figures that rise from 0 in one line, one of them with its unit, with marks of a bar at their middles in the same proportions",
  find: (facts) => barsOf(facts),
};

interface Figure {
  readonly line: TextLine;
  readonly value: number;
  readonly unit: LengthUnit | undefined;
  readonly middle: PointMm;
}

function barsOf(facts: PageFacts): Sure<ScaleBar>[] {
  const lines = facts.of(LINE_WORK)[0]?.value;
  if (!lines) return [];
  const figures = facts.of(LETTERING).flatMap(({ value: line }): Figure[] => {
    const parts = line.text.length <= 12 ? UNIT.exec(line.text) : null;
    if (!parts) return [];
    const unit = parts[2] === undefined ? undefined : UNITS[parts[2].toLowerCase()];
    return [{ line, value: Number(parts[1]?.replace(",", ".")), unit, middle: middleOf(line) }];
  });
  const zeros = figures.filter(({ value }) => value === 0);
  return zeros.flatMap((zero) => {
    const bar = barFrom(zero, figures, lines, facts);
    return bar
      ? [
          measuredOn(facts.page.index, bar, {
            of: "texts",
            rows: Uint32Array.from(bar.figures.flatMap(({ rows }) => rows)),
          }),
        ]
      : [];
  });
}

/** The bar whose figures go on from a nought; undefined where none does. */
function barFrom(zero: Figure, figures: readonly Figure[], lines: LineWork, facts: PageFacts): ScaleBar | undefined {
  const turn = (zero.line.angleDeg * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const place = ({ middle }: Figure): readonly [along: number, across: number] => {
    const [dx, dy] = [middle[0] - zero.middle[0], middle[1] - zero.middle[1]];
    return [dx * ux + dy * uy, dy * ux - dx * uy];
  };
  const row = figures
    .filter(
      (each) =>
        Math.abs(each.line.heightMm - zero.line.heightMm) < 0.1 * zero.line.heightMm &&
        Math.abs(place(each)[1]) < SAME_LINE * zero.line.heightMm,
    )
    .filter((each) => place(each)[0] > 0)
    .sort((a, b) => place(a)[0] - place(b)[0]);
  const rising: Figure[] = [zero];
  for (const each of row) {
    const last = rising.at(-1) ?? zero;
    if (each.value <= last.value || place(each)[0] - place(last)[0] > FARTHEST_MM) break;
    rising.push(each);
  }
  const unit = rising.findLast((each) => each.unit)?.unit;
  if (rising.length < LEAST_FIGURES || !unit) return undefined;
  const marks = rising.map((each) => markAt(place(each)[0], zero, [ux, uy], lines, facts));
  const [first] = marks;
  const end = marks.at(-1);
  const last = rising.at(-1);
  if (first === undefined || end === undefined || !last || marks.some((each) => each === undefined)) return undefined;
  const lengthMm = end - first;
  // A bar's marks stand in the proportions of its figures; else it is something else with numbers.
  const inStep = rising.every(
    ({ value }, i) => Math.abs((marks[i] ?? 0) - first - (lengthMm * value) / last.value) < 0.02 * lengthMm,
  );
  if (!(lengthMm > 1) || !inStep) return undefined;
  const building = Length.of(last.value, unit);
  return {
    fromMm: [zero.middle[0] + ux * first, zero.middle[1] + uy * first],
    toMm: [zero.middle[0] + ux * end, zero.middle[1] + uy * end],
    lengthMm,
    words: `${last.value} ${unit}`,
    buildingPerPaper: building.toNumber() / lengthMm,
    figures: rising.map(({ line }) => line),
  };
}

/** Where a line or an edge across the bar stands nearest to the middle of a figure; undefined where none does. */
function markAt(along: number, zero: Figure, [ux, uy]: PointMm, lines: LineWork, facts: PageFacts): number | undefined {
  const { heightMm } = zero.line;
  const reach = REACH * heightMm;
  const [x, y] = [zero.middle[0] + ux * along, zero.middle[1] + uy * along];
  const box = { x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach };
  let best: number | undefined;
  const tryEdge = (ax: number, ay: number, bx: number, by: number): void => {
    const length = Math.hypot(bx - ax, by - ay);
    if (length < 0.3 || Math.abs((bx - ax) * ux + (by - ay) * uy) > 0.05 * length) return;
    const at = ((ax + bx) / 2 - zero.middle[0]) * ux + ((ay + by) / 2 - zero.middle[1]) * uy;
    if (Math.abs(at - along) > OFF_MIDDLE * heightMm) return;
    if (best === undefined || Math.abs(at - along) < Math.abs(best - along)) best = at;
  };
  for (const i of lines.near(box)) {
    const { ends } = lines;
    tryEdge(ends[i * 4] ?? 0, ends[i * 4 + 1] ?? 0, ends[i * 4 + 2] ?? 0, ends[i * 4 + 3] ?? 0);
  }
  // The blocks of a bar are filled; their sides are its marks.
  for (const row of facts.near("paths", box)) {
    const block = pathBox(facts.page.paths, row);
    if (Math.min(block.width, block.height) > heightMm * 2 || Math.abs(ux * uy) > 1e-3) continue;
    if (Math.abs(ux) > 0.5) {
      tryEdge(block.x, block.y, block.x, block.y + block.height);
      tryEdge(block.x + block.width, block.y, block.x + block.width, block.y + block.height);
    } else {
      tryEdge(block.x, block.y, block.x + block.width, block.y);
      tryEdge(block.x, block.y + block.height, block.x + block.width, block.y + block.height);
    }
  }
  return best;
}
