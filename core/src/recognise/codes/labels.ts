import { boxOfPoints, contains, distanceToBox, grown } from "../../drawing";
import { parseName } from "../../naming";
import { ARCS, isBubble } from "../arcs";
import { DIMENSIONS } from "../dimensions/dimensions";
import { ROUND_DIMENSIONS } from "../dimensions/round";
import { DRAWING_TITLES } from "../drawing-titles";
import { FRAMES } from "../frames";
import { GRID_LINES } from "../grid-lines";
import { LEADERS } from "../leaders";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../lettering";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { SHEET_FRAMES } from "../sheet-frames";
import { STAMPS } from "../stamps";
import { REVISION_TABLES } from "../title-blocks/revision-tables";
import { TITLE_BLOCKS } from "../title-blocks/title-blocks";
import { LEGENDS } from "./legends";
import { ringLabels } from "./ring-labels";
import { SHEET_REFERENCES } from "./references";

/** A label is as short as this, without blanks. */
const LABEL = /^[A-Z]{1,5}[-.]?\d{0,5}[A-Z]?$/i;
/** Two codes over each other in one frame: finish over structure. */
const TWO = /^([A-Z]{1,5}\d{0,3})\s*\/\s*([A-Z]{1,5}\d{0,3})$/;
/** A frame is no larger than its label by so many heights: lozenges and six-sided frames leave more room than boxes. */
const ROOM = { along: 6, up: 4.4 };
const MOST_FRAMES = 40;

/** A short label that stands for something. */
export interface CodeLabel {
  readonly text: string;
  readonly line: TextLine;
  /** How it is known for a label. */
  readonly by: "frame" | "leader" | "pattern";
  /** Id of the label pattern that it follows; none where it follows none. */
  readonly pattern?: string;
  /** Id of the label pattern that those in frames like its own follow. */
  readonly meant?: string;
}

export const CODE_LABELS: PageRecogniser<CodeLabel> = {
  id: "code-labels",
  on: "page",
  finds: "labels with codes",
  from: "short lettering in a frame, at a leader, or by a label pattern of the standard; not in grid bubbles, zones, title blocks, references, dimensions or running text",
  find: (facts) => labelsOf(facts),
};

function labelsOf(facts: PageFacts): Sure<CodeLabel>[] {
  const lettering = facts.of(LETTERING).map(({ value }) => value);
  const short = lettering.filter((line) => partsOf(line).length > 0);
  if (short.length === 0) return [];
  const other = takenByOthers(facts);
  const patterns = facts.file.standard.standard.labelPatterns;
  const leaders = new Set(facts.of(LEADERS).flatMap(({ value }) => value.line.rows));
  const frames = facts.of(FRAMES)[0]?.value;
  const arcs = facts.of(ARCS)[0]?.value;
  const area = facts.of(SHEET_FRAMES)[0]?.value.areaMm;
  const inRings = ringLabels(
    facts,
    lettering.filter(({ rows }) => !rows.some((row) => other.has(row))),
  );
  return [
    ...inRings,
    ...short.flatMap((line): Sure<CodeLabel>[] => {
      if (inRings.some(({ value }) => value.line === line)) return [];
      if (line.rows.some((row) => other.has(row))) return [];
      if (area && distanceToBox(area, middleOf(line)) > 0) return [];
      const parts = partsOf(line);
      const isLed = line.rows.some((row) => leaders.has(row));
      const isFramed = frames !== undefined && inFrame(line) && !inCircle(line);
      return parts.flatMap((part): Sure<CodeLabel>[] => {
        const pattern = patterns.find((each) => parseName(part, each.pattern).ok)?.id;
        const by = isFramed ? "frame" : isLed ? "leader" : pattern === undefined ? undefined : "pattern";
        if (!by) return [];
        const label = { text: part, line, by, ...(pattern === undefined ? {} : { pattern }) } as const;
        const confidence = by === "pattern" ? 0.8 : 0.95;
        return [
          { ...measuredOn(facts.page.index, label, { of: "texts", rows: Uint32Array.from(line.rows) }), confidence },
        ];
      });
    }),
  ];

  function inFrame(line: TextLine): boolean {
    const own = boxOfPoints(cornersOf(line));
    const around = frames?.around(middleOf(line)) ?? [];
    // Where dozens of outlines lie upon each other, none of them frames anything.
    if (around.length > MOST_FRAMES) return false;
    return around.some(
      (box) =>
        contains(grown(box, 0.3), own) &&
        box.width <= own.width + ROOM.along * line.heightMm &&
        box.height <= own.height + ROOM.up * line.heightMm &&
        !frames?.isCell(box),
    );
  }

  /** Circles are bubbles of grids, marks of sections and numbers of drawings more often than frames of codes. */
  function inCircle(line: TextLine): boolean {
    const at = middleOf(line);
    const most = ROOM.along * line.heightMm;
    const anySize = { least: 0, most: Infinity, off: 0.5 };
    return (arcs?.passing(at, most, most) ?? []).some((arc) => isBubble(arc, at, anySize));
  }
}

/** The labels that a line may be: one, or two over each other. */
function partsOf({ text }: TextLine): string[] {
  const parts = TWO.exec(text.trim())?.slice(1) ?? [text.trim()];
  return parts.every((part) => LABEL.test(part)) ? parts : [];
}

/** Rows of lettering that is something else. */
function takenByOthers(facts: PageFacts): Set<number> {
  const lines: TextLine[] = [
    ...facts
      .of(TITLE_BLOCKS)
      .flatMap(({ value }) =>
        value.cells.flatMap(({ values, labelLine }) => [...values, ...(labelLine ? [labelLine] : [])]),
      ),
    ...facts.of(LEGENDS).flatMap(({ value }) => [...value.entries.flatMap((entry) => entry.lines), ...value.samples]),
    ...facts.of(REVISION_TABLES).flatMap(({ value }) => value.lines),
    ...facts.of(STAMPS).flatMap(({ value }) => value.lines),
    ...facts.of(DIMENSIONS).map(({ value }) => value.figure),
    ...facts.of(ROUND_DIMENSIONS).map(({ value }) => value.figure),
  ];
  const rows = new Set(lines.flatMap((line) => line.rows));
  for (const recogniser of [DRAWING_TITLES, GRID_LINES, SHEET_REFERENCES] as const)
    for (const { evidence } of facts.of(recogniser as PageRecogniser<unknown>))
      for (const { marks } of evidence) if (marks?.of === "texts") for (const row of marks.rows) rows.add(row);
  return rows;
}
