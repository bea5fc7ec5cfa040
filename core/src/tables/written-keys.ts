import { entriesOf, LISTS, type Entry, type ListName, type OfficeStandard } from "../standard";
import { numberIn, plainly, type KeyFinder } from "./cells";

/** Widths and heights that are the same to what people write. Millimetres. */
const SAME_MM = 1e-6;

/**
 * Finds the entry that somebody means: by its key, else by its key or title without regard to capitals and
 * signs (“Dashed”), else by the width or height in millimetres that is written for it (“0,18”, “0.5 mm”).
 * Where two could be meant, none is.
 */
export function keyFinder(standard: OfficeStandard): KeyFinder {
  const known = new Map<string, string>();
  return (list, written) => {
    const asked = `${list} ${written}`;
    const key = known.get(asked) ?? found(standard, list, written);
    known.set(asked, key);
    return key;
  };
}

function found(standard: OfficeStandard, list: ListName, written: string): string {
  const entries = entriesOf(standard, list);
  const keyOf = (entry: Entry): string => String(entry[LISTS[list].key]);
  if (entries.some((entry) => keyOf(entry) === written)) return written;
  const wanted = plainly(written);
  const size = numberIn(written, "mm");
  const meant = [
    // A sign is all that parts 0.18 from 018: what is a number is looked for by its size.
    (entry: Entry) => size === undefined && wanted !== "" && plainly(keyOf(entry)) === wanted,
    (entry: Entry) => size === undefined && wanted !== "" && plainly(String(entry["title"] ?? "")) === wanted,
    (entry: Entry) => size !== undefined && isOfSize(entry, size),
  ];
  for (const isMeant of meant) {
    const [one, ...others] = entries.filter(isMeant);
    if (one && others.length === 0) return keyOf(one);
  }
  return written;
}

const isOfSize = (entry: Entry, size: number): boolean =>
  ["widthMm", "heightMm"].some((name) => Math.abs(Number(entry[name] ?? NaN) - size) <= SAME_MM);
