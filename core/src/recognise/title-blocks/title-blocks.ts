import { grown, together, type BoxMm } from "../../drawing";
import { sidesOf, type FrameEntry } from "../../standard/plain";
import { drawnShare } from "../drawn-edges";
import { LETTERING, middleOf } from "../lettering";
import { SQUARE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { cellAround } from "./cells";
import { withoutHeaders } from "./column-heads";
import { cellsOf, type Label } from "./label-cells";
import { fieldOf, labelled } from "./labels";
import { REVISION_TABLES } from "./revision-tables";
import { cellOf, letteringIn, type TitleCell } from "./title-cell";

/** A title block has so many labelled cells at least, next to each other but for this. Millimetres. */
const LEAST_LABELS = 3;
const NEXT_MM = 1;
/** Numbers of sheets without a label: how they are written, how large, and how far beside the labelled cells. */
const SHEET_NUMBER = /^[A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?$/;
const LEAST_NUMBER_MM = 3.4;
const NUMBER_BESIDE_MM = 60;
/** Cells of a block may be kept apart by others that are so high. */
const STRAY_MM = 40;
/** The office's own frame: its paper within this, its cells where they should be within this, and so many of their edges drawn. */
const PAPER_MM = 2;
const EDGE_MM = 0.4;
const EDGES_DRAWN = 0.85;
const EDGE_SHARE = 0.8;
/** Words that may be labels, beyond which a page is a list of such words; and lines beside them that are looked at. */
const MOST_LABELS = 400;
const MOST_LOOKED_AT = 2_000_000;
const CONFIDENCE = { own: 1, labelled: 0.8 };

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
    const lines = facts.of(SQUARE_WORK)[0]?.value;
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
    if (!areDrawn(lines, boxes)) continue;
    const cells = titleBlock.cells.map((cell, i) => cellOf(facts, boxes[i]!, cell.label, cell.field));
    return block(facts, cells, CONFIDENCE.own, frame);
  }
  return undefined;
}

/** Whether nearly all edges of some boxes are drawn; too many that are not end the search. */
function areDrawn(lines: LineWork, boxes: readonly BoxMm[]): boolean {
  const edges = boxes.flatMap(sidesOf);
  let left = Math.floor((1 - EDGES_DRAWN) * edges.length);
  return edges.every((edge) => drawnShare(lines, edge, EDGE_MM) >= EDGE_SHARE || left-- > 0);
}

/** Cells with labels that title blocks have, as blocks of those that are next to each other. */
function labelledBlocks(facts: PageFacts, lines: LineWork): Sure<TitleBlock>[] {
  const inTables = new Set(facts.of(REVISION_TABLES).flatMap(({ value }) => value.lines));
  const words = facts.of(LETTERING).flatMap(({ value: line }) => {
    const field = inTables.has(line) ? undefined : (fieldOf(line.text) ?? labelled(line.text)?.field);
    return field && Math.abs(line.angleDeg % 90) <= 1 ? [{ line, field }] : [];
  });
  if (words.length > MOST_LABELS) return [];
  const looked = { left: MOST_LOOKED_AT };
  const labels = words.flatMap((each): Label[] => {
    const boxMm = cellAround(lines, middleOf(each.line), looked);
    return boxMm ? [{ ...each, boxMm }] : [];
  });
  const cells = cellsOf(facts, lines, labels, looked);
  const groups: TitleCell[][] = [];
  for (const cell of cells) {
    const touching = groups.filter((group) => group.some(({ boxMm }) => isNext(boxMm, cell.boxMm)));
    const merged = [cell, ...touching.flat()];
    groups.splice(0, groups.length, ...groups.filter((group) => !touching.includes(group)), merged);
  }
  return withStrays(groups)
    .map((group) => withoutHeaders(facts, lines, group, looked))
    .filter(isBlock)
    .map((cells) => block(facts, [...cells, ...numberWithoutLabel(facts, lines, cells, looked)], CONFIDENCE.labelled));
}

/** Whether cells are so many fields that they are a title block. */
const isBlock = (cells: readonly TitleCell[]): boolean => new Set(cells.map(({ field }) => field)).size >= LEAST_LABELS;

/** Groups that are blocks, each with the few cells that a field without a known label keeps apart from it. */
function withStrays(groups: readonly TitleCell[][]): TitleCell[][] {
  const blocks = groups.filter(isBlock).map((group) => group.slice());
  const strays = groups.filter((group) => !isBlock(group)).flat();
  for (const stray of strays) {
    const block = blocks.find((group) => {
      const box = group.map(({ boxMm }) => boxMm).reduce(together);
      const [a, b] = [stray.boxMm, box];
      const isInColumn = a.x >= b.x - NEXT_MM && a.x + a.width <= b.x + b.width + NEXT_MM;
      return isInColumn && isNext(grown(a, STRAY_MM), b) && !group.some(({ field }) => field === stray.field);
    });
    block?.push(stray);
  }
  return blocks;
}

/** The number of a sheet stands large in its block, often without a label. */
function numberWithoutLabel(
  facts: PageFacts,
  lines: LineWork,
  cells: readonly TitleCell[],
  looked: { left: number },
): TitleCell[] {
  if (cells.some(({ field }) => field === "number")) return [];
  const box = grown(cells.map(({ boxMm }) => boxMm).reduce(together), NUMBER_BESIDE_MM);
  const taken = new Set(cells.flatMap(({ values, labelLine }) => [...values, ...(labelLine ? [labelLine] : [])]));
  const [line] = letteringIn(facts, box)
    .filter((each) => !taken.has(each) && each.heightMm >= LEAST_NUMBER_MM && SHEET_NUMBER.test(each.text.trim()))
    .sort((a, b) => b.heightMm - a.heightMm);
  const boxMm = line && cellAround(lines, middleOf(line), looked);
  if (!line || !boxMm || letteringIn(facts, boxMm).some((other) => other !== line && taken.has(other))) return [];
  return [
    { field: "number", label: "Sheet number", boxMm, values: [line], value: line.text.trim(), labelLine: undefined },
  ];
}

const isNext = (a: BoxMm, b: BoxMm): boolean =>
  a.x - NEXT_MM <= b.x + b.width &&
  b.x - NEXT_MM <= a.x + a.width &&
  a.y - NEXT_MM <= b.y + b.height &&
  b.y - NEXT_MM <= a.y + a.height;

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
