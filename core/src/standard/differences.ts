import { uncapitalised } from "../base/words";
import { entriesOf, keyOf, LIST_NAMES, LISTS, type Entry, type ListName } from "./chapters";
import { canonical } from "./canonical";
import type { OfficeStandard, RuleSetting, SchemeEntry } from "./model";
import { figureInWords, type DescribedRule } from "./rule-settings";
import { inWords, PARTS, PROPERTIES, valueAt, type Property } from "./properties";

/** One difference between two standards, in words. */
export interface Difference {
  /** List or part of the standard: `layers`, `showing`, `naming`, `rules` … */
  readonly part: string;
  /** Key of the entry it is about. */
  readonly entry: string;
  readonly kind: "added" | "removed" | "changed";
  /** What of the entry, as people call it. */
  readonly property?: string;
  readonly from?: string;
  readonly to?: string;
  /** `A-GLAZ: pen 0.25 → 0.18`. */
  readonly words: string;
}

/**
 * All differences from one standard to another, entry by entry, in the order of the chapters.
 * `rules` tells what rules are called and how they usually are.
 */
export function differences(
  before: OfficeStandard,
  after: OfficeStandard,
  rules: readonly DescribedRule[] = [],
): Difference[] {
  const [a, b] = [canonical(before), canonical(after)];
  return [
    ...facts(a, b),
    ...scheme("naming.layers", a.naming.layers, b.naming.layers),
    ...scheme("naming.sheets", a.naming.sheets, b.naming.sheets),
    ...LIST_NAMES.flatMap((list) => inList(list, entriesOf(a, list), entriesOf(b, list))),
    ...inChart(a, b),
    ...inRules(a, b, rules),
  ];
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

function changed(part: string, entry: string, property: string, from: string, to: string): Difference {
  return { part, entry, kind: "changed", property, from, to, words: `${entry}: ${changeOf(property, from, to)}` };
}

/** What `inWords` says of a value that is not there. */
const NOTHING = "nothing";
const NOTE = "Reasons and notes";

/**
 * A change of a property as people say it: what was not there before is added, what is gone is removed. `from` and
 * `to` are told by `inWords`; `title` is the property's own.
 */
export function changeOf(title: string, from: string, to: string): string {
  if (title === NOTE) return changeOfNote(from, to);
  const name = uncapitalised(title);
  if (from === NOTHING) return to === "yes" ? `${name}: yes` : `${name} added, ${to}`;
  if (to === NOTHING) return from === "yes" ? `${name}: no longer` : `${name} removed, ${from}`;
  return `${name} ${from} → ${to}`;
}

function changeOfNote(from: string, to: string): string {
  if (to === NOTHING) return `note removed, “${from}”`;
  return from === NOTHING ? `noted “${to}”` : `noted “${to}”, before “${from}”`;
}

function facts(a: OfficeStandard, b: OfficeStandard): Difference[] {
  const rows: [string, unknown, unknown][] = [
    ["Name", a.name, b.name],
    ["Units", a.units, b.units],
    ["Default layers", a.naming.defaultLayers.join(", "), b.naming.defaultLayers.join(", ")],
    ["Names of text styles", a.naming.textStyleNames ?? "nothing", b.naming.textStyleNames ?? "nothing"],
    ["Order of legends", a.legendOrder.join(", "), b.legendOrder.join(", ")],
  ];
  return rows
    .filter(([, from, to]) => from !== to)
    .map(([title, from, to]) => changed("standard", "The standard", title, String(from), String(to)));
}

function scheme(part: string, a: SchemeEntry, b: SchemeEntry): Difference[] {
  if (same(a, b)) return [];
  const head = (["title", "separator", "filler"] as const)
    .filter((each) => a[each] !== b[each])
    .map((each) => changed(part, a.id, each, a[each] || "nothing", b[each] || "nothing"));
  const fields = keyed(a.fields, b.fields, (field) => field.id).flatMap(([id, from, to]): Difference[] => {
    if (!from || !to) return [addedOrRemoved(part, id, "field", Boolean(to))];
    const { codes: fromCodes = [], ...fromRest } = from;
    const { codes: toCodes = [], ...toRest } = to;
    const codes = keyed(fromCodes, toCodes, (code) => code.code).flatMap(([code, was, is]): Difference[] => {
      if (!was || !is) return [addedOrRemoved(part, `${id} ${code}`, "code", Boolean(is))];
      return was.meaning === is.meaning ? [] : [changed(part, `${id} ${code}`, "meaning", was.meaning, is.meaning)];
    });
    return same(fromRest, toRest)
      ? codes
      : [changed(part, id, "field", JSON.stringify(fromRest), JSON.stringify(toRest)), ...codes];
  });
  const found = [...head, ...fields];
  return found.length > 0 ? found : [changed(part, a.id, "order", "as it was", "another")];
}

function addedOrRemoved(part: string, entry: string, what: string, added: boolean): Difference {
  const kind = added ? "added" : "removed";
  return { part, entry, kind, words: `${entry}: ${what} ${kind}` };
}

/** Pairs of entries by key, in the order of `b` with those only in `a` at the end. */
function keyed<T>(
  a: readonly T[],
  b: readonly T[],
  key: (entry: T) => string,
): [string, T | undefined, T | undefined][] {
  const before = new Map(a.map((entry) => [key(entry), entry]));
  const after = new Map(b.map((entry) => [key(entry), entry]));
  return [
    ...[...after].map(([id, entry]): [string, T | undefined, T] => [id, before.get(id), entry]),
    ...[...before]
      .filter(([id]) => !after.has(id))
      .map(([id, entry]): [string, T, undefined] => [id, entry, undefined]),
  ];
}

function inList(list: ListName, a: readonly Entry[], b: readonly Entry[]): Difference[] {
  return keyed(a, b, (entry) => keyOf(list, entry)).flatMap(([key, from, to]) =>
    !from || !to ? [addedOrRemoved(list, key, LISTS[list].one, Boolean(to))] : entryDifferences(list, key, from, to),
  );
}

/** In what two states of one entry differ; `entry` is what it is called in the words. */
export function entryDifferences(list: ListName, entry: string, from: Entry, to: Entry): Difference[] {
  if (same(from, to)) return [];
  const own = inProperties(list, entry, PROPERTIES[list], from, to);
  const parts = (PARTS[list] ?? []).flatMap((part) => {
    const [was, is] = [valueAt(from, part.path) ?? [], valueAt(to, part.path) ?? []] as [Entry[], Entry[]];
    const rows = Math.max(was.length, is.length);
    return Array.from({ length: rows }, (_, i): Difference[] => {
      const [before, after] = [was[i], is[i]];
      const name = `${entry}, ${part.one} ${i + 1}`;
      if (!before || !after) return [addedOrRemoved(list, name, part.one, Boolean(after))];
      return inProperties(list, name, part.properties, before, after);
    }).flat();
  });
  const [was, is] = [from["pattern"], to["pattern"]] as (SchemeEntry | undefined)[];
  const pattern = list === "labelPatterns" && was && is ? scheme(list, was, is) : [];
  return [...own, ...parts, ...pattern];
}

const inProperties = (
  list: ListName,
  entry: string,
  properties: readonly Property[],
  from: Entry,
  to: Entry,
): Difference[] =>
  properties.flatMap((property) => {
    const [was, is] = [valueAt(from, property.path), valueAt(to, property.path)];
    return same(was, is) ? [] : [changed(list, entry, property.title, inWords(was, property), inWords(is, property))];
  });

function inChart(a: OfficeStandard, b: OfficeStandard): Difference[] {
  const names = new Set([...Object.keys(b.showing), ...Object.keys(a.showing)]);
  return [...names].flatMap((layer) => {
    const [was, is] = [a.showing[layer] ?? {}, b.showing[layer] ?? {}];
    const kinds = new Set([...Object.keys(is), ...Object.keys(was)]);
    return [...kinds].flatMap((kind) =>
      was[kind] === is[kind]
        ? []
        : [changed("showing", layer, `in ${kind}`, was[kind] ?? "undecided", is[kind] ?? "undecided")],
    );
  });
}

function inRules(a: OfficeStandard, b: OfficeStandard, rules: readonly DescribedRule[]): Difference[] {
  const known = new Map(rules.map((rule) => [rule.id, rule]));
  const ids = new Set([...Object.keys(b.rules), ...Object.keys(a.rules)]);
  return [...ids].flatMap((id) => {
    const rule = known.get(id);
    const [was, is] = [a.rules[id] ?? {}, b.rules[id] ?? {}];
    const name = rule ? `${rule.title} (${id})` : id;
    const usual = rule ? `${rule.severity}, as usual` : "as usual";
    const counts = (severity: RuleSetting["severity"]): string =>
      severity === undefined ? usual : severity === "off" ? "not judged" : severity;
    const difference = (property: string, from: string, to: string): Difference => ({
      ...changed("rules", id, property, from, to),
      words: `${name}: ${uncapitalised(property)} ${from} → ${to}`,
    });
    const figures = new Set([...Object.keys(is.parameters ?? {}), ...Object.keys(was.parameters ?? {})]);
    return [
      ...(was.severity === is.severity ? [] : [difference("Counts as", counts(was.severity), counts(is.severity))]),
      ...[...figures].flatMap((figure) => {
        const parameter = rule?.parameters.find((each) => each.name === figure);
        const [from, to] = [was.parameters?.[figure], is.parameters?.[figure]];
        const inWordsOf = (value: number | undefined): string => {
          if (value !== undefined) return parameter ? figureInWords(value, parameter.unit) : String(value);
          return parameter ? `${figureInWords(parameter.usual, parameter.unit)}, as usual` : "as usual";
        };
        return from === to ? [] : [difference(parameter?.title ?? figure, inWordsOf(from), inWordsOf(to))];
      }),
    ];
  });
}
