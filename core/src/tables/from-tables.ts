import type { Problem } from "../base/result";
import {
  checkStandard,
  LIST_NAMES,
  LISTS,
  PARTS,
  PROPERTIES,
  SCHEME_CODES,
  SCHEME_FIELDS,
  SCHEME_PROPERTIES,
  setAt,
  type CheckedStandard,
  type ListName,
  type Property,
} from "../standard";
import { valueOf } from "./cells";
import { FACTS, FACTS_OF_SECOND_FORM, FIGURE, TITLES } from "./layout";
import { columnsOf } from "./to-tables";
import { isEmpty, type Cell, type Table } from "./table";

type Record_ = Record<string, unknown>;

/** Reads a standard from its tables; every error names the sheet, the row and the column. */
export function fromTables(tables: readonly Table[]): CheckedStandard {
  const reader = new Reader(tables);
  const value = reader.standard();
  if (reader.problems.length > 0) return { ok: false, problems: reader.problems };
  return checkStandard(value);
}

class Reader {
  readonly problems: Problem[] = [];
  private readonly byTitle: ReadonlyMap<string, Table>;

  constructor(tables: readonly Table[]) {
    this.byTitle = new Map(tables.map((table) => [table.title, table]));
  }

  standard(): Record_ {
    const result: Record_ = {};
    const facts = new Map(
      (this.table(TITLES.standard)?.rows ?? []).map((row) => [String(row[0] ?? ""), row[1] ?? null]),
    );
    const isSecondForm = facts.get("Format") === "hemstitch-standard-2";
    [...FACTS, ...(isSecondForm ? FACTS_OF_SECOND_FORM : [])].forEach(({ title, property }, i) =>
      this.put(result, property, facts.get(title) ?? null, TITLES.standard, i),
    );
    const schemes = this.schemes();
    setAt(result, "naming.layers", schemes.get("layers"));
    setAt(result, "naming.sheets", schemes.get("sheets"));
    for (const list of LIST_NAMES) result[list] = this.list(list, schemes);
    result["showing"] = this.chart();
    result["rules"] = this.rules(!isSecondForm);
    return result;
  }

  private rules(withFigures: boolean): Record<string, Record_> {
    const rules: Record<string, Record_> = {};
    // Rules and figures that the office left as they usually are have an empty cell.
    for (const [id, severity] of this.table(TITLES.rules)?.rows ?? [])
      if (!isEmpty(severity)) rules[String(id)] = { severity: String(severity) };
    if (!withFigures) return rules;
    for (const { lead, entry } of this.rows(TITLES.figures, ["Rule", "Figure"], [FIGURE])) {
      const [id = "", name = ""] = lead;
      if (entry["value"] === undefined) continue;
      const setting = (rules[id] ??= {});
      setting["parameters"] = { ...(setting["parameters"] as Record_ | undefined), [name]: entry["value"] };
    }
    return rules;
  }

  private table(title: string): Table | undefined {
    const table = this.byTitle.get(title);
    if (!table)
      this.problems.push({
        code: "sheet-missing",
        message: `The workbook has no sheet “${title}”.`,
        remedy: "Begin with a workbook that Hemstitch wrote.",
        at: title,
      });
    return table;
  }

  /** Rows of a table as entries, with the cells before the properties. */
  private rows(
    title: string,
    before: readonly string[],
    properties: readonly Property[],
  ): { row: number; lead: string[]; entry: Record_ }[] {
    const table = this.table(title);
    if (!table) return [];
    const wanted = [...before, ...columnsOf(properties)];
    const places = wanted.map((column) => table.columns.indexOf(column));
    const missing = wanted.filter((_, i) => (places[i] ?? -1) < 0);
    for (const column of missing)
      this.problems.push({
        code: "column-missing",
        message: `The sheet “${title}” has no column “${column}”.`,
        at: title,
      });
    if (missing.length > 0) return [];
    return table.rows.flatMap((row, i) => {
      // People part groups of rows by an empty one.
      if (row.every(isEmpty)) return [];
      const entry: Record_ = {};
      properties.forEach((property, k) =>
        this.put(entry, property, row[places[before.length + k] ?? -1] ?? null, title, i),
      );
      return [{ row: i, lead: before.map((_, k) => String(row[places[k] ?? -1] ?? "")), entry }];
    });
  }

  private put(entry: Record_, property: Property, cell: Cell, title: string, row: number): void {
    const value = valueOf(cell, property);
    // The first row of a sheet has the titles.
    if (!value.ok) this.problems.push({ ...value.problem, at: `${title}, row ${row + 2}, ${property.title}` });
    else if (value.value !== undefined) setAt(entry, property.path, value.value);
  }

  private schemes(): Map<string, Record_> {
    const schemes = new Map(
      this.rows(TITLES.schemes, ["Of"], SCHEME_PROPERTIES).map(({ lead, entry }) => [
        lead[0] ?? "",
        { ...entry, fields: [] as Record_[] },
      ]),
    );
    const fields = new Map<string, Record_>();
    const listed = this.table(TITLES.fields);
    const listedAt = listed?.columns.indexOf("Codes listed") ?? -1;
    for (const { row, lead, entry } of this.rows(TITLES.fields, ["Of"], SCHEME_FIELDS)) {
      const [of = ""] = lead;
      if (listed?.rows[row]?.[listedAt] === "yes") entry["codes"] = [];
      const scheme = schemes.get(of);
      if (scheme) scheme.fields.push(entry);
      else
        this.problems.push({
          code: "field-of-no-scheme",
          message: `The field “${String(entry["id"])}” belongs to the scheme “${of}”, which is not there.`,
          at: `${TITLES.fields}, row ${row + 2}`,
        });
      fields.set(`${of}\n${String(entry["id"])}`, entry);
    }
    for (const { lead, entry } of this.rows(TITLES.codes, ["Of", "Field"], SCHEME_CODES)) {
      const field = fields.get(lead.join("\n"));
      if (field) field["codes"] = [...((field["codes"] ?? []) as Record_[]), entry];
      else
        this.problems.push({
          code: "code-of-no-field",
          message: `The code “${String(entry["code"])}” belongs to the field “${lead[1]}” of “${lead[0]}”, which is not there.`,
          at: TITLES.codes,
        });
    }
    return schemes;
  }

  private list(list: ListName, schemes: ReadonlyMap<string, Record_>): Record_[] {
    const entries = this.rows(LISTS[list].many, [], PROPERTIES[list]).map(({ entry }) => entry);
    const byKey = new Map(entries.map((entry) => [String(entry[LISTS[list].key]), entry]));
    for (const part of PARTS[list] ?? []) {
      if (!part.optional) for (const entry of entries) setAt(entry, part.path, []);
      for (const { lead, entry } of this.rows(part.title, ["Of"], part.properties)) {
        const owner = byKey.get(lead[0] ?? "");
        if (!owner)
          this.problems.push({
            code: "part-of-nothing",
            message: `“${lead[0]}” in ${part.title} is no ${LISTS[list].one}.`,
            at: part.title,
          });
        else {
          const parts = partsOf(owner, part.path);
          setAt(owner, part.path, [...parts, entry]);
        }
      }
    }
    if (list === "labelPatterns") for (const [key, entry] of byKey) entry["pattern"] = schemes.get(`label ${key}`);
    return entries;
  }

  private chart(): Record_ {
    const table = this.table(TITLES.chart);
    const chart: Record_ = {};
    for (const [i, row] of (table?.rows ?? []).entries()) {
      const cells = (table?.columns ?? []).slice(1).flatMap((kind, i) => {
        const state = row[i + 1];
        return state === null || state === undefined || state === "" ? [] : [[kind, String(state)] as const];
      });
      if (cells.length === 0) continue;
      const layer = String(row[0] ?? "");
      if (Object.hasOwn(chart, layer))
        this.problems.push({
          code: "chart-row-twice",
          message: `The layer “${layer}” stands in the showing chart already.`,
          at: `${TITLES.chart}, row ${i + 2}`,
        });
      chart[layer] = Object.fromEntries(cells);
    }
    return chart;
  }
}

function partsOf(owner: Record_, path: string): Record_[] {
  let value: unknown = owner;
  for (const step of path.split(".")) value = (value as Record_ | undefined)?.[step];
  return (value as Record_[] | undefined) ?? [];
}
