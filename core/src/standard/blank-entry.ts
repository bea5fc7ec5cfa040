import { DESCRIPTIONS, type ListName } from "./describe/lists";
import type { Described, Member } from "./describe/property";
import { emptyLists, type Entry } from "./lists";
import type { OfficeStandard } from "./model";

/** What a new entry of a list begins with; its key is still to be given. */
export function blankEntry(standard: OfficeStandard, list: ListName): Entry {
  const described = blankOf(DESCRIPTIONS[list].properties);
  return { ...described, ...(BEGINNINGS[list]?.(standard) ?? {}) };
}

const isOptional = (member: Member & { readonly optional?: boolean }): boolean => member.optional === true;

/** What is described to begin with; what may be left out is left out. */
function blankOf(described: Described): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(described).flatMap(([name, member]) => {
      if (isOptional(member)) return [];
      if ("group" in member) return [[name, blankOf(member.group)] as const];
      return member.blank === undefined ? [] : [[name, structuredClone(member.blank)] as const];
    }),
  );
}

const firstOf = (entries: readonly { readonly id: string }[]): string => entries[0]?.id ?? "";

/** What of a new entry depends on what the standard has already. */
const BEGINNINGS: Partial<Record<ListName, (standard: OfficeStandard) => Entry>> = {
  unitStyles: ({ units }) => ({ system: units === "metric" ? "mm" : "feet-inches" }),
  scales: ({ units }) => ({ system: units }),
  layers: (standard) => ({
    ...finePen(standard),
    ...(standard.lineTypes[0] ? { lineType: firstOf(standard.lineTypes) } : {}),
  }),
  hatches: finePen,
  textStyles: ({ textStyles }) => ({ fonts: textStyles[0]?.fonts ?? [] }),
  dimensionStyles: ({ textStyles, unitStyles }) => ({
    textStyle: textStyles[1]?.id ?? firstOf(textStyles),
    unitStyle: firstOf(unitStyles),
  }),
  frames: ({ frames: [first], layers }) => ({
    ...(first ? { titleBlock: structuredClone(first.titleBlock) } : {}),
    layers: { ...(first?.layers ?? onOneLayer(layers[0]?.name ?? "frame")) },
  }),
};

/** The pen of most lines: the second of those there are. */
function finePen({ pens }: OfficeStandard): Entry {
  const pen = [...pens].sort((a, b) => a.widthMm - b.widthMm)[1] ?? pens[0];
  return pen ? { pen: pen.id } : {};
}

/** A frame begins with all that it draws on one layer. */
const onOneLayer = (name: string) => ({ frame: name, cells: name, titles: name });

/**
 * A standard of the same form that says nothing: for those who ask without seeing the office's own. Neither its names,
 * nor how they are put together, nor what its drawings are judged by.
 */
export const withoutEntries = ({ format, name, units }: OfficeStandard): OfficeStandard => ({
  format,
  name,
  edition: "draft",
  units,
  ...emptyLists(),
  naming: { layers: NO_GRAMMAR, sheets: ANY_NUMBER, defaultLayers: [] },
  showing: {},
  legendOrder: [],
  rules: {},
});

/** A grammar that is not settled: nothing can be told from it. */
const NO_GRAMMAR = { id: "none", title: "Names", source: "", separator: "-", filler: "", fields: [], examples: [] };

/** Sheets always have a grammar; this one takes any figures. */
const ANY_NUMBER = {
  ...NO_GRAMMAR,
  fields: [
    { id: "number", title: "number", characters: "digits" as const, minLength: 1, maxLength: 4, required: true },
  ],
  examples: ["1"],
};
