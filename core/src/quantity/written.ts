import Fraction from "fraction.js";
import { formatLength, Length, parseLength, plainWriting, type LengthUnit } from "./length";

/** What a figure on a drawing says. */
export type WrittenKind = "length" | "radius" | "diameter" | "angle" | "arc length" | "level" | "equal";

/** One way in which a figure may be meant. */
export interface Reading {
  readonly unit: LengthUnit;
  readonly length: Length;
  /** Half of the last place that is written, millimetres: the value may be off by so much and be written so. */
  readonly halfLastMm: number;
}

/** How a figure is written. */
export interface WrittenForm {
  readonly system: "decimal" | "feet-inches" | "inches";
  /** Places after the point or comma. */
  readonly decimals: number;
  /** Denominator of the fraction of an inch; 1 where there is none. */
  readonly fraction: number;
  /** The unit stands there; feet and inches always have theirs. */
  readonly unitWritten: boolean;
  /** `14'-0"` rather than `14'`. */
  readonly inchesWritten: boolean;
  readonly point: "." | "," | "";
  readonly thousands: boolean;
}

/** A figure as people write it on drawings. */
export interface Written {
  readonly kind: WrittenKind;
  /** Likeliest first; one alone where the unit is written; none for an angle or “equal”. */
  readonly readings: readonly Reading[];
  readonly degrees?: number;
  readonly form: WrittenForm;
  /** The figure without what is said about it: `3600` of `(3600 TYP)`. */
  readonly figure: string;
}

/** Longer strings are sentences. */
const MOST_CHARACTERS = 48;
const SAID_OF_IT =
  /[\s(]+(?:typ|clr|clear|min|max|ref|nts|nom|o\.?\s?c|c\/c|ctrs|ea|u\.?n\.?o|v\.?i\.?f|overall|approx|eq)\.?\)?$/i;
const ABOUT = /^(?:±|~|≈|approx\.?|ca?\.)\s*/i;
const EQUAL = /^(?:eq|equal|=)\.?$/i;
const ANGLE = /^(\d{1,3}(?:[.,]\d+)?)\s*(?:°|º|deg\.?)$/i;
const RADIUS = /^(?:r(?:ad(?:ius)?)?\.?\s*=?\s*(?=[\d'"])(.+)|(.+\S)\s*(?:r|rad\.?))$/i;
const DIAMETER = /^(?:(?:[⌀Øø∅Φφ]|dia(?:m|meter)?\.?)\s*=?\s*(.+)|(.+\S)\s*(?:[⌀Øø∅Φφ]|dia\.?))$/i;
const ALONG_ARC = /^(?:[⌒⌢]|arc\.?(?:\s+length)?\s*[:=]?)\s*(.+)$/i;
const LEVEL =
  /^(?:(?:f\.?f\.?l|s\.?s\.?l|t\.?o\.?[a-z]|el(?:ev)?|level|lvl|inv|datum)\.?\s*[:=]?\s*([+\-±]?\s?\d.*)|([+\-±]\s?\d.*))$/i;
const DECIMAL = /^(\d{1,3}(?: \d{3})+|\d+)(?:([.,])(\d{1,4}))?\s*(mm|cm|km|m)?$/;

/**
 * Reads a figure on a drawing: `3600`, `3 600`, `3.60 m`, `3,60`, `12'-6 1/2"`, `7.83'`, `(3600)`, `3600 TYP`,
 * `R 250`, `⌀12`, `⌒ 1250`, `45°`, `+4.58`, `EQ`. Undefined for what is no such figure. Common practice, no source.
 */
export function readWritten(raw: string): Written | undefined {
  if (raw.length > MOST_CHARACTERS || (!/\d/.test(raw) && !EQUAL.test(raw.trim()))) return undefined;
  const figure = bare(plainWriting(raw));
  if (EQUAL.test(figure)) return { kind: "equal", readings: [], form: NO_FORM, figure };
  const angle = ANGLE.exec(figure);
  if (angle)
    return { kind: "angle", readings: [], degrees: Number(angle[1]?.replace(",", ".")), form: NO_FORM, figure };
  const level = LEVEL.exec(figure);
  const asLevel = level && levelOf((level[1] ?? level[2] ?? "").trim());
  if (asLevel) return asLevel;
  const alongArc = ALONG_ARC.exec(figure);
  if (alongArc) return lengthOf((alongArc[1] ?? "").trim(), "arc length");
  const diameter = DIAMETER.exec(figure);
  if (diameter) return lengthOf((diameter[1] ?? diameter[2] ?? "").trim(), "diameter");
  const radius = RADIUS.exec(figure);
  if (radius) return lengthOf((radius[1] ?? radius[2] ?? "").trim(), "radius");
  return lengthOf(figure.replace(ABOUT, ""), "length");
}

const NO_FORM: WrittenForm = {
  system: "decimal",
  decimals: 0,
  fraction: 1,
  unitWritten: true,
  inchesWritten: false,
  point: "",
  thousands: false,
};

/** A figure without brackets around it, and without what is said of it; of a sum, what it comes to. */
function bare(text: string): string {
  const sum = /^.*(?:\d\s*[×x@]).*=\s*(.+)$/i.exec(text);
  let figure = sum?.[1] ?? text;
  for (let before = ""; before !== figure;) {
    before = figure;
    figure = figure
      .replace(/^\((.*)\)$/, "$1")
      .replace(SAID_OF_IT, "")
      .trim();
  }
  return figure;
}

function levelOf(written: string): Written | undefined {
  const sign = /^[+\-±]/.exec(written)?.[0];
  const figure = written.replace(/^[+\-±]\s*/, "");
  const read = lengthOf(figure, "level");
  if (!read || (sign !== undefined && read.form.system === "decimal" && read.form.decimals === 0 && figure !== "0"))
    return undefined;
  if (sign !== "-") return read;
  return { ...read, readings: read.readings.map((each) => ({ ...each, length: each.length.negated() })) };
}

function lengthOf(figure: string, kind: WrittenKind): Written | undefined {
  return /['"]/.test(figure) ? feetOf(figure, kind) : decimalOf(figure, kind);
}

function feetOf(figure: string, kind: WrittenKind): Written | undefined {
  const length = parseLength(figure);
  if (!length.ok || length.value.compare(Length.zero) < 0) return undefined;
  const decimals = /\.(\d+)\s*['"]?$/.exec(figure)?.[1]?.length ?? 0;
  const fraction = Number(/\/(\d+)\s*"?$/.exec(figure)?.[1] ?? 1);
  const unit: LengthUnit = figure.endsWith("'") && decimals > 0 ? "ft" : "in";
  const place = new Fraction(1, 2).div(fraction).div(new Fraction(10).pow(decimals) ?? 1);
  return {
    kind,
    readings: [{ unit, length: length.value, halfLastMm: Length.of(place, unit).toNumber() }],
    form: {
      system: unit === "ft" ? "decimal" : figure.includes("'") ? "feet-inches" : "inches",
      decimals,
      fraction,
      unitWritten: true,
      inchesWritten: !figure.endsWith("'"),
      point: decimals > 0 ? "." : "",
      thousands: false,
    },
    figure,
  };
}

function decimalOf(figure: string, kind: WrittenKind): Written | undefined {
  const parts = DECIMAL.exec(figure);
  if (!parts) return undefined;
  const [, whole = "", point = "", places = "", written] = parts;
  const digits = whole.replace(/ /g, "");
  // 007 is a number of something, not a length.
  if (digits.length > 7 || (digits.length > 1 && digits.startsWith("0"))) return undefined;
  const units = written === undefined ? unitsMeant(digits, places) : [written as LengthUnit];
  const reading = (unit: LengthUnit): Reading => ({
    unit,
    length: Length.of(places ? `${digits}.${places}` : digits, unit),
    halfLastMm: Length.of(new Fraction(1, 2 * 10 ** places.length), unit).toNumber(),
  });
  return {
    kind,
    readings: units.map(reading),
    form: {
      system: "decimal",
      decimals: places.length,
      fraction: 1,
      unitWritten: written !== undefined,
      inchesWritten: false,
      point: point as "." | "," | "",
      thousands: whole.includes(" ") || (point === "," && places.length === 3),
    },
    figure,
  };
}

/** What a number without a unit may be in, likeliest first. `3,600` is the same as 3.600 m and as 3600 mm. */
function unitsMeant(digits: string, places: string): readonly LengthUnit[] {
  if (places.length >= 2) return ["m", "ft"];
  if (places.length === 1) return ["m", "cm", "ft", "mm", "in"];
  return digits.length >= 3 ? ["mm", "cm", "in"] : ["mm", "cm", "m", "in", "ft"];
}

/** A length in the units in which a drawing writes its own: feet and inches, metres, millimetres. */
export function inItsUnits(lengthMm: number, reading: Reading, form: WrittenForm): string {
  const length = Length.of(Number(lengthMm.toFixed(4)), "mm");
  if (form.system === "feet-inches") return formatLength(length, { system: "feet-inches", finestFraction: 16 });
  if (form.system === "inches") return formatLength(length, { system: "inches", finestFraction: 16 });
  if (reading.unit === "ft") return `${length.toNumber("ft").toFixed(2)} ft`;
  if (reading.unit === "m") return `${length.toNumber("m").toFixed(3)} m`;
  return `${Number(lengthMm.toFixed(1))} mm`;
}
