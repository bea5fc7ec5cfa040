/** Lists of entries in a standard: what an entry is known by, what it is called, and how many there may be. */
export const LISTS = {
  unitStyles: { key: "id", one: "length style", many: "Length styles", most: 40 },
  scales: { key: "scale", one: "scale", many: "Listed scales", most: 200 },
  reductions: { key: "id", one: "reduction", many: "Reductions", most: 20 },
  layers: { key: "name", one: "layer", many: "Layers", most: 20_000 },
  pens: { key: "id", one: "pen", many: "Pens", most: 200 },
  lineTypes: { key: "id", one: "line type", many: "Line types", most: 200 },
  penSchedules: { key: "id", one: "pen schedule", many: "Pen schedules", most: 100 },
  hatches: { key: "id", one: "hatch", many: "Hatches", most: 500 },
  textStyles: { key: "id", one: "text style", many: "Text styles", most: 200 },
  fonts: { key: "family", one: "font", many: "Fonts", most: 100 },
  dimensionStyles: { key: "id", one: "dimension style", many: "Dimension styles", most: 100 },
  kinds: { key: "id", one: "drawing kind", many: "Drawing kinds", most: 100 },
  sheetSizes: { key: "id", one: "sheet size", many: "Sheet sizes", most: 200 },
  frames: { key: "id", one: "sheet frame", many: "Sheet frames", most: 100 },
  series: { key: "id", one: "series", many: "Series", most: 200 },
  codes: { key: "code", one: "code", many: "Codes", most: 5000 },
  labelPatterns: { key: "id", one: "label pattern", many: "Label patterns", most: 100 },
  wallTypes: { key: "id", one: "wall type", many: "Wall types", most: 500 },
  openings: { key: "id", one: "opening", many: "Openings", most: 1000 },
  slopes: { key: "slope", one: "slope", many: "Slopes", most: 100 },
  notes: { key: "id", one: "standard note", many: "Standard notes", most: 500 },
} as const satisfies Record<string, { key: string; one: string; many: string; most: number }>;

export type ListName = keyof typeof LISTS;
export const LIST_NAMES = Object.keys(LISTS) as ListName[];
export const isListName = (name: string): name is ListName => Object.hasOwn(LISTS, name);
