import { inItsUnits, Length } from "../../quantity";
import { FACES, type Faces } from "../../recognise/dimensions/faces";
import {
  chainBetween,
  DIMENSION_ROWS,
  SAME_STOP_MM,
  type DimensionRow,
  type PlacedDimension,
  type RowsAlong,
} from "../../recognise/dimensions/rows";
import type { PageFacts } from "../../recognise/recogniser";
import { pointAt } from "../../recognise/dimensions/stops";
import { rule, type Report } from "../rule";
import { measuredShape } from "./in-words";
import { layerOf, VALUE_OFF, wrongValue } from "./value-not-length";

export const rowSum = rule({
  id: "dim/row-sum",
  title: "Dimensions that do not add up to the row outside them",
  severity: "stop",
  scope: "page",
  needs: [],
  reads: [DIMENSION_ROWS, FACES],
  parameters: [],
  page: {
    measures:
      "Of each dimension, the written values of every row inside it that lead from its one point to the other without a gap: added up, against what it says. They may differ by half of the last place of each. A row that begins with it and ends before it, though the wall behind goes on, is told too.",
    why: "Rows are read against each other on site. A row that does not add up has a wrong figure, or something is drawn wrong.",
    right: "1350, 3600 and 1050 inside 6000.",
    wrong: "1350, 3600 and 1000 inside 6000.",
    cannotSee:
      "Rows with a gap in the middle, and rows along a wall that ends where they do. A value that is not its drawn length is told by dim/value-not-length, and not again here.",
    mend: "None: only who drew it knows which figure is right.",
  },
  judge({ file, pages, report }) {
    const off = file.valueOf(VALUE_OFF);
    for (const facts of pages) {
      const faces = facts.of(FACES)[0]?.value;
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const side of along.sides) {
          const told = new Set<PlacedDimension>();
          side.forEach((outer, i) => {
            for (const whole of outer.dimensions)
              for (const inner of side.slice(0, i).reverse()) {
                const found = sumAgainst(along, inner, whole, faces);
                if (!found || !differs(whole, found, off)) continue;
                // One wrong figure spoils every sum that it is in.
                if ([whole, ...found.members].some((each) => told.has(each))) continue;
                for (const each of [whole, ...found.members]) told.add(each);
                report(asReport(facts, along, outer, whole, found));
                break;
              }
          });
        }
    }
  },
});

/** The values of an inner row under one of an outer row. */
interface Chain {
  readonly members: readonly PlacedDimension[];
  /** It begins where the outer value does, and ends before it, though the wall goes on. */
  readonly stopsShort: boolean;
}

function sumAgainst(
  along: RowsAlong,
  inner: DimensionRow,
  whole: PlacedDimension,
  faces: Faces | undefined,
): Chain | undefined {
  const members = chainBetween(inner, whole.fromMm, whole.toMm);
  if (members) return members.length > 1 ? { members, stopsShort: false } : undefined;
  const short = shortOf(inner, whole);
  if (!short || !faces?.goesOn(along, inner, short)) return undefined;
  const own = chainBetween(inner, inner.fromMm, inner.toMm);
  return own && own.length > 1 ? { members: own, stopsShort: true } : undefined;
}

/** What a row leaves of an outer value at one end, where it reaches the other; undefined where it does otherwise. */
function shortOf(inner: DimensionRow, { fromMm, toMm }: PlacedDimension): readonly [number, number] | undefined {
  const isAt = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_STOP_MM;
  const isMost = inner.toMm - inner.fromMm > (toMm - fromMm) / 2;
  if (!isMost) return undefined;
  if (isAt(inner.fromMm, fromMm) && inner.toMm < toMm) return [inner.toMm, toMm];
  if (isAt(inner.toMm, toMm) && inner.fromMm > fromMm) return [fromMm, inner.fromMm];
  return undefined;
}

/** Whether what is written does not add up, and no other rule says so. */
function differs(whole: PlacedDimension, { members, stopsShort }: Chain, off: number): boolean {
  const { reading } = whole;
  const all = [whole, ...members];
  if (!reading || all.some((each) => !each.reading || wrongValue(each, off))) return false;
  const difference = sumOf(members).minus(reading.length).toNumber();
  const mayDiffer = all.reduce((most, each) => most + (each.reading?.halfLastMm ?? 0), 0);
  // Written to the same place, rows add up exactly.
  const isExact = all.every((each) => each.reading?.halfLastMm === reading.halfLastMm);
  if (Math.abs(difference) <= (isExact ? 1e-6 : mayDiffer)) return false;
  if (stopsShort) return difference < 0;
  // Stops that only seem to be one: what is drawn does not add up, either.
  const drawn = members.reduce((sum, each) => sum + (each.drawnLengthMm ?? 0), 0) - (whole.drawnLengthMm ?? 0);
  return Math.abs(drawn - difference) >= Math.abs(difference) / 2;
}

function asReport(
  facts: PageFacts,
  along: RowsAlong,
  outer: DimensionRow,
  whole: PlacedDimension,
  { members, stopsShort }: Chain,
): Report {
  const reading = whole.reading!;
  const { form } = whole.dimension.written;
  const sum = sumOf(members);
  const difference = sum.minus(reading.length).toNumber();
  const inWords = (mm: number): string => inItsUnits(mm, reading, form);
  const values = members.map(({ dimension }) => dimension.figure.text).join(" + ");
  return {
    page: facts.page.index,
    layer: layerOf(facts, whole),
    placed: true,
    marks: {
      of: "texts",
      rows: Uint32Array.from([whole, ...members].flatMap(({ dimension }) => dimension.figure.rows)).sort(),
    },
    shapes: [
      measuredShape(whole.dimension, `adds up to ${inWords(sum.toNumber())}`),
      ...members.map(({ dimension }) => measuredShape(dimension, "")),
      {
        kind: "line",
        fromMm: pointAt(along.carrier, whole.fromMm, outer.leftMm),
        toMm: pointAt(along.carrier, whole.toMm, outer.leftMm),
      },
    ],
    message: () =>
      stopsShort
        ? `${values} = ${inWords(sum.toNumber())}: the row ends ${inWords(-difference)} short of what the row outside measures, ${whole.dimension.figure.text}.`
        : `${values} = ${inWords(sum.toNumber())}, but the row outside says ${whole.dimension.figure.text}: ${inWords(Math.abs(difference))} ${difference > 0 ? "too much" : "too little"}.`,
    measured: Number(sum.toNumber().toFixed(2)),
    expected: Number(reading.length.toNumber().toFixed(2)),
    unit: "mm",
  };
}

const sumOf = (chain: readonly PlacedDimension[]): Length =>
  chain.reduce((sum, { reading }) => (reading ? sum.plus(reading.length) : sum), Length.zero);
