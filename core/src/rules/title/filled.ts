import type { Change } from "../../drawing";
import type { PageFacts, Particulars } from "../../recognise/recogniser";
import type { TitleCell } from "../../recognise/title-blocks/title-blocks";

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

const plain = (text: string): string => text.trim().replace(/\s+/g, " ").toLocaleLowerCase("en");

/** The change that writes a field anew, where its value is one string and the words have room in their cell. */
export function filled({ page }: PageFacts, { values, boxMm }: TitleCell, words: string): { mend?: Change[] } {
  const [line, ...others] = values;
  const [row, ...moreRows] = line?.rows ?? [];
  if (!line || row === undefined || others.length > 0 || moreRows.length > 0 || Math.abs(line.angleDeg) >= 1) return {};
  if (page.texts.strings[row]?.trim() !== line.text) return {};
  // As wide as its letters are now, letter by letter; the proof reads what was written.
  const lengthMm = (line.lengthMm / Math.max(1, line.text.length)) * words.length;
  if (line.startMm[0] + lengthMm > boxMm.x + boxMm.width - ASIDE_MM) return {};
  return { mend: [{ kind: "set-text", page: page.index, rows: Uint32Array.of(row), strings: [words], about: 0 }] };
}
