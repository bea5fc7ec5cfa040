import { counted, listed, mm, uncapitalised } from "../../base/words";
import {
  inWords,
  keyOf,
  LISTS,
  PROPERTIES,
  valueAt,
  type DimensionStyleEntry,
  type Entry,
  type FontEntry,
  type FrameEntry,
  type HatchEntry,
  type LabelPatternEntry,
  type LineTypeEntry,
  type ListName,
  type PenScheduleEntry,
  type ScaleEntry,
  type StandardNoteEntry,
  type TextStyleEntry,
  type WallTypeEntry,
} from "../../standard";

/** What an entry says, in sentences that a drafter reads. */
export function sentencesOf(list: ListName, entry: Entry): string {
  const said = SAID[list]?.(entry) ?? plainly(list, entry);
  const note = entry["note"];
  return [said, typeof note === "string" && note !== "" ? sentence(note) : ""].filter(Boolean).join(" ");
}

/** What an entry is called: its title with the name that files and other entries know it by. */
export function nameOf(list: ListName, entry: Entry): string {
  const [key, title] = [keyOf(list, entry), entry["title"]];
  return typeof title === "string" && title !== "" && title !== key ? `${title} (${key})` : key;
}

const sentence = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);
const spaced = (choice: string): string => choice.replaceAll("-", " ");

/** For lists that nothing more is written about: what is said of each property, one after the other. */
function plainly(list: ListName, entry: Entry): string {
  const said = PROPERTIES[list]
    .filter(({ path, aside }) => path !== LISTS[list].key && path !== "title" && path !== "note" && !aside)
    .map((property) => ({ title: property.title, words: inWords(valueAt(entry, property.path), property) }))
    .filter(({ words }) => words !== "nothing");
  return said.map(({ title, words }) => `${title}: ${words}.`).join(" ");
}

const SAID: Partial<Record<ListName, (entry: Entry) => string>> = {
  scales: (entry) => {
    const { system } = entry as ScaleEntry;
    return system === "metric" ? "For metric drawings." : "For drawings in feet and inches.";
  },
  lineTypes: (entry) => {
    const { pattern, isoNumber } = entry as LineTypeEntry;
    const dashes =
      pattern.length === 0
        ? "A line without gaps."
        : `Dashes and gaps of ${listed(pattern.map(String), "and")} line widths in turn.`;
    return isoNumber ? `${dashes} It has the number ${isoNumber} in ISO 128.` : dashes;
  },
  penSchedules: (entry) => {
    const { changes } = entry as PenScheduleEntry;
    if (changes.length === 0) return "It changes no pen.";
    return `It changes the pens of ${counted(changes.length, "layer")}: ${listed(changes.map(({ layer, pen }) => `${layer} plots in ${pen}`))}.`;
  },
  hatches: (entry) => hatch(entry as HatchEntry),
  textStyles: (entry) => {
    const { heightMm, fonts, use, letterCase, spacingPercent, strokeMm, blankGround, frame } = entry as TextStyleEntry;
    const set = fonts.length === 0 ? "in any font" : `in ${listed(fonts, "or")}`;
    return [
      `Capitals are ${mm(heightMm)} high, ${set}.`,
      use === "" ? "" : sentence(`For ${uncapitalised(use)}`),
      letterCase === "capitals" ? "It is written in capitals." : "",
      spacingPercent ? `Letters are set ${spacingPercent} % of the height farther apart.` : "",
      strokeMm ? `Strokes are ${mm(strokeMm)} wide.` : "",
      frame === undefined || frame === "none" ? "" : `It stands in a ${frame === "box" ? "frame" : "rounded frame"}.`,
      blankGround ? "The ground behind it is left blank." : "",
    ]
      .filter(Boolean)
      .join(" ");
  },
  fonts: (entry) => {
    const { licence } = entry as FontEntry;
    return licence === ""
      ? "Nothing is said of its licence."
      : sentence(`It may be used under this licence: ${licence}`);
  },
  dimensionStyles: (entry) => dimensions(entry as DimensionStyleEntry),
  frames: (entry) => frame(entry as FrameEntry),
  labelPatterns: (entry) => {
    const { pattern } = entry as LabelPatternEntry;
    const fields = listed(pattern.fields.map(({ title, required }) => (required ? title : `${title} where needed`)));
    const examples = pattern.examples.length > 0 ? ` For example ${listed(pattern.examples)}.` : "";
    return `A label is put together of ${fields}.${examples}`;
  },
  wallTypes: (entry) => `${mm((entry as WallTypeEntry).thicknessMm)} thick.`,
  notes: (entry) => (entry as StandardNoteEntry).text,
};

function hatch({ material, basis, start, families, layer, pen }: HatchEntry): string {
  const lines = families.map(({ angleDeg, spacingMm, dashMm }) => {
    const apart = spacingMm === 0 ? "one line" : `lines ${mm(spacingMm)} apart`;
    return `${apart} at ${angleDeg}°${dashMm.length > 0 ? `, dashed ${dashMm.join(" – ")} mm` : ""}`;
  });
  const on = [layer === undefined ? "" : `on ${layer}`, pen === undefined ? "" : `in the ${pen} pen`].filter(Boolean);
  return [
    material === "" ? "" : `It stands for ${uncapitalised(material)}.`,
    lines.length === 0 ? "It is a solid fill." : `It has ${listed(lines)}.`,
    basis === "paper"
      ? "These lengths are on paper, the same at every scale."
      : "These lengths are in the building, and shrink with the scale.",
    start === "whole-unit-lower-left" ? "It begins with a whole unit at the lower left corner." : "",
    on.length > 0 ? `It is drawn ${on.join(" ")}.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}

function dimensions(style: DimensionStyleEntry): string {
  const { terminator, terminatorMm, leaderTerminator, leaderTerminatorMm, rows } = style;
  const ended = (kind: string, size: number): string =>
    kind === "none" ? "nothing" : `${spaced(kind)}s of ${mm(size)}`;
  const place = style.textPlace === "above-line" ? "above the line" : "in the line, which is broken for it";
  const direction = style.textDirection === "along-line" ? "along it" : "level";
  const extension =
    style.extension === "fixed" ? `are ${mm(style.extensionMm)} long` : "reach from the object to the line";
  return [
    `Dimension lines end in ${ended(terminator, terminatorMm)}, leaders in ${ended(leaderTerminator, leaderTerminatorMm)}.`,
    `The text is in ${style.textStyle}, ${place} and ${direction}; lengths are written as in ${style.unitStyle}.`,
    `Extension lines leave ${mm(style.gapMm)} free at the object, ${extension}, and go ${mm(style.overshootMm)} beyond.`,
    `The first row stands ${mm(style.firstRowMm)} from the object, each further one ${mm(style.pitchMm)} from the one before.`,
    rows.length > 0 ? `From outside in the rows are ${listed(rows)}.` : "",
    style.repeats === "left-out" ? "A row that repeats another is left out." : "A row that repeats another is drawn.",
    style.layer === undefined ? "" : `Dimensions stand on ${style.layer}.`,
  ]
    .filter(Boolean)
    .join(" ");
}

function frame({ widthMm, heightMm, border, centringMarks, zoneMm, titleBlock, items = [], bays }: FrameEntry): string {
  const { leftMm, rightMm, topMm, bottomMm } = border;
  const marks = [
    zoneMm > 0 ? `zone fields of ${mm(zoneMm)}` : "",
    centringMarks ? "centring marks" : "",
    ...items.map((item) => (item.title === "" ? item.kind : item.title.toLowerCase())),
  ].filter(Boolean);
  return [
    `The sheet is ${widthMm} × ${heightMm} mm, with borders of ${mm(leftMm)} left, ${mm(rightMm)} right, ${mm(topMm)} above and ${mm(bottomMm)} below.`,
    marks.length > 0 ? `It has ${listed(marks)}.` : "",
    `The title block is ${titleBlock.widthMm} × ${titleBlock.heightMm} mm, with ${counted(titleBlock.cells.length, "cell")}.`,
    bays ? `Drawings go into ${bays.columns} × ${bays.rows} bays, ${mm(bays.gapMm)} apart.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
