import { describe, expect, it } from "vitest";
import {
  applyEdits,
  blankEntry,
  canonical,
  checkStandard,
  differences,
  entriesOf,
  keyOf,
  LIST_NAMES,
  LISTS,
  orderedEntry,
  PARTS,
  preset,
  PRESETS,
  PROPERTIES,
  setAt,
  usesOf,
  valueAt,
  withoutEntries,
  writeStandard,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
} from "../../src/standard";
import { dryRun, listTable, suggestMapping, type Table } from "../../src/tables";

/** Every property of every list, taken from the one place that describes them: none may be forgotten by a check. */
const tarnwick = (): OfficeStandard => JSON.parse(JSON.stringify(preset("tarnwick")!)) as OfficeStandard;
const STANDARD = tarnwick();
const every = LIST_NAMES.filter((list) => entriesOf(STANDARD, list).length > 0).flatMap((list) =>
  PROPERTIES[list].map((property): [ListName, string, Property] => [list, property.path, property]),
);
const parts = LIST_NAMES.flatMap((list) =>
  (PARTS[list] ?? []).flatMap((part) => {
    const index = entriesOf(STANDARD, list).findIndex(
      (entry) => ((valueAt(entry, part.path) as unknown[] | undefined) ?? []).length > 0,
    );
    return index < 0
      ? []
      : part.properties.map((property): [string, Property] => [
          `${list}[${index}].${part.path}[0].${property.path}`,
          property,
        ]);
  }),
);

/** A standard with one value of the first entry changed. */
function changed(list: ListName, path: string, value: unknown): OfficeStandard {
  const standard = tarnwick();
  setAt(entriesOf(standard, list)[0] as Record<string, unknown>, path, value);
  return standard;
}
const complaints = (standard: unknown): { at: string; message: string }[] => {
  const checked = checkStandard(standard);
  return checked.ok ? [] : checked.problems.map(({ at, message }) => ({ at: String(at), message }));
};

describe("what a property refers to", () => {
  const referring = [
    ...LIST_NAMES.flatMap((list) => PROPERTIES[list].map((each): [string, Property] => [`${list}.${each.path}`, each])),
    ...LIST_NAMES.flatMap((list) =>
      (PARTS[list] ?? []).flatMap((part) =>
        part.properties.map((each): [string, Property] => [`${list}.${part.path}.${each.path}`, each]),
      ),
    ),
  ].filter(([, { to }]) => to !== undefined);

  it("is found in more than a few", () => expect(referring.length).toBeGreaterThan(10));
  it.each(referring)("%s: a list of the standard", (_path, { to }) => expect(LIST_NAMES).toContain(to));
});

describe("every property is checked, and its error comes with its path", () => {
  it.each(every)("%s, %s", (list, path) => {
    for (const wrong of [{}, Symbol.iterator in [] ? { length: 1 } : 0]) {
      const at = complaints(changed(list, path, wrong)).map((problem) => problem.at);
      expect(at.some((each) => each.startsWith(`${list}[0].${path}`))).toBe(true);
    }
  });
  it.each(parts)("within an entry: %s", (path) => {
    const standard = tarnwick();
    const steps = path.split(/[.[\]]+/).filter(Boolean);
    const last = steps.pop()!;
    const holder = steps.reduce<unknown>((value, step) => (value as Record<string, unknown>)[step], standard);
    (holder as Record<string, unknown>)[last] = {};
    expect(complaints(standard).some((problem) => problem.at.startsWith(path))).toBe(true);
  });
  it.each(every.filter(([, , property]) => property.shape === "text" || property.shape === "words"))(
    "%s, %s: no longer than 4,000 characters",
    (list, path) => {
      const at = complaints(changed(list, path, "x".repeat(4001))).map((problem) => problem.at);
      expect(at).toContain(`${list}[0].${path}`);
    },
  );
  it.each(every.filter(([, , property]) => property.shape === "number"))(
    "%s, %s: neither text, nor NaN, nor without end",
    (list, path) => {
      for (const wrong of ["1", Number.NaN, Infinity])
        expect(complaints(changed(list, path, wrong)).some((problem) => problem.at === `${list}[0].${path}`)).toBe(
          true,
        );
    },
  );
  it.each(every.filter(([, , property]) => property.shape === "choice"))(
    "%s, %s: one of what is offered",
    (list, path, property) => {
      expect(complaints(changed(list, path, "something else")).map((problem) => problem.at)).toContain(
        `${list}[0].${path}`,
      );
      expect(property.choices!.length).toBeGreaterThan(1);
    },
  );
  it.each(every.filter(([, , property]) => property.shape === "key"))(
    "%s, %s: an entry that there is, named in the complaint",
    (list, path) => {
      const [problem] = complaints(changed(list, path, "nobody"));
      expect(problem!.at).toBe(`${list}[0].${path}`);
      expect(problem!.message).toContain("“nobody”");
    },
  );
  it.each(LIST_NAMES)("%s: a property that there is not is named", (list) => {
    if (entriesOf(STANDARD, list).length === 0) return expect(list).toBe("none is empty in the demo's standard");
    expect(complaints(changed(list, "surprise", 1))).toContainEqual({
      at: `${list}[0].surprise`,
      message: "There is no “surprise” here.",
    });
  });
});

/** Another value that a property can have, of its own kind. */
function another(list: ListName, { shape, choices, to, path }: Property, value: unknown): unknown {
  if (path === LISTS[list].key) return undefined;
  switch (shape) {
    case "number":
      return path === "finestFraction" ? (value === 16 ? 8 : 16) : undefined;
    case "flag":
      return value !== true;
    case "choice":
      return choices!.find((choice) => choice !== value);
    case "key":
      return entriesOf(STANDARD, to!)
        .map((entry) => keyOf(to!, entry))
        .find((key) => key !== value);
    case "colour":
      return value === "#123456" ? "#654321" : "#123456";
    case "words":
      return `${String(value ?? "")} Other words.`;
    default:
      return undefined;
  }
}

/** How a change is told: from one value to another, added to what had none, or a note. */
const SAID = /^[^]+: ([^]+ → [^]+|[^]+ added, [^]+|[^]+: (yes|no longer)|noted “[^]+)$/i;
const nameIn = ({ path, title }: Property): string => (path === "note" ? "noted" : title);

describe("a change of any property", () => {
  const changes = every.flatMap(([list, path, property]): [ListName, string, Property, unknown][] => {
    const value = another(list, property, valueAt(entriesOf(STANDARD, list)[0]!, path));
    if (value === undefined || complaints(changed(list, path, value)).length > 0) return [];
    return [[list, path, property, value]];
  });
  it("is tried for most of them", () => expect(changes.length).toBeGreaterThan(50));
  it.each(changes)(
    "%s, %s: is one difference, named by its entry, its title, from and to",
    (list, path, property, value) => {
      const after = changed(list, path, value);
      const key = keyOf(list, entriesOf(STANDARD, list)[0]!);
      const found = differences(STANDARD, after);
      expect(found).toMatchObject([{ part: list, entry: key, kind: "changed", property: property.title }]);
      expect(found[0]!.words).toMatch(SAID);
      const [back] = differences(after, STANDARD);
      expect([back!.from, back!.to]).toEqual([found[0]!.to, found[0]!.from]);
    },
  );
  it.each(changes)(
    "%s, %s: comes in by a table, as one changed row with the change in words",
    (list, path, property, value) => {
      const after = changed(list, path, value);
      const key = keyOf(list, entriesOf(STANDARD, list)[0]!);
      const table = listTable(after, list);
      const run = dryRun(STANDARD, list, table, suggestMapping(list, table.columns));
      expect(run.sums).toMatchObject({ changed: 1, added: 0, wrong: 0 });
      const [words] = run.rows.find((row) => row.state === "changed")!.words;
      expect(`${key}: ${words}`).toMatch(SAID);
      expect(words!.toLowerCase()).toContain(nameIn(property).toLowerCase());
      const applied = applyEdits(STANDARD, list, run.edits)!;
      expect(writeStandard(applied)).toBe(writeStandard(after));
    },
  );
});

describe("the columns of a list", () => {
  it.each(LIST_NAMES)("%s: are found again by their titles, in any letter case and order", (list) => {
    const table = listTable(STANDARD, list);
    expect(suggestMapping(list, table.columns)).toEqual(PROPERTIES[list].map((property) => property.path));
    const shouted = [...table.columns].reverse().map((column) => `  ${column.toUpperCase()} `);
    expect(suggestMapping(list, shouted)).toEqual(PROPERTIES[list].map((property) => property.path).reverse());
  });
  it.each(LIST_NAMES)("%s: a table of nothing but the names changes nothing", (list) => {
    const whole = listTable(STANDARD, list);
    const key = PROPERTIES[list].findIndex((property) => property.path === LISTS[list].key);
    const table: Table = {
      title: whole.title,
      columns: [whole.columns[key]!],
      rows: whole.rows.map((row) => [row[key]!]),
    };
    const run = dryRun(STANDARD, list, table, [LISTS[list].key]);
    expect(run.sums).toEqual({ added: 0, changed: 0, wrong: 0, unchanged: whole.rows.length });
    expect(run.edits).toEqual([]);
  });
});

describe("an entry by another name", () => {
  const entries = LIST_NAMES.flatMap((list) =>
    entriesOf(STANDARD, list)
      .slice(0, 6)
      .map((entry): [ListName, string, Entry] => [list, keyOf(list, entry), entry]),
  );
  /** A name that such an entry can have: scales, slopes and sheet sizes say something with theirs. */
  const renamed = (list: ListName, key: string): string =>
    ({ scales: "1:33", slopes: "7 in 12" })[list as string] ?? `${key}-B`;
  it.each(entries)("%s, %s: keeps all its uses, and the standard is sound", (list, key, entry) => {
    const fresh = renamed(list, key);
    const next = applyEdits(STANDARD, list, [{ key, entry: { ...entry, [LISTS[list].key]: fresh } }])!;
    expect(complaints(JSON.parse(JSON.stringify(next)))).toEqual([]);
    const brief = (uses: ReturnType<typeof usesOf>): string[] => uses.map((use) => `${use.list} ${use.key}`).sort();
    // What names itself by its own name (a layer that succeeds another) is named anew as well.
    expect(brief(usesOf(next, list, fresh)).length).toBe(brief(usesOf(STANDARD, list, key)).length);
    const back = applyEdits(next, list, [{ key: fresh, entry }])!;
    expect(writeStandard(back)).toBe(writeStandard(STANDARD));
  });
});

describe("a new entry", () => {
  it.each(LIST_NAMES)("%s: begins with what is right as soon as it has a name", (list) => {
    const blank = blankEntry(STANDARD, list) as Record<string, unknown>;
    const name = { scales: "1:33", slopes: "7 in 12" }[list as string] ?? "A-NEWS";
    const entry = { ...blank, [LISTS[list].key]: name };
    const next = applyEdits(STANDARD, list, [{ key: null, entry }])!;
    const told = complaints(JSON.parse(JSON.stringify(next)));
    // What can only be given by a person is missing, and nothing else is wrong.
    for (const { at } of told) expect(at.startsWith(`${list}[${entriesOf(next, list).length - 1}]`)).toBe(true);
    expect(told.length).toBeLessThanOrEqual(2);
    expect(orderedEntry(list, entry)).toEqual(orderedEntry(list, orderedEntry(list, entry) as Entry));
  });
  it("of a standard without entries can be made as well", () => {
    const bare = withoutEntries(STANDARD);
    for (const list of LIST_NAMES) {
      expect(entriesOf(bare, list)).toEqual([]);
      expect(() => blankEntry(bare, list)).not.toThrow();
    }
    expect(complaints(JSON.parse(JSON.stringify(bare)))).toEqual([]);
  });
});

describe("the canonical form", () => {
  it.each(Object.keys(PRESETS))("of %s is its own canonical form (a law)", (name) => {
    const once = canonical(preset(name)!);
    expect(JSON.stringify(canonical(once))).toBe(JSON.stringify(once));
    expect(complaints(JSON.parse(JSON.stringify(once)))).toEqual([]);
  });
});
