import { DESCRIPTIONS, type ListName } from "./describe/lists";
import type { Bounds, Described, Shape } from "./describe/property";
import { CODE, FIELD, SCHEME } from "./describe/scheme";
import type { Entry } from "./lists";

export type { Shape } from "./describe/property";

/** One property of an entry: its path in the entry, what people call it, and what it takes. */
export interface Property extends Bounds {
  /** With dots for nested values: `border.leftMm`. */
  readonly path: string;
  readonly title: string;
  readonly shape: Shape;
  readonly unit?: string;
  /** May be left out. */
  readonly optional?: boolean;
  readonly choices?: readonly string[];
  /** Stands in the editor of an entry only. */
  readonly aside?: boolean;
  /** List whose keys it takes. */
  readonly to?: ListName;
  /** What else people call it at the head of a column. */
  readonly also?: readonly string[];
}

/** A list within the entries of a list. */
export interface PartList {
  /** Path of the nested list in the entry. */
  readonly path: string;
  readonly title: string;
  readonly one: string;
  readonly properties: readonly Property[];
  readonly optional?: boolean;
}

/** Single values, those of groups among them; what is a list of its own is told by `partsIn`. */
function propertiesIn(described: Described, before = "", optional = false): Property[] {
  return Object.entries(described).flatMap(([name, member]): Property[] => {
    const path = `${before}${name}`;
    const left = optional || member.optional === true;
    if ("group" in member) return propertiesIn(member.group, `${path}.`, left);
    if ("parts" in member || "scheme" in member) return [];
    const { blank: _blank, optional: _optional, to, ...rest } = member;
    return [{ path, ...rest, ...(left ? { optional: true } : {}), ...(to ? { to: to as ListName } : {}) }];
  });
}

function partsIn(described: Described, before = ""): PartList[] {
  return Object.entries(described).flatMap(([name, member]): PartList[] => {
    const path = `${before}${name}`;
    if ("group" in member) return partsIn(member.group, `${path}.`);
    if (!("parts" in member)) return [];
    const { title, one, parts, optional } = member;
    return [{ path, title, one, properties: propertiesIn(parts), ...(optional ? { optional } : {}) }];
  });
}

const byList = <T>(make: (described: Described) => T): Readonly<Record<ListName, T>> =>
  Object.fromEntries(Object.entries(DESCRIPTIONS).map(([list, { properties }]) => [list, make(properties)])) as Record<
    ListName,
    T
  >;

/** The properties of the entries of each list, in the order in which tables and JSON have them. */
export const PROPERTIES: Readonly<Record<ListName, readonly Property[]>> = byList((each) => propertiesIn(each));

/** Lists that stand within entries; those of naming schemes are `SCHEME_FIELDS` and their codes. */
export const PARTS: Readonly<Record<ListName, readonly PartList[]>> = byList((each) => partsIn(each));

export const SCHEME_PROPERTIES: readonly Property[] = propertiesIn(SCHEME);
export const SCHEME_FIELDS: readonly Property[] = propertiesIn(FIELD);
export const SCHEME_CODES: readonly Property[] = propertiesIn(CODE);

/** The value at a path of an entry. */
export function valueAt(entry: Entry, path: string): unknown {
  let value: unknown = entry;
  for (const step of path.split(".")) {
    if (typeof value !== "object" || value === null) return undefined;
    value = (value as Record<string, unknown>)[step];
  }
  return value;
}

/** Sets a value at a path, making what is needed on the way. */
export function setAt(entry: Record<string, unknown>, path: string, value: unknown): void {
  const steps = path.split(".");
  const last = steps.pop() ?? "";
  let inner = entry;
  for (const step of steps) {
    const next = inner[step];
    inner = (typeof next === "object" && next !== null ? next : (inner[step] = {})) as Record<string, unknown>;
  }
  inner[last] = value;
}

/** A value in words: flags as yes and no, lists with commas, figures with their unit. */
export function inWords(value: unknown, { unit, shape }: Property): string {
  if (value === undefined || value === "" || (Array.isArray(value) && value.length === 0)) return "nothing";
  if (shape === "flag") return value === true ? "yes" : "no";
  if (Array.isArray(value)) return value.join(", ");
  return shape === "number" && unit ? `${String(value)} ${unit}` : String(value);
}

/** What a property is called where it is filled in: its title, and its unit where it has one. */
export const titleWithUnit = ({ title, unit }: Property): string => (unit ? `${title}, ${unit}` : title);
