import { contains, distanceToBox, grown, type BoxMm, type PointMm } from "../../drawing";
import { cornersOf, middleOf, type TextLine } from "../lettering";
import { LETTERING_AT } from "../lettering-at";
import type { PageFacts } from "../recogniser";
import { fieldOf, labelled } from "./labels";

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

export function letteringIn(facts: PageFacts, boxMm: BoxMm): TextLine[] {
  const at = facts.of(LETTERING_AT)[0]?.value;
  const within = (at?.within(boxMm) ?? []).filter((line) => !comesFromBeside(boxMm, line));
  const begun = (at?.beginningIn(boxMm) ?? []).filter((line) => !within.includes(line) && isIn(boxMm, line));
  return [...within, ...begun];
}

/** A line stands where its middle is; one that is longer than its cell, where it begins, too. */
export const isIn = (boxMm: BoxMm, line: TextLine): boolean =>
  distanceToBox(boxMm, middleOf(line)) === 0 ||
  (line.lengthMm > lengthAlong(boxMm, line) && distanceToBox(boxMm, middleOf({ ...line, lengthMm: 0 })) === 0);

/** What begins before a cell and runs into it is another's, unless it is too long for it, and set to its middle or its end. */
function comesFromBeside(boxMm: BoxMm, line: TextLine): boolean {
  if (distanceToBox(boxMm, line.startMm) <= BEFORE_MM) return false;
  const room = lengthAlong(boxMm, line);
  if (line.lengthMm <= room) return true;
  const [x, y] = middleOf(line);
  const off = Math.abs(isUpright(line) ? y - boxMm.y - boxMm.height / 2 : x - boxMm.x - boxMm.width / 2);
  const isAtItsEnd = Math.abs(off - (line.lengthMm - room) / 2) <= AT_END_MM;
  return off > MIDDLE_SHARE * room && !isAtItsEnd;
}
/** From the end of what is set to the end of its cell to the line there, no more than this. */
const AT_END_MM = 4;
const BEFORE_MM = 1;
/** Set in the middle of a cell is what is off it, along the lettering, by no more than this share. */
const MIDDLE_SHARE = 0.1;

/** The length of a box along a level or upright line. */
export const lengthAlong = ({ width, height }: BoxMm, line: TextLine): number => (isUpright(line) ? height : width);

const isUpright = ({ angleDeg }: TextLine): boolean => Math.abs(Math.round(angleDeg / 90)) % 2 === 1;

/** What stands in a cell. */
export function cellOf(
  facts: PageFacts,
  boxMm: BoxMm,
  label: string,
  field: string | undefined,
  own?: TextLine,
): TitleCell {
  const inside = letteringIn(facts, boxMm);
  const isLabel = (line: TextLine): boolean =>
    own ? line === own : line.text.trim().toLowerCase() === label.trim().toLowerCase();
  const labelLine = inside.find(isLabel) ?? own;
  const values = inside.filter((line) => line !== labelLine && (!own || fieldOf(line.text) === undefined));
  return toldCell(field, label, boxMm, labelLine, values);
}

export function toldCell(
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

/** Where a line begins, along and down from the beginning of another, as that one is read. */
export function placedBy({ startMm: [x, y], angleDeg }: TextLine, { startMm: [ox, oy] }: TextLine): PointMm {
  const turn = (angleDeg * Math.PI) / 180;
  const [dx, dy] = [ox - x, oy - y];
  return [dx * Math.cos(turn) + dy * Math.sin(turn), dx * Math.sin(turn) - dy * Math.cos(turn)];
}

/** Lines from the top down and from left to right, as another is read. */
export const inOrder = (by: TextLine, lines: readonly TextLine[]): TextLine[] =>
  lines
    .map((line) => ({ line, at: placedBy(by, line) }))
    .sort((a, b) => a.at[1] - b.at[1] || a.at[0] - b.at[0])
    .map(({ line }) => line);

/** Whether lettering runs out of the cell that it stands in. */
export const runsOut = ({ boxMm }: TitleCell, line: TextLine, slackMm: number): boolean =>
  !cornersOf(line).every(([x, y]) => contains(grown(boxMm, slackMm), { x, y, width: 0, height: 0 }));
