import { entriesOf, LIST_NAMES, type Entry, type ListName } from "./chapters";
import type { OfficeStandard, RuleSetting, SchemeEntry } from "./model";
import { STANDARD_FORMAT } from "./model/choices";
import {
  PARTS,
  PROPERTIES,
  SCHEME_CODES,
  SCHEME_FIELDS,
  SCHEME_PROPERTIES,
  setAt,
  valueAt,
  type Property,
} from "./properties";

/** Properties in their order; those that may be left out and say nothing are left out. */
function ordered(entry: Entry, properties: readonly Property[]): Record<string, unknown> {
  const result: Record<string, unknown> = {};
  for (const property of properties) {
    const value = valueAt(entry, property.path);
    if (value === undefined || (property.optional && saysNothing(value))) continue;
    setAt(result, property.path, value);
  }
  return result;
}

const saysNothing = (value: unknown): boolean =>
  value === null || value === "" || (Array.isArray(value) && value.length === 0);

function orderedScheme(scheme: SchemeEntry): Record<string, unknown> {
  const { examples, ...head } = ordered(scheme, SCHEME_PROPERTIES);
  const fields = scheme.fields.map((field) => ({
    ...ordered(field, SCHEME_FIELDS),
    ...(field.codes ? { codes: field.codes.map((code) => ordered(code, SCHEME_CODES)) } : {}),
  }));
  return { ...head, fields, examples };
}

/** An entry with its properties in the order of its list. */
export function orderedEntry(list: ListName, entry: Entry): Record<string, unknown> {
  const result = ordered(entry, PROPERTIES[list]);
  for (const part of PARTS[list] ?? []) {
    const parts = valueAt(entry, part.path) as Entry[] | undefined;
    if (part.optional && (parts ?? []).length === 0) continue;
    setAt(
      result,
      part.path,
      (parts ?? []).map((each) => ordered(each, part.properties)),
    );
  }
  if (list === "labelPatterns") result["pattern"] = orderedScheme(entry["pattern"] as SchemeEntry);
  return result;
}

function orderedChart({ showing, layers, kinds }: OfficeStandard): OfficeStandard["showing"] {
  const chart: OfficeStandard["showing"] = {};
  for (const { name } of layers) {
    const row = Object.hasOwn(showing, name) ? showing[name] : undefined;
    const cells = kinds.flatMap(({ id }) => {
      const state = row && Object.hasOwn(row, id) ? row[id] : undefined;
      return state ? [[id, state] as const] : [];
    });
    if (cells.length > 0) chart[name] = Object.fromEntries(cells);
  }
  return chart;
}

/** Rules by their ids, each with its figures by their names; a rule of which nothing was changed is left out. */
function orderedRules(rules: OfficeStandard["rules"]): OfficeStandard["rules"] {
  const said = Object.keys(rules)
    .sort()
    .map((id): [string, RuleSetting] => {
      const { severity, parameters = {} } = rules[id] ?? {};
      const names = Object.keys(parameters).sort();
      return [
        id,
        {
          ...(severity === undefined ? {} : { severity }),
          ...(names.length > 0
            ? { parameters: Object.fromEntries(names.map((name) => [name, parameters[name] ?? 0])) }
            : {}),
        },
      ];
    });
  return Object.fromEntries(said.filter(([, setting]) => Object.keys(setting).length > 0));
}

/**
 * The one way of writing a standard down: everything in its order, nothing that says nothing. Two
 * standards that say the same are the same text, whichever way they came.
 */
export function canonical(standard: OfficeStandard): OfficeStandard {
  const { naming, rules } = standard;
  const lists = Object.fromEntries(
    LIST_NAMES.map((list) => [list, entriesOf(standard, list).map((entry) => orderedEntry(list, entry))]),
  );
  return {
    format: STANDARD_FORMAT,
    name: standard.name,
    edition: standard.edition,
    units: standard.units,
    naming: {
      layers: orderedScheme(naming.layers),
      sheets: orderedScheme(naming.sheets),
      defaultLayers: [...naming.defaultLayers],
      ...(naming.textStyleNames ? { textStyleNames: naming.textStyleNames } : {}),
    },
    ...lists,
    showing: orderedChart(standard),
    legendOrder: [...standard.legendOrder],
    rules: orderedRules(rules),
  } as OfficeStandard;
}

/** The JSON form of a standard: canonical order, two spaces, a final newline. */
export const writeStandard = (standard: OfficeStandard): string => `${JSON.stringify(canonical(standard), null, 2)}\n`;
