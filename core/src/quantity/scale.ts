import Fraction from "fraction.js";
import { bad, good, type Result } from "../base/result";
import { formatLength, Length, parseLength, plainWriting } from "./length";

/** How many times larger the building is than its drawing. `1:100` has 100. Exact, never a bare number. */
export class Scale {
  private constructor(readonly buildingPerPaper: Fraction) {}

  static of(buildingPerPaper: number | string | Fraction): Scale {
    return new Scale(new Fraction(buildingPerPaper));
  }

  equals(other: Scale): boolean {
    return this.buildingPerPaper.equals(other.buildingPerPaper);
  }

  /** As a floating-point number, for measuring. */
  toNumber(): number {
    return this.buildingPerPaper.valueOf();
  }
}

/** The building length that a length on paper stands for. */
export const onBuilding = (onPaper: Length, scale: Scale): Length => onPaper.times(scale.buildingPerPaper);

/** The length on paper that a building length is drawn at. */
export const onPaper = (onBuilding: Length, scale: Scale): Length => onBuilding.times(scale.buildingPerPaper.inverse());

/**
 * Reads a scale: `1:100`, `1/100`, `2:1`, `1/4" = 1'-0"`, `1" = 20'`, `1/4in=1ft`, `1 cm = 1 m`.
 */
export function parseScale(written: string): Result<Scale> {
  const text = plainWriting(written).replace(/^scale:?\s*/i, "");
  const unreadable = bad("scale-unreadable", `“${written}” is not a scale.`, {
    remedy: 'Write it like 1:100, 1/4" = 1\'-0" or 1" = 20\'.',
  });
  const ratio = /^(\d+(?:\.\d+)?)\s*[:/]\s*(\d+(?:\.\d+)?)$/.exec(text);
  if (ratio) {
    const [paper, building] = [new Fraction(ratio[1] ?? 0), new Fraction(ratio[2] ?? 0)];
    if (paper.equals(0) || building.equals(0)) return unreadable;
    return good(Scale.of(building.div(paper)));
  }
  const sides = text.split("=");
  if (sides.length !== 2) return unreadable;
  const [paper, building] = sides.map((side) => parseLength(side));
  if (!paper?.ok || !building?.ok) return unreadable;
  if (paper.value.compare(Length.zero) <= 0 || building.value.compare(Length.zero) <= 0) return unreadable;
  return good(Scale.of(building.value.mm.div(paper.value.mm)));
}

/** Writes `1:100`, or `2:1` for an enlargement. */
function formatRatio(scale: Scale): string {
  const ratio = scale.buildingPerPaper;
  if (ratio.compare(1) < 0) return `${plainNumber(ratio.inverse())}:1`;
  return `1:${plainNumber(ratio)}`;
}

const plainNumber = (value: Fraction): string =>
  value.d === 1n ? value.toString() : String(Number(value.valueOf().toFixed(4)));

/** Largest paper inch written as `1" = N'` rather than a fraction of an inch to one foot. */
function formatImperial(scale: Scale): string | undefined {
  const inchesToAFoot = Scale.of(12).buildingPerPaper.div(scale.buildingPerPaper);
  if (inchesToAFoot.d <= 64n && (inchesToAFoot.d & (inchesToAFoot.d - 1n)) === 0n && inchesToAFoot.compare(12) <= 0) {
    const fine = Length.of(inchesToAFoot, "in");
    const whole = scale.buildingPerPaper.div(12);
    if (whole.d === 1n && whole.compare(10) >= 0 && whole.mod(10).equals(0)) return `1" = ${whole.toString()}'`;
    return `${formatLength(fine, { system: "inches", finestFraction: 64 }).replace(/^(\d+) /, "$1-")} = 1'-0"`;
  }
  const feetPerInch = scale.buildingPerPaper.div(12);
  return feetPerInch.d === 1n ? `1" = ${feetPerInch.toString()}'` : undefined;
}

/** Writes a scale the way its system does; one that has no feet-and-inches form is written as a ratio. */
export function formatScale(scale: Scale, system: "metric" | "feet-inches" = "metric"): string {
  return (system === "feet-inches" ? formatImperial(scale) : undefined) ?? formatRatio(scale);
}
