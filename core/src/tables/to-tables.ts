import {
  canonical,
  entriesOf,
  LIST_NAMES,
  LISTS,
  keyOf,
  PARTS,
  PROPERTIES,
  SCHEME_CODES,
  SCHEME_FIELDS,
  SCHEME_PROPERTIES,
  titleWithUnit,
  valueAt,
  type DescribedRule,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
  type SchemeEntry,
} from "../standard";
import { cellOf } from "./cells";
import { FACTS, FIGURE, PARENT, SCHEME_OF, TITLES } from "./layout";
import type { Cell, Table } from "./table";

/** Titles of a list's columns; two properties of one title are told apart by their order. */
export const columnsOf = (properties: readonly Property[]): string[] => properties.map(titleWithUnit);

const rowOf = (entry: Entry, properties: readonly Property[]): Cell[] =>
  properties.map((property) => cellOf(valueAt(entry, property.path), property));

/** One list of a standard as a table. */
export function listTable(standard: OfficeStandard, list: ListName): Table {
  return {
    title: LISTS[list].many,
    columns: columnsOf(PROPERTIES[list]),
    rows: entriesOf(canonical(standard), list).map((entry) => rowOf(entry, PROPERTIES[list])),
  };
}

/**
 * A whole standard as tables, in the order of the chapters; `rules` are told with it. Nothing is lost: `fromTables`
 * gives the same standard.
 */
export function toTables(standard: OfficeStandard, rules: readonly DescribedRule[] = []): Table[] {
  const whole = canonical(standard);
  return [
    {
      title: TITLES.standard,
      columns: ["Property", "Value"],
      rows: FACTS.map(({ property, title }) => [title, cellOf(valueAt({ ...whole }, property.path), property)]),
    },
    ...schemeTables(whole),
    ...LIST_NAMES.flatMap((list) => [listTableOf(whole, list), ...partTables(whole, list)]),
    chartTable(whole),
    ...ruleTables(whole, rules),
  ];
}

/** Every rule with how it usually counts and what the office changed; the same of the figures of rules. */
function ruleTables({ rules }: OfficeStandard, book: readonly DescribedRule[]): Table[] {
  const known = new Map(book.map((rule) => [rule.id, rule]));
  const ids = [...new Set([...known.keys(), ...Object.keys(rules)])];
  const figuresOf = (id: string): string[] => {
    const declared = (known.get(id)?.parameters ?? []).map(({ name }) => name);
    return [...new Set([...declared, ...Object.keys(rules[id]?.parameters ?? {})])];
  };
  return [
    {
      title: TITLES.rules,
      columns: ["Rule", "Severity", "Finds", "Usually"],
      rows: ids.map((id) => {
        const { title = null, severity = null } = known.get(id) ?? {};
        return [id, rules[id]?.severity ?? null, title, severity];
      }),
    },
    {
      title: TITLES.figures,
      columns: ["Rule", "Figure", FIGURE.title, "Means", "Unit", "Usually", "Least", "Most"],
      rows: ids.flatMap((id) =>
        figuresOf(id).map((name) => {
          const {
            sentence = null,
            unit = null,
            usual = null,
            least = null,
            most = null,
          } = known.get(id)?.parameters.find((each) => each.name === name) ?? {};
          return [id, name, rules[id]?.parameters?.[name] ?? null, sentence, unit, usual, least, most];
        }),
      ),
    },
  ];
}

const listTableOf = (whole: OfficeStandard, list: ListName): Table => ({
  title: LISTS[list].many,
  columns: columnsOf(PROPERTIES[list]),
  rows: entriesOf(whole, list).map((entry) => rowOf(entry, PROPERTIES[list])),
});

function partTables(whole: OfficeStandard, list: ListName): Table[] {
  return (PARTS[list] ?? []).map((part) => ({
    title: part.title,
    columns: [PARENT, ...columnsOf(part.properties)],
    rows: entriesOf(whole, list).flatMap((entry) =>
      ((valueAt(entry, part.path) ?? []) as Entry[]).map((each) => [
        keyOf(list, entry),
        ...rowOf(each, part.properties),
      ]),
    ),
  }));
}

/** Every scheme of a standard with what it is of: `layers`, `sheets`, `label NAME`. */
export const schemesOf = (standard: OfficeStandard): [string, SchemeEntry][] => [
  ["layers", standard.naming.layers],
  ["sheets", standard.naming.sheets],
  ...standard.labelPatterns.map((each): [string, SchemeEntry] => [`label ${each.id}`, each.pattern]),
];

function schemeTables(whole: OfficeStandard): Table[] {
  const schemes = schemesOf(whole);
  const fields = schemes.flatMap(([of, scheme]) => scheme.fields.map((field) => ({ of, field })));
  return [
    {
      title: TITLES.schemes,
      columns: [SCHEME_OF, ...columnsOf(SCHEME_PROPERTIES)],
      rows: schemes.map(([of, scheme]) => [of, ...rowOf(scheme, SCHEME_PROPERTIES)]),
    },
    {
      title: TITLES.fields,
      columns: [SCHEME_OF, ...columnsOf(SCHEME_FIELDS), "Codes listed"],
      rows: fields.map(({ of, field }) => [of, ...rowOf(field, SCHEME_FIELDS), field.codes ? "yes" : "no"]),
    },
    {
      title: TITLES.codes,
      columns: [SCHEME_OF, "Field", ...columnsOf(SCHEME_CODES)],
      rows: fields.flatMap(({ of, field }) =>
        (field.codes ?? []).map((code) => [of, field.id, ...rowOf(code, SCHEME_CODES)]),
      ),
    },
  ];
}

function chartTable(whole: OfficeStandard): Table {
  return {
    title: TITLES.chart,
    columns: ["Layer", ...whole.kinds.map((kind) => kind.id)],
    rows: whole.layers.map(({ name }) => [name, ...whole.kinds.map((kind) => whole.showing[name]?.[kind.id] ?? null)]),
  };
}
