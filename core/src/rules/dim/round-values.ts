import { mm } from "../../base/words";
import { partAt } from "../../recognise/dimensions/drawings";
import { ROUND_DIMENSIONS, type RoundDimension } from "../../recognise/dimensions/round";
import { RUNNING_DIMENSIONS } from "../../recognise/dimensions/running";
import { scaleInWords } from "../../recognise/dimensions/scale-in-words";
import type { PageFacts } from "../../recognise/recogniser";
import type { Report } from "../rule";
import { inItsUnits } from "../../quantity";

/**
 * The radii, diameters, angles, lengths along arcs and distances from a zero line of a page that are not as written, and
 * how many could not be judged for want of a scale.
 */
export function wrongRoundValues(facts: PageFacts, offMm: number): { reports: Report[]; open: number } {
  const reports: Report[] = [];
  let open = 0;
  for (const { value: found } of facts.of(ROUND_DIMENSIONS)) {
    const report = found.kind === "angle" ? wrongAngle(facts, found, offMm) : wrongLength(facts, found, offMm);
    if (report === "no scale") open++;
    else if (report) reports.push(report);
  }
  for (const { value } of facts.of(RUNNING_DIMENSIONS)) {
    const report = wrongLength(facts, { ...value, kind: "distance from the zero line" }, offMm);
    if (report === "no scale") open++;
    else if (report) reports.push(report);
  }
  return { reports, open };
}

/** What is measured of a figure that stands for one length. */
interface Measured extends Pick<RoundDimension, "figure" | "written" | "drawn" | "from" | "to"> {
  /** As a noun. */
  readonly kind: string;
}

/** Where it stands, and what shows it. */
const placeOf = (facts: PageFacts, { figure, from, to }: Measured, words: string): Omit<Report, "message"> => ({
  page: facts.page.index,
  layer: facts.page.texts.layer[figure.rows[0] ?? 0] ?? -1,
  placed: true,
  marks: { of: "texts", rows: Uint32Array.from(figure.rows) },
  shapes: [{ kind: "distance", fromMm: from, toMm: to, words }],
});

function wrongAngle(facts: PageFacts, found: RoundDimension, offMm: number): Report | undefined {
  const written = found.written.degrees ?? 0;
  const decimals = /[.,](\d+)/.exec(found.written.figure)?.[1]?.length ?? 0;
  const mayDiffer = ((2 * offMm) / found.radiusMm) * (180 / Math.PI) + 0.5 * 10 ** -decimals;
  // The same arc from the other side, or the other angle of two lines that cross, is not what was measured.
  const off = Math.min(Math.abs(found.drawn - written), Math.abs(360 - found.drawn - written));
  if (off <= mayDiffer) return undefined;
  const drawn = `${Number(found.drawn.toFixed(decimals + 1))}°`;
  return {
    ...placeOf(facts, found, `${drawn} drawn`),
    message: () =>
      `“${found.figure.text}” is written, but ${drawn} is drawn. The difference is ${Number(off.toFixed(decimals + 1))}°.`,
    measured: Number(found.drawn.toFixed(decimals + 1)),
    expected: written,
    unit: "°",
  };
}

function wrongLength(facts: PageFacts, found: Measured, offMm: number): Report | undefined | "no scale" {
  const part = partAt(facts, found.to);
  const scale = part?.implied?.exact ?? part?.stated?.scale.toNumber();
  if (!part || scale === undefined) return "no scale";
  const drawnMm = found.drawn * scale;
  const off = (length: { toNumber(): number }): number => Math.abs(length.toNumber() - drawnMm);
  const [reading] = found.written.readings.slice().sort((a, b) => off(a.length) - off(b.length));
  if (!reading || off(reading.length) <= offMm * scale + reading.halfLastMm) return undefined;
  const { form } = found.written;
  const drawn = inItsUnits(drawnMm, reading, form);
  const asScale = part.implied?.scale ?? part.stated?.scale;
  return {
    ...placeOf(facts, found, `${drawn} drawn`),
    message: () =>
      `“${found.figure.text}” is written, but the ${found.kind} that is drawn is ${drawn}: ${mm(Number(found.drawn.toFixed(2)))} on paper${asScale ? ` at ${scaleInWords(part, asScale)}` : ""}. The difference is ${inItsUnits(off(reading.length), reading, form)}.`,
    measured: Number(drawnMm.toFixed(1)),
    expected: Number(reading.length.toNumber().toFixed(1)),
    unit: "mm",
  };
}
