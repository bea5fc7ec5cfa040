import { asRead } from "../../base/as-read";
import { contains, overlap, type BoxMm, type Change } from "../../drawing";
import type { TextLine } from "../../recognise/lettering";
import type { PageFacts, Particulars } from "../../recognise/recogniser";
import type { TitleCell } from "../../recognise/title-blocks/title-cell";

/** Between a value and the line of its cell. Millimetres on paper. */
const ASIDE_MM = 1;

/** What a field of a page's title block should say, by the register and the particulars; undefined where neither says. */
export function wanted(
  { file }: PageFacts,
  cells: readonly TitleCell[],
  field: string | undefined,
): string | undefined {
  if (field === undefined) return undefined;
  const number = cells.find((cell) => cell.field === "number")?.value;
  const own = file.given.register?.find((sheet) => same(sheet["number"] ?? "", number ?? ""));
  const value = (own && said(own, field)) ?? (file.given.particulars && said(file.given.particulars, field));
  return value?.trim() === "" ? undefined : value?.trim();
}

const said = (particulars: Particulars, field: string): string | undefined =>
  Object.hasOwn(particulars, field) ? particulars[field] : undefined;

/** Whether two values of a field are the same but for blanks and the case of letters. */
export const same = (a: string, b: string): boolean => plain(a) === plain(b);

/** A value without what makes no difference. */
export const plain = (text: string): string => text.trim().replace(/\s+/g, " ").toLocaleLowerCase("en");

/**
 * The change that fills a field: its value is written anew where it is one string, and written where there is none, if
 * the words have room in their cell.
 */
export const filled = (
  facts: PageFacts,
  cells: readonly TitleCell[],
  cell: TitleCell,
  words: string,
): { mend?: Change[] } =>
  cell.values.length === 0 && cell.value === "" ? written(facts, cells, cell, words) : rewritten(facts, cell, words);

/** The change that writes a field anew, where its value is one string and the words have room in their cell. */
function rewritten({ page }: PageFacts, { values, boxMm }: TitleCell, words: string): { mend?: Change[] } {
  const [line, ...others] = values;
  const [row, ...moreRows] = line?.rows ?? [];
  if (!line || row === undefined || others.length > 0 || moreRows.length > 0 || Math.abs(line.angleDeg) >= 1) return {};
  if (asRead(page.texts.strings[row] ?? "").trim() !== line.text) return {};
  // As wide as its letters are now, letter by letter; the proof reads what was written.
  const lengthMm = (line.lengthMm / Math.max(1, line.text.length)) * words.length;
  if (line.startMm[0] + lengthMm > boxMm.x + boxMm.width - ASIDE_MM) return {};
  return { mend: [{ kind: "set-text", page: page.index, rows: Uint32Array.of(row), strings: [words], about: 0 }] };
}

/**
 * The change that writes a value where none is: in the font, height and layer of another value of the block, on its
 * cell's line of values.
 */
function written(
  { page }: PageFacts,
  cells: readonly TitleCell[],
  cell: TitleCell,
  words: string,
): { mend?: Change[] } {
  const { labelLine, boxMm } = cell;
  const label = labelLine?.rows[0];
  if (!labelLine || label === undefined || Math.abs(labelLine.angleDeg) >= 1) return {};
  const models = cells
    .filter((other) => other !== cell && other.labelLine)
    .flatMap(({ values: [value], ...other }) => (value ? [{ ...other, value }] : []))
    .filter(({ value }) => Math.abs(value.angleDeg) < 1 && value.heightMm < boxMm.height);
  // A value of a cell as high stands where this one would.
  const [model] = models.sort(
    (a, b) => Math.abs(a.boxMm.height - boxMm.height) - Math.abs(b.boxMm.height - boxMm.height),
  );
  const like = model?.value.rows[0];
  if (!model?.labelLine || like === undefined) return {};
  const { value } = model;
  // As the other value stands to its label: under it, or beside it.
  const start = [
    labelLine.startMm[0] + value.startMm[0] - model.labelLine.startMm[0],
    labelLine.startMm[1] + value.startMm[1] - model.labelLine.startMm[1],
  ] as const;
  const lengthMm = (value.lengthMm / Math.max(1, value.text.length)) * words.length;
  const own = { x: start[0], y: start[1], width: lengthMm + ASIDE_MM, height: value.heightMm };
  const isClear = !overlapsLabel(labelLine, own);
  if (!contains(boxMm, own) || !isClear) return {};
  return {
    mend: [
      {
        kind: "write-text",
        page: page.index,
        rows: Uint32Array.of(label),
        like: Uint32Array.of(like),
        strings: [words],
        heightMm: value.heightMm,
        rgb: page.texts.colour[like] ?? 0,
        startMm: Float32Array.from(start),
      },
    ],
  };
}

/** Whether words would stand on their label: labels of several lengths stand before values of one column. */
const overlapsLabel = ({ startMm: [x, y], lengthMm, heightMm }: TextLine, own: BoxMm): boolean =>
  overlap({ x, y, width: lengthMm + ASIDE_MM, height: heightMm }, own) !== undefined;
