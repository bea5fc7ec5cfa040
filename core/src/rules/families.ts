/** The families of rules, in the order in which people read findings. */
export const FAMILIES = {
  file: "Files",
  layer: "Layers",
  line: "Lines",
  hatch: "Hatches",
  text: "Text",
  dim: "Dimensions",
  scale: "Scales",
  sheet: "Sheets",
  title: "Title blocks",
  code: "Codes",
  kind: "Drawing kinds",
  build: "The building",
  set: "Plan sets",
  ref: "References",
} as const;
export type Family = keyof typeof FAMILIES;

/** The family of a rule, by its id. */
export const familyOf = (id: string): Family => id.slice(0, id.indexOf("/")) as Family;
