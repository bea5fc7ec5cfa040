import type { Property } from "../standard";
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

/** A cell as a property's value; undefined for an empty one that may be left out. */
export function valueOf(cell: Cell, property: Property): Result<unknown> {
  const { shape, title } = property;
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
      return numberOf(cell, title);
    case "texts":
    case "keys":
      return good(splitList(text));
    case "numbers": {
      const numbers = splitList(text).map((part) => numberOf(part, title));
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

function numberOf(cell: Cell, title: string): Result<number> {
  if (typeof cell === "number") return good(cell);
  const text = String(cell).trim();
  // A decimal comma is taken; two signs of either kind are not guessed at.
  const pointed = /^[-+]?\d*,\d+$/.test(text) ? text.replace(",", ".") : text;
  const value = Number(pointed);
  return pointed !== "" && Number.isFinite(value)
    ? good(value)
    : bad("not-a-number", `“${text}” in ${title} is not a number.`);
}
