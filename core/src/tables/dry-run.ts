import { capitalised, listed } from "../base/words";
import { distance } from "fastest-levenshtein";
import {
  applyEdits,
  blankEntry,
  checkStandard,
  entriesOf,
  changeOf,
  inWords,
  LISTS,
  orderedEntry,
  PROPERTIES,
  setAt,
  titleWithUnit,
  valueAt,
  type Entry,
  type EntryEdit,
  type ListName,
  type OfficeStandard,
  type Property,
} from "../standard";
import { plainly, valueOf, type KeyFinder } from "./cells";
import { LEFT_OUT, type Correction, type Mapping } from "./mapping";
import { isEmpty, type Table } from "./table";
import { keyFinder } from "./written-keys";

/** A table with some cells corrected. */
export function corrected(table: Table, corrections: readonly Correction[]): Table {
  if (corrections.length === 0) return table;
  const rows = table.rows.map((row) => [...row]);
  for (const [row, column, text] of corrections) {
    const cells = rows[row - FIRST_ROW];
    if (cells && column < table.columns.length) cells[column] = text;
  }
  return { ...table, rows };
}

/** The titles stand in row 1. */
const FIRST_ROW = 2;

/** What an import would do with one row. */
export interface DryRow {
  /** Row in the file; the titles stand in row 1. */
  readonly row: number;
  readonly key: string;
  readonly state: "added" | "changed" | "unchanged" | "wrong";
  /** What would change, or what is wrong, in words. */
  readonly words: readonly string[];
  /** What stands in its cells, by the columns of the table. */
  readonly cells: readonly string[];
  /** Columns, from 0, of the cells that are wrong. */
  readonly wrongIn: readonly number[];
}

/** What an import would do, before anything is stored. */
export interface DryRun {
  readonly rows: readonly DryRow[];
  /** What is wrong with the table as a whole. */
  readonly problems: readonly string[];
  /** Entries that are not in the table and would be removed. */
  readonly removed: readonly string[];
  readonly sums: Readonly<Record<DryRow["state"], number>>;
  /** The edits that carry it out; none where anything is wrong. */
  readonly edits: readonly EntryEdit[];
}

/** The likeliest property for each column: by its title, by its path, or nearly so. No property twice. */
export function suggestMapping(list: ListName, columns: readonly string[]): Mapping {
  const taken = new Set<string>();
  const score = (column: string, property: Property): number => {
    const { path, title } = property;
    const wanted = plainly(column);
    if (wanted === "") return Infinity;
    const names = [titleWithUnit(property), title, path, path.split(".").at(-1) ?? "", ...(property.also ?? [])].map(
      plainly,
    );
    // “Width mm”, “Layer name”: what people write behind it.
    const bare = wanted.replace(/(?:mm|percent|name)$/, "");
    if (names.includes(wanted)) return 0;
    if (names.includes(bare)) return 0.5;
    const edits = Math.min(...names.map((name) => distance(name, bare)));
    return edits <= Math.floor(bare.length / 4) ? edits : Infinity;
  };
  const offers = columns
    .flatMap((column, index) =>
      PROPERTIES[list].map((property) => ({ index, path: property.path, far: score(column, property) })),
    )
    .filter((offer) => offer.far < Infinity)
    .sort((a, b) => a.far - b.far);
  const mapping: (string | null)[] = columns.map(() => null);
  for (const { index, path } of offers) {
    if (mapping[index] !== null || taken.has(path)) continue;
    mapping[index] = path;
    taken.add(path);
  }
  return mapping;
}

export interface DryRunOptions {
  /** Removes what is not in the table. */
  readonly replace?: boolean;
  /** Rows that are right are stored without those that are wrong. */
  readonly partly?: boolean;
}

/**
 * Works out row by row what importing a table into a list would do. Properties that no column
 * fills keep their value; new entries take the usual ones.
 */
export function dryRun(
  standard: OfficeStandard,
  list: ListName,
  table: Table,
  mapping: Mapping,
  options: DryRunOptions = {},
): DryRun {
  const problems = mappingProblems(list, mapping);
  if (problems.length > 0) return { ...NOTHING, problems };
  const run = new Run(standard, list, mapping, table.columns.length);
  table.rows.forEach((row, i) => run.read(row, i + FIRST_ROW));
  const undecided = undecidedColumns(table, mapping);
  return run.done(options, undecided.length === 0 ? [] : [askAbout(undecided.map((i) => titleOf(table, i)))]);
}

/** Columns with something in them of which nobody has said what it is, by their places from 0. */
export const undecidedColumns = (table: Table, mapping: Mapping): number[] =>
  table.columns.flatMap((_, i) =>
    (mapping[i] ?? null) === null && table.rows.some((row) => !isEmpty(row[i])) ? [i] : [],
  );

const titleOf = ({ columns }: Table, i: number): string => (columns[i]?.trim() ? `“${columns[i]}”` : `column ${i + 1}`);

const askAbout = (titles: readonly string[]): string =>
  titles.length === 1
    ? `${capitalised(titles[0] ?? "")} matches nothing in this list. Choose what it holds, or leave it out.`
    : `${capitalised(listed(titles))} match nothing in this list. Choose what each holds, or leave it out.`;

const NOTHING: DryRun = {
  rows: [],
  problems: [],
  removed: [],
  sums: { added: 0, changed: 0, unchanged: 0, wrong: 0 },
  edits: [],
};

function mappingProblems(list: ListName, mapping: Mapping): string[] {
  const known = new Map(PROPERTIES[list].map((property) => [property.path, property.title]));
  const used = mapping.flatMap((path) => (path === null || path === LEFT_OUT ? [] : [path]));
  const twice = [...new Set(used.filter((path, i) => used.indexOf(path) !== i))];
  const strange = used.filter((path) => !known.has(path));
  const { key } = LISTS[list];
  return [
    ...twice.map((path) => `Two columns fill ${known.get(path) ?? path}; only one can.`),
    ...strange.map((path) => `There is no property “${path}”.`),
    ...(used.includes(key) ? [] : [`No column holds the ${known.get(key) ?? key}, by which entries are known.`]),
  ];
}

interface Read {
  readonly row: number;
  readonly key: string;
  readonly was: Entry | undefined;
  readonly entry: Entry;
  readonly wrong: string[];
  readonly cells: Table["rows"][number];
  readonly wrongIn: Set<number>;
}

class Run {
  private readonly known: ReadonlyMap<string, Entry>;
  private readonly properties: ReadonlyMap<string, Property>;
  private readonly read_: Read[] = [];
  private readonly seen = new Map<string, number>();
  private readonly keyFor: KeyFinder;

  constructor(
    private readonly standard: OfficeStandard,
    private readonly list: ListName,
    private readonly mapping: Mapping,
    private readonly columns: number,
  ) {
    this.keyFor = keyFinder(standard);
    const entries = entriesOf(standard, list);
    this.known = new Map(entries.map((entry) => [String(entry[LISTS[list].key]), entry]));
    this.properties = new Map(PROPERTIES[list].map((property) => [property.path, property]));
  }

  read(cells: Table["rows"][number], row: number): void {
    if (cells.every((cell) => cell === null || cell === "")) return;
    const { list } = this;
    const key = String(cells[this.mapping.indexOf(LISTS[list].key)] ?? "");
    const was = this.known.get(key);
    const entry = structuredClone(was ?? blankEntry(this.standard, list)) as Record<string, unknown>;
    const wrong: string[] = [];
    const wrongIn = new Set<number>();
    const complain = (message: string, column: number): void => {
      wrong.push(message);
      if (column >= 0) wrongIn.add(column);
    };
    const ofKey = this.mapping.indexOf(LISTS[list].key);
    if (key === "")
      complain(`The ${LISTS[list].one} has no ${this.properties.get(LISTS[list].key)?.title ?? "name"}.`, ofKey);
    const earlier = this.seen.get(key);
    if (earlier !== undefined) complain(`“${key}” stands in row ${earlier} already.`, ofKey);
    else this.seen.set(key, row);
    this.mapping.forEach((path, i) => {
      const property = path === null ? undefined : this.properties.get(path);
      if (!property) return;
      const value = valueOf(cells[i] ?? null, property, this.keyFor);
      if (!value.ok) complain(value.problem.message, i);
      else if (value.value === undefined) removeAt(entry, property.path);
      else setAt(entry, property.path, value.value);
    });
    this.read_.push({ row, key, was, entry: orderedEntry(list, entry), wrong, cells, wrongIn });
  }

  /** `asked` is what has to be decided before anything is stored. */
  done({ replace = false, partly = false }: DryRunOptions, asked: readonly string[]): DryRun {
    const removed = replace ? [...this.known.keys()].filter((key) => !this.seen.has(key)) : [];
    let edits = this.editsOf(removed);
    let problems = this.checked(edits);
    // Rows that show themselves wrong only among the others are left out in their turn, and the rest is looked at again.
    for (let round = 0; partly && round < MOST_ROUNDS; round++) {
      const right = this.editsOf(removed);
      if (right.length === edits.length) break;
      edits = right;
      problems = this.checked(edits);
    }
    const rows = this.read_.map((each): DryRow => this.rowOf(each));
    const sums = { added: 0, changed: 0, unchanged: 0, wrong: 0 };
    for (const { state } of rows) sums[state]++;
    const all = [...asked, ...problems];
    const isSound = all.length === 0 && (partly ? this.editsOf(removed).length === edits.length : sums.wrong === 0);
    return { rows, problems: all, removed, sums, edits: isSound ? edits : [] };
  }

  /** What would be stored of the rows that are right. */
  private editsOf(removed: readonly string[]): EntryEdit[] {
    return [
      ...removed.map((key): EntryEdit => ({ key, entry: null })),
      ...this.read_
        .filter((each) => each.wrong.length === 0 && stateOf(each, this.list) !== "unchanged")
        .map(({ key, was, entry }): EntryEdit => ({ key: was ? key : null, entry })),
    ];
  }

  private rowOf({ row, key, was, entry, wrong, cells, wrongIn }: Read): DryRow {
    const state = wrong.length > 0 ? "wrong" : stateOf({ was, entry }, this.list);
    const words =
      state === "wrong"
        ? wrong
        : state === "changed" && was
          ? [...this.properties.values()].flatMap((property) =>
              changeWords(orderedEntry(this.list, was), entry, property),
            )
          : [];
    return {
      row,
      key,
      state,
      words,
      cells: Array.from({ length: this.columns }, (_, i) => String(cells[i] ?? "")),
      wrongIn: [...wrongIn],
    };
  }

  /** The column that fills the property which a problem is about; -1 for none. */
  private columnOf(at: string): number {
    const path = /^\w+\[\d+\]\.(.+)$/.exec(at)?.[1] ?? "";
    return this.mapping.findIndex((each) => each !== null && (path === each || path.startsWith(`${each}[`)));
  }

  /** The whole standard with the edits is checked; errors of an entry go to its row. */
  private checked(edits: readonly EntryEdit[]): string[] {
    const edited = applyEdits(this.standard, this.list, edits);
    const result = edited ? checkStandard(JSON.parse(JSON.stringify(edited))) : undefined;
    if (!edited || !result || result.ok) return [];
    const byKey = new Map(this.read_.map((each) => [each.key, each]));
    const others: string[] = [];
    for (const problem of result.problems) {
      const place = new RegExp(`^${this.list}\\[(\\d+)\\]`).exec(String(problem.at ?? ""));
      const entry = place && entriesOf(edited, this.list)[Number(place[1])];
      const read = entry && byKey.get(String(entry[LISTS[this.list].key]));
      if (read) {
        read.wrong.push(problem.message);
        const column = this.columnOf(String(problem.at ?? ""));
        if (column >= 0) read.wrongIn.add(column);
      } else others.push(`${String(problem.at ?? "")}: ${problem.message}`);
    }
    return others.slice(0, 50);
  }
}

/** Times that what is left is looked at again. */
const MOST_ROUNDS = 5;

const stateOf = ({ was, entry }: Pick<Read, "was" | "entry">, list: ListName): "added" | "changed" | "unchanged" => {
  if (!was) return "added";
  return JSON.stringify(orderedEntry(list, was)) === JSON.stringify(entry) ? "unchanged" : "changed";
};

function changeWords(was: Entry, is: Entry, property: Property): string[] {
  const [a, b] = [valueAt(was, property.path), valueAt(is, property.path)];
  return JSON.stringify(a) === JSON.stringify(b)
    ? []
    : [capitalised(changeOf(property.title, inWords(a, property), inWords(b, property)))];
}

function removeAt(entry: Record<string, unknown>, path: string): void {
  const steps = path.split(".");
  const last = steps.pop() ?? "";
  let inner: unknown = entry;
  for (const step of steps) inner = (inner as Record<string, unknown> | undefined)?.[step];
  if (typeof inner === "object" && inner !== null) delete (inner as Record<string, unknown>)[last];
}
