import { groupedBy } from "../../base/grouped";
import { boxOfPoints, contains, distanceToBox, grown, together, type BoxMm, type PointMm } from "../../drawing";
import { sidesOf, type FrameEntry } from "../../standard/plain";
import { drawnShare } from "../drawn-edges";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../lettering";
import { SQUARE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { cellAround } from "./cells";
import { fieldOf, labelled, type TitleField } from "./labels";
import { REVISION_TABLES } from "./revision-tables";

/** A title block has so many labelled cells at least, next to each other but for this. Millimetres. */
const LEAST_LABELS = 3;
const NEXT_MM = 1;
/** Numbers of sheets without a label: how they are written, how large, and how far beside the labelled cells. */
const SHEET_NUMBER = /^[A-Z]{1,3}[-.]?\d{1,4}(?:\.\d{1,3})?[A-Z]?$/;
const LEAST_NUMBER_MM = 3.4;
const NUMBER_BESIDE_MM = 60;
/** So many labels in a column of their own have their values beside them. */
const LEAST_COLUMN = 2;
/** Values stand on the line of their label within this share of its height, and begin no more before it than this. */
const SAME_ROW = 0.7;
const BEFORE_MM = 1;
const SAME_COLUMN_MM = 0.5;
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

/** A word that may label a field, in the cell that is drawn around it. */
interface Label {
  readonly line: TextLine;
  readonly field: TitleField;
  readonly boxMm: BoxMm;
}

/** A label, or a word that stands as one. */
type LabelOfAny = Pick<Label, "line"> & { readonly field: TitleField | undefined };

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

/** The cell of each label: what is drawn around it, that beside it where labels have cells of their own, or its part of one. */
function cellsOf(facts: PageFacts, lines: LineWork, labels: readonly Label[], looked: { left: number }): TitleCell[] {
  const groups: Label[][] = [];
  for (const label of labels) {
    const known = groups.find(([first]) => first && isSame(first.boxMm, label.boxMm));
    if (known) known.push(label);
    else groups.push([label]);
  }
  const beside = valuesBeside(facts, lines, groups, looked);
  return groups.flatMap((group): TitleCell[] => {
    const [first, ...others] = group;
    if (!first) return [];
    const values = beside.get(first);
    if (values) return [cellOf(facts, values, first.line.text, first.field, first.line)];
    return others.length > 0
      ? sharedCell(facts, group)
      : [cellOf(facts, first.boxMm, first.line.text, first.field, first.line)];
  });
}

/** Where labels stand in a column of their own, the cells of their values beside them, by the label. */
function valuesBeside(
  facts: PageFacts,
  lines: LineWork,
  groups: readonly (readonly Label[])[],
  looked: { left: number },
): Map<Label, BoxMm> {
  const alone = groups.flatMap((group): Label[] => {
    const [label, ...others] = group;
    const isAlone = label && others.length === 0 && !labelled(label.line.text)?.value;
    return isAlone && letteringIn(facts, label.boxMm).length === 1 ? [label] : [];
  });
  const found = new Map<Label, BoxMm>();
  for (const column of groupedBy(alone, ({ boxMm }) => `${Math.round(boxMm.x)} ${Math.round(boxMm.width)}`).values()) {
    const pairs = column.flatMap((label): [Label, BoxMm][] => {
      const { x, y, width, height } = label.boxMm;
      const right = cellAround(lines, [x + width + NEXT_MM, y + height / 2], looked);
      const isLevel = right && Math.abs(right.y - y) + Math.abs(right.height - height) < NEXT_MM;
      const isValue = isLevel && letteringIn(facts, right).every(({ text }) => fieldOf(text) === undefined);
      return isValue ? [[label, right]] : [];
    });
    // One empty cell beside another says nothing; most of a column with something beside each is a table of both.
    const filled = pairs.filter(([, right]) => letteringIn(facts, right).length > 0).length;
    if (pairs.length >= LEAST_COLUMN && filled * 2 > column.length)
      for (const [label, right] of pairs) found.set(label, right);
  }
  return found;
}

/** Several labels between the same lines: each has what stands to its right, or below it, before the next. */
function sharedCell(facts: PageFacts, known: readonly Label[]): TitleCell[] {
  const [first] = known;
  if (!first) return [];
  const labels = [...known, ...labelsLike(known, letteringIn(facts, first.boxMm))];
  const values = new Map<LabelOfAny, TextLine[]>(labels.map((label) => [label, []]));
  for (const line of letteringIn(facts, first.boxMm)) {
    if (labels.some((label) => label.line === line)) continue;
    const own = labels
      .flatMap((label) => {
        const [along, down] = placedBy(label.line, line);
        const isRight = Math.abs(down) <= SAME_ROW * label.line.heightMm;
        const isBelow = down > 0 && along > -BEFORE_MM;
        return along > -BEFORE_MM && (isRight || isBelow) ? [{ label, away: down * 4 + Math.max(0, along) }] : [];
      })
      .sort((a, b) => a.away - b.away)[0];
    if (own) values.get(own.label)?.push(line);
  }
  // Labels with nothing of their own head the columns of a table.
  if ([...values.values()].filter((own) => own.length > 0).length * 2 < labels.length) return [];
  return labels.map((label): TitleCell => {
    const { line, field } = label;
    const own = inOrder(line, values.get(label) ?? []);
    const boxMm = boxOfPoints([line, ...own].flatMap(cornersOf), NEXT_MM);
    return toldCell(field, line.text, boxMm, line, own);
  });
}

/** Words that stand in one column with labels, and as large as they, label something that is no field of ours. */
function labelsLike(labels: readonly Label[], inside: readonly TextLine[]): LabelOfAny[] {
  const own = new Set(labels.map(({ line }) => line));
  return inside.flatMap((line): LabelOfAny[] => {
    if (own.has(line)) return [];
    const alike = labels.filter(
      (label) =>
        Math.abs(label.line.startMm[0] - line.startMm[0]) <= SAME_COLUMN_MM &&
        Math.abs(label.line.heightMm - line.heightMm) <= 0.05 * line.heightMm,
    );
    return alike.length >= LEAST_COLUMN ? [{ line, field: undefined }] : [];
  });
}

/** Where a line begins, along and down from the beginning of another, as that one is read. */
function placedBy({ startMm: [x, y], angleDeg }: TextLine, { startMm: [ox, oy] }: TextLine): PointMm {
  const turn = (angleDeg * Math.PI) / 180;
  const [dx, dy] = [ox - x, oy - y];
  return [dx * Math.cos(turn) + dy * Math.sin(turn), dx * Math.sin(turn) - dy * Math.cos(turn)];
}

/** Lines from the top down and from left to right, as another is read. */
const inOrder = (by: TextLine, lines: readonly TextLine[]): TextLine[] =>
  lines
    .map((line) => ({ line, at: placedBy(by, line) }))
    .sort((a, b) => a.at[1] - b.at[1] || a.at[0] - b.at[0])
    .map(({ line }) => line);

const isSame = (a: BoxMm, b: BoxMm): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.width - b.width) + Math.abs(a.height - b.height) < 1;

const isNext = (a: BoxMm, b: BoxMm): boolean =>
  a.x - NEXT_MM <= b.x + b.width &&
  b.x - NEXT_MM <= a.x + a.width &&
  a.y - NEXT_MM <= b.y + b.height &&
  b.y - NEXT_MM <= a.y + a.height;

/**
 * Cells without those that head the columns of a table: what belongs to them stands in the cells below or above. Where
 * half of a row of labels head columns, all of it does: a column may be empty, or hold what reads like a label.
 */
function withoutHeaders(
  facts: PageFacts,
  lines: LineWork,
  cells: readonly TitleCell[],
  looked: { left: number },
): TitleCell[] {
  const bare = cells.filter(({ boxMm, value, labelLine }) => value === "" && labelLine && isIn(boxMm, labelLine));
  const heads = new Set(bare.filter(({ boxMm }) => headsColumn(facts, lines, boxMm, looked)));
  const rows = groupedBy(bare, ({ boxMm }) => `${Math.round(boxMm.y)} ${Math.round(boxMm.height)}`);
  for (const row of rows.values()) {
    const own = row.filter((cell) => heads.has(cell)).length;
    if (own >= LEAST_COLUMN && own * 2 >= row.length) for (const cell of row) heads.add(cell);
  }
  return cells.filter((cell) => !heads.has(cell));
}

function headsColumn(
  facts: PageFacts,
  lines: LineWork,
  { x, y, width, height }: BoxMm,
  looked: { left: number },
): boolean {
  return [y - 1, y + height + 1].some((at) => {
    const other = cellAround(lines, [x + width / 2, at], looked);
    const isInColumn = other && Math.abs(other.x - x) < 0.5 && Math.abs(other.width - width) < 0.5;
    return isInColumn && isOfTable(letteringIn(facts, other));
  });
}

/** A cell of a table holds something, and no label. */
const isOfTable = (inside: readonly TextLine[]): boolean =>
  inside.length > 0 && inside.every(({ text }) => fieldOf(text) === undefined && !labelled(text));

const letteringIn = (facts: PageFacts, boxMm: BoxMm): TextLine[] =>
  facts.of(LETTERING).flatMap(({ value }) => (isIn(boxMm, value) ? [value] : []));

/** A line stands where its middle is; one that is longer than its cell, where it begins, too. */
const isIn = (boxMm: BoxMm, line: TextLine): boolean =>
  distanceToBox(boxMm, middleOf(line)) === 0 ||
  (line.lengthMm > lengthAlong(boxMm, line) && distanceToBox(boxMm, middleOf({ ...line, lengthMm: 0 })) === 0);

/** The length of a box along a level or upright line. */
export const lengthAlong = ({ width, height }: BoxMm, { angleDeg }: TextLine): number =>
  Math.abs(Math.round(angleDeg / 90)) % 2 === 1 ? height : width;

/** What stands in a cell. */
function cellOf(facts: PageFacts, boxMm: BoxMm, label: string, field: string | undefined, own?: TextLine): TitleCell {
  const inside = letteringIn(facts, boxMm);
  const isLabel = (line: TextLine): boolean =>
    own ? line === own : line.text.trim().toLowerCase() === label.trim().toLowerCase();
  const labelLine = inside.find(isLabel) ?? own;
  const values = inside.filter((line) => line !== labelLine && (!own || fieldOf(line.text) === undefined));
  return toldCell(field, label, boxMm, labelLine, values);
}

function toldCell(
  field: string | undefined,
  label: string,
  boxMm: BoxMm,
  labelLine: TextLine | undefined,
  inside: readonly TextLine[],
): TitleCell {
  const within = labelLine && labelled(labelLine.text);
  const first = labelLine ?? inside[0];
  const values = first ? inOrder(first, inside) : [];
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
