import { HYPHENATED_DISCIPLINE, ISO_13567, SHEET_NUMBERS, type NameGrammar } from "../../naming";
import { PAPER_SIZES } from "../../quantity";
import { ISO_HEIGHTS, ISO_PENS } from "../iso-series";
import { emptyChapters, scaleEntry } from "../upgrade";
import {
  STANDARD_FORMAT,
  type FrameEntry,
  type LineTypeEntry,
  type OfficeStandard,
  type TextStyleEntry,
} from "../model";
import { A1_FRAME, A3_FRAME, ARCH_D_FRAME, withFixedNames } from "./frames";

const lineType = (id: string, isoNumber: string, title: string, pattern: number[]): LineTypeEntry => ({
  id,
  title,
  pattern,
  isoNumber,
});

/** Line types of ISO 128-2, elements in multiples of the line width: dash 12, long dash 24, gap 3, dot 0.5. From memory. */
export const ISO_LINE_TYPES: LineTypeEntry[] = [
  lineType("continuous", "01", "Continuous", []),
  lineType("dashed", "02", "Dashed", [12, 3]),
  lineType("dashed-spaced", "03", "Dashed, spaced", [12, 18]),
  lineType("long-dash-dot", "04", "Long dash, dot", [24, 3, 0.5, 3]),
  lineType("long-dash-two-dots", "05", "Long dash, two dots", [24, 3, 0.5, 3, 0.5, 3]),
  lineType("dotted", "07", "Dotted", [0.5, 3]),
  lineType("long-dash-short-dash", "08", "Long dash, short dash", [24, 3, 6, 3]),
  lineType("dash-dot", "10", "Dash, dot", [12, 3, 0.5, 3]),
];

export const isoTextStyles = (fonts: string[]): TextStyleEntry[] =>
  ISO_HEIGHTS.map((heightMm) => ({ id: `lettering-${heightMm}`, heightMm, fonts, use: `Lettering ${heightMm} mm` }));

/** Scales of ISO 5455. */
export const ISO_SCALES = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000].map((n) => `1:${n}`);

/** Architects' and engineers' scales in feet and inches; their ratios are arithmetic. */
export const FEET_INCH_SCALES = [
  `3" = 1'-0"`,
  `1-1/2" = 1'-0"`,
  `1" = 1'-0"`,
  `3/4" = 1'-0"`,
  `1/2" = 1'-0"`,
  `3/8" = 1'-0"`,
  `1/4" = 1'-0"`,
  `3/16" = 1'-0"`,
  `1/8" = 1'-0"`,
  `3/32" = 1'-0"`,
  `1/16" = 1'-0"`,
  `1" = 10'`,
  `1" = 20'`,
  `1" = 30'`,
  `1" = 40'`,
  `1" = 50'`,
  `1" = 60'`,
];

/**
 * Names that drawing programs of many kinds give the layer that they start with. Common practice, no
 * source. What an office's own files bring besides, its coordinator adds from a finding.
 */
export const DEFAULT_LAYERS = ["default", "layer 1", "background"];

export const sheetSizes = (...series: string[]): OfficeStandard["sheetSizes"] =>
  PAPER_SIZES.filter((size) => series.includes(size.series)).map(({ id, widthMm, heightMm }) => ({
    id,
    widthMm,
    heightMm,
  }));

/** A copy that shares nothing with the tables above, nor one part of it with another. */
export const ownCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

interface Differing {
  name: string;
  units: OfficeStandard["units"];
  layers: NameGrammar;
  scales: string[];
  sizes: OfficeStandard["sheetSizes"];
  frames: FrameEntry[];
}

/** A standard that carries published conventions only: no office's register, every font allowed. */
const published = ({ name, units, layers, scales, sizes, frames }: Differing): OfficeStandard =>
  ownCopy<OfficeStandard>({
    format: STANDARD_FORMAT,
    name,
    edition: "1",
    units,
    ...emptyChapters(),
    naming: { layers, sheets: SHEET_NUMBERS, defaultLayers: DEFAULT_LAYERS } as OfficeStandard["naming"],
    pens: ISO_PENS,
    lineTypes: ISO_LINE_TYPES,
    textStyles: isoTextStyles([]),
    scales: scales.map(scaleEntry),
    sheetSizes: sizes,
    frames,
    layers: [],
    rules: {},
  });

export const hyphenatedDiscipline = (): OfficeStandard =>
  published({
    name: "Hyphenated discipline names",
    units: "feet-inches",
    layers: HYPHENATED_DISCIPLINE,
    scales: [...ISO_SCALES, ...FEET_INCH_SCALES],
    sizes: sheetSizes("ISO A", "ANSI", "ARCH"),
    frames: [A1_FRAME, A3_FRAME, ARCH_D_FRAME],
  });

export const iso13567 = (): OfficeStandard =>
  published({
    name: "ISO 13567 names",
    units: "metric",
    layers: ISO_13567,
    scales: ISO_SCALES,
    sizes: sheetSizes("ISO A"),
    frames: [A1_FRAME, A3_FRAME].map(withFixedNames),
  });
