import type { ListName, Property } from "../standard";
import { bad, good, type Result } from "../base/result";
import type { Cell } from "./table";

/** Parts lists in a cell. */
const SEPARATOR = "; ";
const EMPTY = "\\e";

const escapePart = (part: string): string =>
  part === "" ? EMPTY : part.replaceAll("\\", "\\\\").replaceAll(";", "\\;").replace(/^ /, "\\ ");

/** Splits a list as it stands in a cell: parts by semicolons, `\;` for a semicolon in a part. */
export function splitList(text: string): string[] {
  if (text.trim() === "") return [];
  const parts: string[] = [];
  let part = "";
  let open = true;
  for (let i = 0; i < text.length; i++) {
    const c = text[i] ?? "";
    if (c === "\\" && i + 1 < text.length) {
      const next = text[++i] ?? "";
      part += next === "e" ? "" : next;
      open = false;
    } else if (c === ";") {
      parts.push(part);
      part = "";
      open = true;
    } else if (!(open && part === "" && c === " ")) part += c;
  }
  return [...parts, part];
}

/** A property's value as a cell. */
export function cellOf(value: unknown, { shape }: Pick<Property, "shape">): Cell {
  if (value === undefined || value === null) return null;
  if (shape === "flag") return value === true ? "yes" : "no";
  if (shape === "number") return Number(value);
  if (Array.isArray(value)) return value.map((each) => escapePart(String(each))).join(SEPARATOR) || null;
  return value === "" ? null : String(value);
}

const YES = new Set(["yes", "y", "true", "1", "x", "✓"]);
const NO = new Set(["no", "n", "false", "0", "–", "-"]);

/** Gives the key of an entry for what people write in its stead; what names none stays as it is. */
export type KeyFinder = (list: ListName, written: string) => string;

const AS_WRITTEN: KeyFinder = (_list, written) => written;

/**
 * A cell as a property's value; undefined for an empty one that may be left out. Units behind numbers, decimal
 * commas and capitals are taken as people write them; entries of other lists by whatever `keyFor` knows.
 */
export function valueOf(cell: Cell, property: Property, keyFor: KeyFinder = AS_WRITTEN): Result<unknown> {
  const { shape, title, unit } = property;
  const empty = cell === null || (typeof cell === "string" && cell === "");
  if (empty) return emptyValue(property);
  const text = String(cell);
  switch (shape) {
    case "flag": {
      const word = text.trim().toLowerCase();
      if (YES.has(word)) return good(true);
      return NO.has(word) ? good(false) : bad("not-yes-or-no", `“${text}” in ${title} is neither yes nor no.`);
    }
    case "number":
      return numberOf(cell, title, unit);
    case "key":
      return good(property.to ? keyFor(property.to, text) : text);
    case "keys":
      return good(splitList(text).map((part) => (property.to ? keyFor(property.to, part) : part)));
    case "choice":
      return good(property.choices?.find((choice) => plainly(choice) === plainly(text)) ?? text);
    case "texts":
      return good(splitList(text));
    case "numbers": {
      const numbers = splitList(text).map((part) => numberOf(part, title, unit));
      const wrong = numbers.find((each) => !each.ok);
      return wrong ?? good(numbers.map((each) => (each.ok ? each.value : 0)));
    }
    default:
      return good(text);
  }
}

function emptyValue({ shape, optional, title }: Property): Result<unknown> {
  if (optional) return good(undefined);
  if (shape === "texts" || shape === "keys" || shape === "numbers") return good([]);
  if (shape === "text" || shape === "words") return good("");
  return bad("empty-cell", `${title} is empty.`);
}

function numberOf(cell: Cell, title: string, unit: string | undefined): Result<number> {
  if (typeof cell === "number") return good(cell);
  const value = numberIn(String(cell), unit);
  return value === undefined
    ? bad("not-a-number", `“${String(cell).trim()}” in ${title} is not a number.`)
    : good(value);
}

/** The number in a text: `0.18`, `0,18`, and with its unit `0.18 mm`. Two signs of either kind are not guessed at. */
export function numberIn(written: string, unit: string | undefined): number | undefined {
  const text = written.trim();
  const bare = unit && text.toLowerCase().endsWith(unit.toLowerCase()) ? text.slice(0, -unit.length).trimEnd() : text;
  const pointed = /^[-+]?\d*,\d+$/.test(bare) ? bare.replace(",", ".") : bare;
  const value = Number(pointed);
  return pointed !== "" && Number.isFinite(value) ? value : undefined;
}

/** Without capitals, blanks and signs. */
export const plainly = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, "");
