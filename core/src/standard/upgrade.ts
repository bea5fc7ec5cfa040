import { SHEET_NUMBERS } from "../naming";
import { emptyLists } from "./lists";
import { CODE_GROUPS, STANDARD_FORMAT } from "./model/choices";
import type { OfficeStandard, StandardLists } from "./model";

/** What a standard that says nothing yet holds besides its name: every list without entries. */
export const emptyChapters = (): StandardLists & Pick<OfficeStandard, "showing" | "legendOrder"> => ({
  ...emptyLists(),
  showing: {},
  legendOrder: [...CODE_GROUPS],
});

/**
 * Brings the JSON of an earlier form to today's. Lists that came into the form after it was written are empty in it.
 * What is of no known form stays as it is.
 */
export function upgraded(content: Record<string, unknown>): Record<string, unknown> {
  const step = STEPS.get(String(content["format"]));
  if (step) return upgraded(step(content));
  return content["format"] === STANDARD_FORMAT ? { ...emptyLists(), ...content } : content;
}

/** What each earlier form lacked, by its name: one step to the form after it. */
const STEPS: ReadonlyMap<string, (content: Record<string, unknown>) => Record<string, unknown>> = new Map([
  ["hemstitch-standard-1", withChapters],
  ["hemstitch-standard-2", withFiguresAtRules],
]);

/** The first form had five chapters: those that it did not have yet are empty. */
function withChapters(content: Record<string, unknown>): Record<string, unknown> {
  const { scales, naming, frames, ...rest } = content;
  return {
    ...emptyChapters(),
    ...rest,
    format: "hemstitch-standard-2",
    naming: typeof naming === "object" && naming !== null ? { sheets: SHEET_NUMBERS, ...naming } : naming,
    scales: Array.isArray(scales)
      ? scales.map((scale: unknown) => (typeof scale === "string" ? scaleEntry(scale) : scale))
      : scales,
    frames: Array.isArray(frames) ? frames.map(withLayers) : frames,
  };
}

/** Frames of the first form were drawn on these layers, whatever the scheme. */
const FIRST_FRAME_LAYERS = { frame: "A-ANNO-TTLB", cells: "A-ANNO-TTLB-LINE", titles: "A-ANNO-TTLT" };

const withLayers = (frame: unknown): unknown => (isRecord(frame) ? { layers: FIRST_FRAME_LAYERS, ...frame } : frame);

/** Where the figures of the second form stand now, and what was usual then. */
const TOLERANCES = {
  widthMm: { rule: "line/width-off-series", parameter: "offMm", usual: 0.01 },
  heightShare: { rule: "text/height", parameter: "offShare", usual: 0.04 },
  dashShare: { rule: "line/type-unknown", parameter: "offShare", usual: 0.15 },
  sheetMm: { rule: "sheet/size", parameter: "offMm", usual: 2 },
} as const;

/** The second form had four figures for all rules together; since the third, each rule has its own, where they were changed. */
function withFiguresAtRules(content: Record<string, unknown>): Record<string, unknown> {
  const { tolerances, rules, layers, ...rest } = content;
  const settings: Record<string, unknown> = isRecord(rules) ? { ...rules } : {};
  for (const [name, { rule, parameter, usual }] of Object.entries(TOLERANCES)) {
    const value = isRecord(tolerances) ? tolerances[name] : undefined;
    if (value === undefined || value === usual) continue;
    const setting = settings[rule];
    settings[rule] = { ...(isRecord(setting) ? setting : {}), parameters: { [parameter]: value } };
  }
  return {
    ...rest,
    format: "hemstitch-standard-3",
    layers: Array.isArray(layers) ? withRoles(layers) : layers,
    rules: rules === undefined || isRecord(rules) ? settings : rules,
  };
}

/** What was made out of the letters of a layer's name before layers could say what they stand for. */
const GUESSED_ROLES = [
  ["symbols", /SYMB/],
  ["legends", /LEGN/],
  ["titles", /TTLT/],
  ["notes", /NOTE/],
  ["lettering", /TEXT/],
] as const;

/** The first layer in use whose name was taken for a role is said to have it. */
function withRoles(layers: readonly unknown[]): unknown[] {
  const roles = new Map<unknown, string>();
  for (const [role, letters] of GUESSED_ROLES) {
    const layer = layers.find(
      (each) =>
        isRecord(each) &&
        each["plots"] === true &&
        !each["withdrawn"] &&
        letters.test(String(each["name"])) &&
        !roles.has(each),
    );
    if (layer) roles.set(layer, role);
  }
  return layers.map((layer) => {
    const role = roles.get(layer);
    return isRecord(layer) && role ? { role, ...layer } : layer;
  });
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A listed scale from how it is written: feet or inches in it say its system. */
export const scaleEntry = (scale: string): { scale: string; system: "metric" | "feet-inches" } => ({
  scale,
  system: /['"=]/.test(scale) ? "feet-inches" : "metric",
});
