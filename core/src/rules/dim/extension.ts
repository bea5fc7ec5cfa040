import { counted, mm } from "../../base/words";
import { boxOfPoints, type PointMm } from "../../drawing";
import { DIMENSION_ROWS, type DimensionRow, type RowsAlong } from "../../recognise/dimensions/rows";
import type { DimensionEnd } from "../../recognise/dimensions/dimension";
import { MOST_OVERSHOOT_MM, type Crossing } from "../../recognise/dimensions/stops";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { DimensionStyleEntry } from "../../standard/plain";
import { rowsBetween } from "../../recognise/straights";
import { rule, type Report } from "../rule";
import { stylesOf } from "./judged-by";

const OFF: Parameter = {
  rule: "dim/extension",
  name: "offMm",
  title: "Off on paper",
  unit: "mm on paper",
  usual: 0.5,
  least: 0.05,
  most: 10,
  sentence: "Gap, length and overshoot of extension lines may differ by this from what the style says.",
};

/** The object is looked for this far behind the end of an extension line. */
const LOOKED_FOR_MM = 8;

export const extension = rule({
  id: "dim/extension",
  title: "Extension lines that do not follow their style",
  severity: "mend",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DIMENSION_ROWS, LINE_WORK],
  parameters: [OFF],
  page: {
    measures:
      "Of extension lines of rows outside a building: how far they go beyond the dimension line; where the style has a fixed length, that length on the building's side; where they run in full, the gap at the object.",
    why: "A gap shows that the extension line is none of the building's lines; a fixed short length keeps it off them altogether.",
    right: "5 mm on the building's side and 2 mm beyond, where the style says so.",
    wrong: "Extension lines that run down to the wall.",
    cannotSee:
      "Extension lines that several rows share, but for the outermost of them, and dimensions between walls, which have none.",
    mend: "None: the dimension has to be placed anew with the style set.",
  },
  judge({ file, pages, report, valueOf }) {
    const styleOf = stylesOf(file);
    const off = valueOf(OFF);
    for (const facts of pages) {
      const lines = facts.of(LINE_WORK)[0]?.value;
      if (!lines) continue;
      const told = new Set<string>();
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const row of along.rows) {
          if (row.out === 0) continue;
          for (const each of row.dimensions) {
            const style = styleOf(each)?.style;
            for (const end of [each.dimension.from, each.dimension.to]) {
              const crossing = end.extension && outside(along, row, each.dimension.carrier.along, end.extension);
              if (!style || !crossing || crossing.outMm > MOST_OVERSHOOT_MM) continue;
              for (const found of departures(
                style,
                crossing,
                gapsBehind(crossing, lines, facts.page.paths.widthMm),
                off,
              )) {
                const key = `${end.extension!.row} ${found.what} ${end.atMm.map((n) => n.toFixed(1)).join(" ")}`;
                if (told.has(key)) continue;
                told.add(key);
                report(asReport(facts.page.index, facts.page.paths.layer[end.extension!.row] ?? -1, end, found));
              }
            }
          }
        }
    }
  },
});

interface Outside {
  readonly outMm: number;
  readonly inMm: number;
  /** The end on the building's side, and the direction in which it points. */
  readonly inner: PointMm;
  readonly inwards: PointMm;
  readonly row: number;
}

/** An extension line seen from its row: how far it reaches out, and in. */
function outside({ carrier }: RowsAlong, { out }: DimensionRow, along: PointMm, crossing: Crossing): Outside {
  const sameWay = along[0] * carrier.along[0] + along[1] * carrier.along[1] > 0;
  const isLeftOut = (out === 1) === sameWay;
  const [left, right] = crossing.ends;
  const [outer, inner] = isLeftOut ? [left, right] : [right, left];
  const length = Math.hypot(inner[0] - outer[0], inner[1] - outer[1]) || 1;
  return {
    outMm: isLeftOut ? crossing.leftMm : crossing.rightMm,
    inMm: isLeftOut ? crossing.rightMm : crossing.leftMm,
    inner,
    inwards: [(inner[0] - outer[0]) / length, (inner[1] - outer[1]) / length],
    row: crossing.row,
  };
}

interface Departure {
  readonly what: string;
  readonly measuredMm: number;
  readonly expectedMm: number;
}

function departures(style: DimensionStyleEntry, line: Outside, gaps: readonly number[], offMm: number): Departure[] {
  const found: Departure[] = [];
  const differs = (measured: number, expected: number): boolean => Math.abs(measured - expected) > offMm;
  if (differs(line.outMm, style.overshootMm))
    found.push({ what: "go beyond the dimension line by", measuredMm: line.outMm, expectedMm: style.overshootMm });
  const [nearest] = gaps;
  const isGapRight = gaps.some((gap) => !differs(gap, style.gapMm));
  if (style.extension === "full") {
    if (nearest !== undefined && !isGapRight)
      found.push({ what: "leave at the object", measuredMm: nearest, expectedMm: style.gapMm });
  } else if (differs(line.inMm, style.extensionMm)) {
    // Near the object a fixed one is as short as the gap asks for.
    const isShortened = line.inMm < style.extensionMm && isGapRight;
    if (!isShortened)
      found.push({ what: "are on the building's side", measuredMm: line.inMm, expectedMm: style.extensionMm });
  }
  return found;
}

/**
 * From the end of an extension line on to what may be its object: the next line across its way, and the next of the
 * heaviest lines there. Before a wall may lie an eave, a sill or a footing, and which of them is measured is not told.
 */
function gapsBehind(
  { inner: [x, y], inwards: [ux, uy], row }: Outside,
  lines: LineWork,
  widths: Float32Array,
): number[] {
  const box = boxOfPoints(
    [
      [x, y],
      [x + ux * LOOKED_FOR_MM, y + uy * LOOKED_FOR_MM],
    ],
    0.1,
  );
  const found: { readonly at: number; readonly widthMm: number }[] = [];
  for (const i of lines.near(box)) {
    if (lines.rows[i] === row) continue;
    const [[ax, ay], [bx, by]] = [lines.end(i, 0), lines.end(i, 1)];
    const side = (px: number, py: number): number => (px - x) * uy - (py - y) * ux;
    const [p, q] = [side(ax, ay), side(bx, by)];
    if (Math.abs(p - q) < 0.2 || Math.max(p, q) < -0.1 || Math.min(p, q) > 0.1) continue;
    const share = Math.min(1, Math.max(0, p / (p - q)));
    const at = (ax + (bx - ax) * share - x) * ux + (ay + (by - ay) * share - y) * uy;
    if (at > -0.05 && at <= LOOKED_FOR_MM) found.push({ at, widthMm: widths[lines.rows[i]!] ?? 0 });
  }
  found.sort((a, b) => a.at - b.at);
  const heaviest = Math.max(...found.map(({ widthMm }) => widthMm));
  const object = found.find(({ widthMm }) => widthMm >= heaviest - 0.01);
  return [...found.slice(0, 1), ...(object ? [object] : [])].map(({ at }) => at);
}

function asReport(page: number, layer: number, end: DimensionEnd, { what, measuredMm, expectedMm }: Departure): Report {
  const measured = Math.round(measuredMm * 10) / 10;
  return {
    page,
    layer,
    marks: { of: "paths", rows: Uint32Array.from(rowsBetween(end.extension!.row, end.extension!.lastRow)) },
    things: 1,
    message: (count) =>
      `${counted(count, "extension line")} ${what} ${mm(measured)}, where the style says ${mm(expectedMm)}.`,
    measured,
    expected: expectedMm,
    unit: "mm",
  };
}
