import { readStandard, type OfficeStandard } from "@hemstitch/core/standard";
import { preset } from "@hemstitch/core/standard/presets";
import type { Chance } from "../recognition/chance";
import type { Fault } from "./faults";

/** How one office sets its dimensions, and at what scale a sheet of it is drawn. Millimetres on paper. */
export interface Office {
  readonly standard: OfficeStandard;
  readonly isMetric: boolean;
  /** Building millimetres per paper millimetre, and how it is written. */
  readonly scale: number;
  readonly note: string;
  readonly terminator: "oblique-tick" | "filled-arrow" | "open-arrow" | "dot" | "circle";
  readonly terminatorMm: number;
  readonly textMm: number;
  readonly place: "above-line" | "in-line";
  readonly gap: number;
  /** Of extension lines from the overshoot inwards; none where they run up to the gap. */
  readonly fixed: number | undefined;
  readonly overshoot: number;
  readonly first: number;
  readonly pitch: number;
  /** Step of everything that is planned, building millimetres. */
  readonly module: number;
}

/** Every family that one of the makers writes with. */
const FAMILIES = [
  "Helvetica",
  "Times",
  "Courier",
  "DejaVu Sans",
  "DejaVu Serif",
  "DejaVu Sans Mono",
  "Liberation Serif",
  "Liberation Mono",
];

const SCALES = {
  metric: [
    [50, "1:50"],
    [100, "1:100"],
  ],
  feet: [
    [48, `1/4" = 1'-0"`],
    [96, `1/8" = 1'-0"`],
  ],
} as const;

const UNLISTED = { metric: [75, "1:75"], feet: [64, `3/16" = 1'-0"`] } as const;

/** An office of our making: the demo office's lists, with a dimension style of its own. */
export function officeOf(chance: Chance, fault: Fault | undefined): Office {
  const isMetric = chance.is(0.6);
  const [scale, note] =
    fault === "scale/unlisted"
      ? UNLISTED[isMetric ? "metric" : "feet"]
      : chance.one<readonly [number, string]>(SCALES[isMetric ? "metric" : "feet"]);
  const textMm = chance.one([1.8, 2.5, 2.5, 3.5]);
  const terminator = chance.one<Office["terminator"]>([
    "oblique-tick",
    "oblique-tick",
    "filled-arrow",
    "open-arrow",
    "dot",
    "circle",
  ]);
  const place = chance.one<Office["place"]>(["above-line", "above-line", "in-line"]);
  const pitch = Math.round(Math.max(8, textMm * 3) + chance.between(0, 3));
  const look = {
    isMetric,
    scale,
    note,
    terminator,
    terminatorMm: chance.one([2, 2.5, 3]),
    textMm,
    place,
    gap: chance.one([1.5, 2, 3]),
    fixed: chance.is(0.5) ? chance.one([4, 5]) : undefined,
    overshoot: chance.one([1, 1.5, 2]),
    first: chance.one([12, 14, 18]),
    pitch,
    module: isMetric ? 50 : 25.4,
  };
  // What a row fails to add up by would be off the module, too.
  return { ...look, standard: standardOf(look, fault !== "dim/row-sum") };
}

function standardOf(look: Omit<Office, "standard">, hasModule: boolean): OfficeStandard {
  const plain = JSON.parse(JSON.stringify(preset("tarnwick"))) as Record<string, Record<string, unknown>[]>;
  for (const style of plain["textStyles"] ?? []) style["fonts"] = FAMILIES;
  if (!hasModule) for (const style of plain["unitStyles"] ?? []) delete style["module"];
  const dimensions = {
    terminator: look.terminator,
    terminatorMm: look.terminatorMm,
    textStyle: `lettering-${look.textMm}`,
    textPlace: look.place,
    gapMm: look.gap,
    extension: look.fixed === undefined ? "full" : "fixed",
    ...(look.fixed === undefined ? {} : { extensionMm: look.fixed }),
    overshootMm: look.overshoot,
    firstRowMm: look.first,
    pitchMm: look.pitch,
  };
  for (const style of plain["dimensionStyles"] ?? []) Object.assign(style, dimensions);
  // Some makers write the standard fonts of PDF by their names alone: these offices take them.
  const rules = { "file/font-not-embedded": { severity: "off" } };
  const checked = readStandard(JSON.stringify({ ...plain, rules }));
  if (!checked.ok) throw new Error(`The standard of the bench is not sound: ${JSON.stringify(checked)}`);
  return checked.standard;
}
