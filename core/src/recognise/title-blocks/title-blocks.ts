import { contains, distanceToBox, grown, together, type BoxMm } from "../../drawing";
import { sidesOf, type FrameEntry } from "../../standard/plain";
import { drawnShare } from "../drawn-edges";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../lettering";
import { LINE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { cellAround } from "./cells";
import { fieldOf, labelled, type TitleField } from "./labels";

/** A title block has so many labelled cells at least, next to each other but for this. Millimetres. */
const LEAST_LABELS = 3;
const NEXT_MM = 1;
/** The office's own frame: its paper within this, its cells where they should be within this, and so many of their edges drawn. */
const PAPER_MM = 2;
const EDGE_MM = 0.4;
const EDGES_DRAWN = 0.85;
const EDGE_SHARE = 0.8;
/** Words that may be labels, beyond which a page is a list of such words; and lines beside them that are looked at. */
const MOST_LABELS = 400;
const MOST_LOOKED_AT = 2_000_000;
const CONFIDENCE = { own: 1, labelled: 0.8 };

/** A cell of a title block: what it is for, and what is written in it. */
export interface TitleCell {
  /** As frames of the standard call it, or what its label means; undefined where neither says. */
  readonly field: string | undefined;
  /** As it is written, or as the frame has it. */
  readonly label: string;
  readonly boxMm: BoxMm;
  /** What stands in it besides its label, from the top down. */
  readonly values: readonly TextLine[];
  /** The value as it reads: one line after the other. */
  readonly value: string;
  readonly labelLine: TextLine | undefined;
}

export interface TitleBlock {
  readonly boxMm: BoxMm;
  readonly cells: readonly TitleCell[];
  /** The frame of the standard that it is; none for another office's. */
  readonly frame?: FrameEntry;
}

export const TITLE_BLOCKS: PageRecogniser<TitleBlock> = {
  id: "title-blocks",
  on: "page",
  finds: "title blocks and their cells",
  from: "the cells of the standard's frames where their lines are drawn; else cells with the labels that title blocks have, next to each other",
  find: (facts) => {
    const lines = facts.of(LINE_WORK)[0]?.value;
    if (!lines) return [];
    const own = ownBlock(facts, lines);
    return own ? [own] : labelledBlocks(facts, lines);
  },
};

/** The title block of a frame of the standard, where its cells are drawn. */
function ownBlock(facts: PageFacts, lines: LineWork): Sure<TitleBlock> | undefined {
  const { widthMm, heightMm } = facts.page;
  for (const frame of facts.file.standard.standard.frames) {
    const { titleBlock, border } = frame;
    if (Math.abs(frame.widthMm - widthMm) > PAPER_MM || Math.abs(frame.heightMm - heightMm) > PAPER_MM) continue;
    if (!titleBlock || titleBlock.cells.length === 0) continue;
    const [x, y] = [widthMm - border.rightMm - titleBlock.widthMm, border.bottomMm];
    const boxes = titleBlock.cells.map((cell) => ({
      x: x + cell.xMm,
      y: y + cell.yMm,
      width: cell.widthMm,
      height: cell.heightMm,
    }));
    if (edgesDrawn(lines, boxes) < EDGES_DRAWN) continue;
    const cells = titleBlock.cells.map((cell, i) => cellOf(facts, boxes[i]!, cell.label, cell.field));
    return block(facts, cells, CONFIDENCE.own, frame);
  }
  return undefined;
}

/** How many of the edges of some boxes are drawn. */
function edgesDrawn(lines: LineWork, boxes: readonly BoxMm[]): number {
  const edges = boxes.flatMap(sidesOf);
  const drawn = edges.filter((edge) => drawnShare(lines, edge, EDGE_MM) >= EDGE_SHARE);
  return edges.length === 0 ? 0 : drawn.length / edges.length;
}

/** Cells with labels that title blocks have, as blocks of those that are next to each other. */
function labelledBlocks(facts: PageFacts, lines: LineWork): Sure<TitleBlock>[] {
  const cells: TitleCell[] = [];
  const labels = facts.of(LETTERING).flatMap(({ value: line }) => {
    const field = fieldOf(line.text) ?? labelled(line.text)?.field;
    return field && Math.abs(line.angleDeg % 90) <= 1 ? [{ line, field }] : [];
  });
  if (labels.length > MOST_LABELS) return [];
  const looked = { left: MOST_LOOKED_AT };
  for (const { line, field } of labels) {
    const boxMm = cellAround(lines, middleOf(line), looked);
    if (!boxMm || cells.some((known) => isSame(known.boxMm, boxMm))) continue;
    cells.push(cellOf(facts, boxMm, line.text, field, line));
  }
  const groups: TitleCell[][] = [];
  for (const cell of cells) {
    const touching = groups.filter((group) => group.some(({ boxMm }) => isNext(boxMm, cell.boxMm)));
    const merged = [cell, ...touching.flat()];
    groups.splice(0, groups.length, ...groups.filter((group) => !touching.includes(group)), merged);
  }
  return groups
    .filter((group) => new Set(group.map(({ field }) => field)).size >= LEAST_LABELS)
    .map((group) => block(facts, withoutHeaders(facts, lines, group, looked), CONFIDENCE.labelled));
}

const isSame = (a: BoxMm, b: BoxMm): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.width - b.width) + Math.abs(a.height - b.height) < 1;

const isNext = (a: BoxMm, b: BoxMm): boolean =>
  a.x - NEXT_MM <= b.x + b.width &&
  b.x - NEXT_MM <= a.x + a.width &&
  a.y - NEXT_MM <= b.y + b.height &&
  b.y - NEXT_MM <= a.y + a.height;

/** Cells without those that head the columns of a table: what belongs to them stands in the cells below or above. */
function withoutHeaders(
  facts: PageFacts,
  lines: LineWork,
  cells: readonly TitleCell[],
  looked: { left: number },
): TitleCell[] {
  return cells.filter(({ boxMm, value }) => {
    if (value !== "") return true;
    const beside = [boxMm.y - 1, boxMm.y + boxMm.height + 1].map((y) =>
      cellAround(lines, [boxMm.x + boxMm.width / 2, y], looked),
    );
    return !beside.some(
      (other) =>
        other &&
        Math.abs(other.x - boxMm.x) < 0.5 &&
        Math.abs(other.width - boxMm.width) < 0.5 &&
        isOfTable(letteringIn(facts, other)),
    );
  });
}

/** A cell of a table holds something, and no label. */
const isOfTable = (inside: readonly TextLine[]): boolean =>
  inside.length > 0 && inside.every(({ text }) => fieldOf(text) === undefined && !labelled(text));

const letteringIn = (facts: PageFacts, boxMm: BoxMm): TextLine[] =>
  facts.of(LETTERING).flatMap(({ value }) => (distanceToBox(boxMm, middleOf(value)) === 0 ? [value] : []));

/** What stands in a cell. */
function cellOf(facts: PageFacts, boxMm: BoxMm, label: string, field: string | undefined, own?: TextLine): TitleCell {
  const inside = letteringIn(facts, boxMm);
  const isLabel = (line: TextLine): boolean =>
    own ? line === own : line.text.trim().toLowerCase() === label.trim().toLowerCase();
  const labelLine = inside.find(isLabel);
  const within = labelLine && labelled(labelLine.text);
  const values = inside
    // Several labels in one cell head columns of a table.
    .filter((line) => line !== labelLine && fieldOf(line.text) === undefined)
    .sort((a, b) => b.startMm[1] - a.startMm[1] || a.startMm[0] - b.startMm[0]);
  const words = [...(within?.value ? [within.value] : []), ...values.map(({ text }) => text)];
  return { field, label: within?.label ?? label, boxMm, values, value: words.join(" ").trim(), labelLine };
}

function block(
  facts: PageFacts,
  cells: readonly TitleCell[],
  confidence: number,
  frame?: FrameEntry,
): Sure<TitleBlock> {
  const boxMm = cells.map((cell) => cell.boxMm).reduce(together);
  const rows = cells.flatMap(({ values, labelLine }) =>
    [...values, ...(labelLine ? [labelLine] : [])].flatMap((line) => line.rows),
  );
  const marks = { of: "texts" as const, rows: Uint32Array.from(new Set(rows)).sort() };
  return { ...measuredOn(facts.page.index, { boxMm, cells, ...(frame ? { frame } : {}) }, marks), confidence };
}

/** Whether lettering runs out of the cell that it stands in. */
export const runsOut = ({ boxMm }: TitleCell, line: TextLine, slackMm: number): boolean =>
  !cornersOf(line).every(([x, y]) => contains(grown(boxMm, slackMm), { x, y, width: 0, height: 0 }));

export type { TitleField };
