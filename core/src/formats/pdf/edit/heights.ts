import { changesOf, type HeightChange, type MarkChange } from "../../../drawing";
import type { PageOrigin, TextOperators } from "../origin";
import { nameText, numberText } from "../syntax/serialise";
import type { AddPatch } from "./patch";

/** How each string of a page is resized: by what factor, and which share of its growth goes before its start. */
interface Resizing {
  readonly factor: Float64Array;
  readonly about: Float64Array;
  /** How far the start of each moves along the baseline, text-space units. */
  readonly shift: Float64Array;
}

function resizingOf({ texts }: PageOrigin, changes: readonly HeightChange[]): Resizing {
  const column = (): Float64Array => new Float64Array(texts.count);
  const resizing = { factor: column().fill(1), about: column(), shift: column() };
  for (const { rows, heightMm, about = 0, shiftMm } of changes) {
    for (const [i, row] of rows.entries()) {
      // What runs on moves with what is before it.
      const moves = texts.runsOn[row] === 1 ? 0 : (shiftMm?.[i] ?? 0);
      resizing.shift[row] = (moves / (texts.unitMm[row] || 1)) * ((texts.size[row] ?? 1) < 0 ? -1 : 1);
      resizing.factor[row] = heightMm / (texts.heightMm[row] || heightMm);
      // A string that is part of a running line keeps its start, whatever was asked.
      resizing.about[row] = texts.runsOn[row] === 1 || texts.runsOn[row + 1] === 1 ? 0 : about;
    }
  }
  return resizing;
}

/** Sets the height of lettering. */
export function setHeights(page: PageOrigin, changes: readonly MarkChange[], add: AddPatch): void {
  const { texts } = page;
  const resizing = resizingOf(page, changesOf(changes, "set-height"));
  for (let row = 0; row < texts.count; row++) {
    const k = resizing.factor[row] ?? 1;
    const font = texts.fontNames[row] ?? "";
    if (k === 1 || font === "") continue;
    const [instance, size] = [texts.instance[row] ?? 0, texts.size[row] ?? 1];
    const [start, end] = [texts.start[row] ?? 0, texts.end[row] ?? 0];
    const old = `${nameText(font)} ${numberText(size)} Tf`;
    add(instance, {
      from: start,
      to: start,
      text: `${stepAside(texts, resizing, row)}${nameText(font)} ${numberText(size * k)} Tf `,
    });
    add(instance, { from: end, to: end, text: ` ${old}${stepBack(texts, resizing, row)}`, closes: true });
  }
}

/** A move along the line by a length in text space, as an operator at the size and horizontal scaling of a string. */
export const moveAlong = (by: number, { size, horizontal }: TextOperators, row: number): string =>
  Math.abs(by) < 1e-9 ? "" : `[${numberText((-by * 1000) / ((size[row] || 1) * (horizontal[row] || 1)))}] TJ`;

/** Before a resized string: takes back what its leading adjustment will grow by, and its share of the growth. */
function stepAside(texts: TextOperators, { factor, about, shift }: Resizing, row: number): string {
  const more = (factor[row] ?? 1) - 1;
  const [lead, grows] = [texts.lead[row] ?? 0, texts.grows[row] ?? 0];
  const move = moveAlong((shift[row] ?? 0) - lead * more - (grows - lead) * more * (about[row] ?? 0), texts, row);
  return move === "" ? "" : `${move} `;
}

/**
 * After a resized string: keeps the place of one that goes on where it ended, unless that one is
 * resized alike. Strings resized alike run on together, so what all of them grew by is taken back.
 */
function stepBack(texts: TextOperators, { factor, shift }: Resizing, row: number): string {
  const goesOn = (at: number): boolean => texts.runsOn[at] === 1 && texts.instance[at] === texts.instance[at - 1];
  if (!goesOn(row + 1) || factor[row + 1] === factor[row]) return "";
  let longer = 0;
  for (let at = row; ; at--) {
    longer += ((texts.grows[at] ?? 0) - (texts.lead[at] ?? 0)) * ((factor[at] ?? 1) - 1) + (shift[at] ?? 0);
    if (!goesOn(at) || factor[at - 1] !== factor[at]) break;
  }
  const move = moveAlong(-longer, texts, row);
  return move === "" ? "" : ` ${move}`;
}
