import type { ReactNode } from "react";
import {
  LISTS,
  PROPERTIES,
  setAt,
  titleWithUnit,
  valueAt,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
} from "@hemstitch/core/standard/plain";
import { choiceWords, keysOf } from "../choices";
import { Swatch } from "../Swatch";
import { figure, listOf } from "../typed";

/** A row of a register. */
export type Row = Readonly<Record<string, unknown>>;

/** A column of a register. */
export interface Column {
  readonly path: string;
  readonly title: string;
  readonly shape: Property["shape"];
  readonly widthPx: number;
  /** Takes what is left of the width. */
  readonly grows: boolean;
  /** In the monospaced face. */
  readonly code: boolean;
  /** What may be chosen; without it, text is typed. */
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  /** The value as text, for showing, sorting and typing. */
  readonly textOf: (row: Row) => string;
  readonly show: (row: Row) => ReactNode;
  /** The row with the typed text in this column; undefined where the text is no such value. */
  readonly typed: (row: Row, text: string) => Row | undefined;
}

const NARROW: Partial<Record<Property["shape"], number>> = { number: 92, flag: 68, choice: 118, key: 104, colour: 74 };

/** Widths of single columns that the shape does not tell, in pixels. */
const WIDTHS: Partial<Record<ListName, Readonly<Record<string, number>>>> = {
  layers: { name: 150, pen: 68, lineType: 112, plots: 60, colour: 66 },
};

/** Room that a letter of a title takes, in pixels. */
const LETTER_PX = 8;

/** Properties of one line that need room. */
const LONG = new Set(["title", "meaning", "use", "material", "licence"]);

function valueOf({ shape, optional }: Property, text: string): { value: unknown } | undefined {
  if (shape === "texts" || shape === "keys")
    return { value: optional && text.trim() === "" ? undefined : listOf(text) };
  if (shape === "numbers") {
    const figures = listOf(text).map(figure);
    return figures.includes(undefined) ? undefined : { value: figures };
  }
  if (shape === "number") {
    const value = figure(text);
    return value === undefined && !(optional && text.trim() === "") ? undefined : { value };
  }
  if (shape === "flag") return { value: text === "yes" ? true : optional ? undefined : false };
  return { value: text === "" && optional ? undefined : text };
}

function optionsOf(standard: OfficeStandard, { shape, choices, to, optional }: Property): Column["options"] {
  const none = optional ? [{ value: "", label: "–" }] : [];
  if (shape === "choice") return [...none, ...(choices ?? []).map((value) => ({ value, label: choiceWords(value) }))];
  if (shape === "key" && to) return [...none, ...keysOf(standard, to).map((value) => ({ value, label: value }))];
  return undefined;
}

function textOf(property: Property, row: Row): string {
  const value = valueAt(row as Entry, property.path);
  if (property.shape === "flag") return value === true ? "yes" : "";
  if (Array.isArray(value)) return value.join(", ");
  return value === undefined || value === null ? "" : String(value);
}

/** A column of figures is as wide as its title needs. */
function usualWidth(property: Property): number {
  const narrow = NARROW[property.shape] ?? 130;
  return property.shape === "number" ? Math.max(narrow, titleWithUnit(property).length * LETTER_PX + 20) : narrow;
}

function column(standard: OfficeStandard, list: ListName, property: Property): Column {
  const { path, shape } = property;
  const isKey = path === LISTS[list].key;
  const grows = shape === "words" || LONG.has(path);
  const options = optionsOf(standard, property);
  return {
    path,
    title: titleWithUnit(property),
    shape,
    widthPx: WIDTHS[list]?.[path] ?? (grows ? 130 : isKey ? 132 : usualWidth(property)),
    grows,
    code: isKey && LISTS[list].coded === true,
    ...(options ? { options } : {}),
    textOf: (row) => textOf(property, row),
    show: (row) => {
      const text = textOf(property, row);
      if (shape === "colour") return <Swatch colour={text} />;
      return shape === "choice" ? choiceWords(text) : text;
    },
    typed: (row, text) => {
      const typed = valueOf(property, text);
      if (!typed) return undefined;
      const next = structuredClone(row);
      setAt(next, path, typed.value);
      return next;
    },
  };
}

/** The columns of a list's register. */
export const columnsOf = (standard: OfficeStandard, list: ListName): readonly Column[] =>
  PROPERTIES[list]
    .filter(({ path, aside }) => path !== "note" && !aside)
    .map((property) => column(standard, list, property));

/** The columns that have room beside each other, the first ones; the others stand in the entry's editor. */
export function fitting(columns: readonly Column[], roomPx: number): readonly Column[] {
  let used = 0;
  return columns.filter(({ widthPx }, i) => {
    used += widthPx;
    return i === 0 || used <= roomPx;
  });
}
