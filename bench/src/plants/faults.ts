/** What a planted sheet may have wrong: the rule that has to find it, and which way where there are several. */
export const FAULTS = [
  "text/height",
  "text/placeholder",
  "text/overlaps",
  "text/overlaps lines",
  "text/direction",
  "dim/value-not-length",
  "dim/row-sum",
  "dim/odd-fraction",
  "dim/format",
  "dim/terminator",
  "dim/terminator size",
  "dim/extension gap",
  "dim/extension overshoot",
  "dim/row-spacing",
  "dim/row-order",
  "dim/row-repeated",
  "dim/crowded",
  "scale/missing",
  "scale/unlisted",
  "scale/note-not-drawn",
  "scale/bar-not-true",
  "hatch/unknown",
  "hatch/spacing",
  "hatch/part-unit",
  "hatch/open-boundary",
  "line/width-off-series",
  "line/hairline",
  "line/type-unknown",
  "line/too-close",
  "line/untrimmed",
  "line/untrimmed short",
  "line/doubled",
] as const;
export type Fault = (typeof FAULTS)[number];

/** The rule of a fault. */
export const ruleOf = (fault: Fault): string => fault.split(" ")[0] ?? fault;
