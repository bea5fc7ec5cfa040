import Fraction from "fraction.js";
import { asRead } from "../base/as-read";
import { bad, good, type Result } from "../base/result";

/** Units a length can be written in. */
export type LengthUnit = "mm" | "cm" | "m" | "km" | "in" | "ft" | "pt";

/** Millimetres in one unit, exactly. The international inch is 25.4 mm; a point is 1/72 inch (ISO 32000). */
const MM_PER: Record<LengthUnit, Fraction> = {
  mm: new Fraction(1),
  cm: new Fraction(10),
  m: new Fraction(1000),
  km: new Fraction(1_000_000),
  in: new Fraction(254, 10),
  ft: new Fraction(3048, 10),
  pt: new Fraction(254, 720),
};

/**
 * An exact length. Held as a ratio of whole numbers of millimetres, so that feet and inches
 * added up a thousand times do not drift.
 */
export class Length {
  private constructor(
    /** The length in millimetres, exact. */
    readonly mm: Fraction,
  ) {}

  static of(value: number | string | Fraction, unit: LengthUnit): Length {
    return new Length(new Fraction(value).mul(MM_PER[unit]));
  }

  static readonly zero = new Length(new Fraction(0));

  plus(other: Length): Length {
    return new Length(this.mm.add(other.mm));
  }

  minus(other: Length): Length {
    return new Length(this.mm.sub(other.mm));
  }

  times(factor: number | string | Fraction): Length {
    return new Length(this.mm.mul(factor));
  }

  negated(): Length {
    return new Length(this.mm.neg());
  }

  /** The exact number of `unit`s. */
  in(unit: LengthUnit): Fraction {
    return this.mm.div(MM_PER[unit]);
  }

  /** The number of `unit`s as a floating-point number, for drawing and measuring. */
  toNumber(unit: LengthUnit = "mm"): number {
    return this.in(unit).valueOf();
  }

  compare(other: Length): number {
    return this.mm.compare(other.mm);
  }

  equals(other: Length): boolean {
    return this.mm.equals(other.mm);
  }
}

/** The diagonal of a right-angled pair of offsets, in millimetres; the only inexact step is the root. */
export function diagonalOf(a: Length, b: Length): Length {
  const square = a.mm.mul(a.mm).add(b.mm.mul(b.mm));
  return Length.of(Math.sqrt(square.valueOf()), "mm");
}

const VULGAR: Record<string, string> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};

/** One way of writing for what people and word processors write in many. */
export function plainWriting(text: string): string {
  return asRead(text)
    .normalize("NFC")
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c]}`)
    .replace(/''|[″”“‟]/g, '"')
    .replace(/[′’‘‛]/g, "'")
    .replace(/\bfeet\b|\bfoot\b|\bft\b\.?/gi, "'")
    .replace(/(\d)\s*(?:feet|foot|ft)\.?/gi, "$1'")
    .replace(/(\d)\s*(?:inches|inch|in)\b\.?/gi, '$1"')
    .replace(/\s+/g, " ")
    .trim();
}

const NUMBER = String.raw`\d+(?:\.\d+)?|\.\d+`;
const INCH_PART = String.raw`(?:(\d+)[\s-]+(\d+)\/(\d+)|(\d+)\/(\d+)|(${NUMBER}))`;
const FEET_INCHES = new RegExp(String.raw`^(${NUMBER})\s*'(?:\s*-?\s*${INCH_PART}\s*"?)?$`);
const INCHES = new RegExp(String.raw`^${INCH_PART}\s*"$`);
const FRACTION = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/;
const METRIC = new RegExp(String.raw`^(${NUMBER})\s*(mm|cm|km|m|pt)?$`, "i");

function inchesFrom(groups: (string | undefined)[]): Fraction | undefined {
  const [whole, wholeN, wholeD, n, d, decimal] = groups;
  if (decimal !== undefined) return new Fraction(decimal);
  const numerator = wholeN ?? n;
  const denominator = wholeD ?? d;
  if (numerator === undefined || denominator === undefined) return new Fraction(0);
  if (Number(denominator) === 0) return undefined;
  return new Fraction(whole ?? 0).add(new Fraction(`${numerator}/${denominator}`));
}

/** Decimal comma to point; `3,600` could be 3.6 or 3600, so it is refused rather than guessed. */
function withDecimalPoint(text: string): Result<string> {
  if (!text.includes(",")) return good(text);
  if (/\d,\d{3}(?!\d)/.test(text)) {
    return bad("length-ambiguous", `“${text}” could be read in two ways: the comma may part thousands or decimals.`, {
      remedy: "Write 3600 or 3.600 instead.",
    });
  }
  return good(text.replace(/(\d),(\d)/g, "$1.$2"));
}

/**
 * Reads a length as people write it: `3600`, `3.6 m`, `3,6 m`, `12'-6"`, `12' 6 1/2"`, `7'-10`,
 * `0.5"`, `4.58 ft`, `½"`. A bare number is in `bareUnit` (millimetres unless said).
 */
export function parseLength(written: string, bareUnit: LengthUnit = "mm"): Result<Length> {
  const text = plainWriting(written);
  const unreadable = bad("length-unreadable", `“${written}” is not a length.`, {
    remedy: 'Write it like 3600, 3.6 m, 12\'-6" or 0.5".',
  });
  if (text.length === 0 || text.length > 64) return unreadable;
  const negative = text.startsWith("-");
  const pointed = withDecimalPoint(text.replace(/^[-+]\s*/, ""));
  if (!pointed.ok) return pointed;
  const length = readUnsigned(pointed.value, bareUnit);
  if (!length) return unreadable;
  return good(negative ? length.negated() : length);
}

function readUnsigned(text: string, bareUnit: LengthUnit): Length | undefined {
  const feet = FEET_INCHES.exec(text);
  if (feet) {
    const inches = inchesFrom(feet.slice(2));
    return inches && Length.of(feet[1] ?? "0", "ft").plus(Length.of(inches, "in"));
  }
  const inch = INCHES.exec(text);
  if (inch) {
    const inches = inchesFrom(inch.slice(1));
    return inches && Length.of(inches, "in");
  }
  const metric = METRIC.exec(text);
  if (metric) return Length.of(metric[1] ?? "0", (metric[2]?.toLowerCase() as LengthUnit | undefined) ?? bareUnit);
  const fraction = FRACTION.exec(text);
  if (fraction && Number(fraction[3]) !== 0) {
    return Length.of(new Fraction(fraction[1] ?? 0).add(new Fraction(`${fraction[2]}/${fraction[3]}`)), bareUnit);
  }
  return undefined;
}

/** How a length is written out. */
export interface LengthStyle {
  readonly system: "mm" | "m" | "feet-inches" | "inches" | "decimal-feet";
  /** Decimals kept, for the decimal systems. */
  readonly decimals?: number;
  /** Finest fraction of an inch, e.g. 16 for 1/16"; 1 for whole inches. */
  readonly finestFraction?: number;
  /** Whole steps of this length are written; half a step goes away from zero. */
  readonly roundTo?: Length;
  /** Whether the unit is written after the number (metric and decimal feet). */
  readonly suffix?: boolean;
  /** Whether `14'-0"` keeps its inches (true) or is written `14'`. */
  readonly zeroInches?: boolean;
}

const away = (value: Fraction): Fraction =>
  value.compare(0) < 0 ? value.neg().add(new Fraction(1, 2)).floor(0).neg() : value.add(new Fraction(1, 2)).floor(0);

/** Rounds to the nearest `step`, halves away from zero. */
export function roundTo(length: Length, step: Length): Length {
  return step.times(away(length.mm.div(step.mm)));
}

function inchWords(inches: Fraction): string {
  const whole = inches.floor(0);
  const rest = inches.sub(whole);
  if (rest.equals(0)) return whole.toString();
  return whole.equals(0) ? rest.toFraction() : `${whole.toString()} ${rest.toFraction()}`;
}

function writeFeetInches(length: Length, style: LengthStyle): string {
  const step = Length.of(new Fraction(1, style.finestFraction ?? 16), "in");
  const rounded = roundTo(length, step);
  const inches = rounded.in("in");
  const sign = inches.compare(0) < 0 ? "-" : "";
  const size = inches.abs();
  if (style.system === "inches") return `${sign}${inchWords(size)}"`;
  const feet = size.div(12).floor(0);
  const rest = size.sub(feet.mul(12));
  if (rest.equals(0) && style.zeroInches === false) return `${sign}${feet.toString()}'`;
  // Less than an inch keeps its zero where zero inches are kept: 12'-0 1/2".
  const zero = style.zeroInches !== false && !rest.equals(0) && rest.compare(1) < 0 ? "0 " : "";
  return `${sign}${feet.toString()}'-${zero}${inchWords(rest)}"`;
}

/** Writes a length in a style: `3600`, `3.60 m`, `12'-6 1/2"`, `4.58'`. */
export function formatLength(exact: Length, style: LengthStyle): string {
  const length = style.roundTo ? roundTo(exact, style.roundTo) : exact;
  if (style.system === "feet-inches" || style.system === "inches") return writeFeetInches(length, style);
  const unit = style.system === "decimal-feet" ? "ft" : style.system;
  const decimals = style.decimals ?? (unit === "mm" ? 0 : 2);
  const scaled = away(length.in(unit).mul(10 ** decimals)).div(10 ** decimals);
  const number = scaled.valueOf().toFixed(decimals);
  return style.suffix ? `${number} ${unit}` : number;
}

/** Adds up lengths parted by + and −: `12'-6" + 3'-2 1/2" - 0.5 m`. A hyphen between feet and inches is no minus. */
export function sumLengths(written: string, bareUnit: LengthUnit = "mm"): Result<Length> {
  const text = plainWriting(written);
  const terms = text.split(/\s+([+-])\s+|\s*(\+)\s*/).filter((each) => each !== undefined && each !== "");
  let sum = Length.zero;
  let sign = 1;
  for (const term of terms) {
    if (term === "+" || term === "-") {
      sign = term === "+" ? 1 : -1;
      continue;
    }
    const length = parseLength(term, bareUnit);
    if (!length.ok) return length;
    sum = sum.plus(length.value.times(sign));
  }
  return terms.length === 0 ? parseLength(written, bareUnit) : good(sum);
}
