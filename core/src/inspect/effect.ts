import { addTo } from "../base/grouped";
import {
  canonical,
  checkStandard,
  differences,
  LIST_NAMES,
  LISTS,
  entriesOf,
  type Difference,
  type OfficeStandard,
} from "../standard";
import type { Finding } from "./finding";

/** What a standard would find on one drawing that the other does not, and the reverse. */
export interface Effect {
  readonly gained: readonly Finding[];
  readonly lost: readonly Finding[];
}

/**
 * What differs between what was found and what is found. A finding that changes its severity, or whose expected value
 * changes, is lost as it was and gained as it is.
 */
export function effectOf(was: readonly Finding[], is: readonly Finding[]): Effect {
  const known = ({ key, severity }: Finding): string => `${key} ${severity}`;
  const [a, b] = [new Set(was.map(known)), new Set(is.map(known))];
  return {
    gained: is.filter((finding) => !a.has(known(finding))),
    lost: was.filter((finding) => !b.has(known(finding))),
  };
}

/** The changes of one entry, and the standard with these changes alone. */
export interface SingleChange {
  readonly part: string;
  readonly entry: string;
  readonly words: readonly string[];
  /** Undefined where the change can't stand without others (an entry that names a new one). */
  readonly standard: OfficeStandard | undefined;
}

/** Takes what a draft changes apart, entry by entry, each on its own on top of the edition. */
export function singleChanges(before: OfficeStandard, after: OfficeStandard): SingleChange[] {
  const groups = new Map<string, Difference[]>();
  for (const difference of differences(before, after)) {
    // Parts of an entry are named after it: “cut-masonry, family of lines 1”.
    const entry = entryOf(difference, before, after);
    const key = `${difference.part}\n${entry}`;
    addTo(groups, key, difference);
  }
  const [a, b] = [canonical(before), canonical(after)];
  return [...groups].map(([key, list]) => {
    const [part = "", entry = ""] = key.split("\n");
    return { part, entry, words: list.map((each) => each.words), standard: withOnly(a, b, part, entry) };
  });
}

function entryOf({ part, entry }: Difference, before: OfficeStandard, after: OfficeStandard): string {
  const list = LIST_NAMES.find((each) => each === part);
  if (!list) return entry;
  const known = (standard: OfficeStandard): boolean =>
    entriesOf(standard, list).some((each) => String(each[LISTS[list].key]) === entry);
  if (known(before) || known(after)) return entry;
  return entry.slice(0, entry.lastIndexOf(", "));
}

function withOnly(
  before: OfficeStandard,
  after: OfficeStandard,
  part: string,
  entry: string,
): OfficeStandard | undefined {
  const changed = onlyChanged(before, after, part, entry);
  const checked = checkStandard(JSON.parse(JSON.stringify(changed)));
  return checked.ok ? checked.standard : undefined;
}

function onlyChanged(before: OfficeStandard, after: OfficeStandard, part: string, entry: string): OfficeStandard {
  const list = LIST_NAMES.find((each) => each === part);
  if (list) {
    const key = LISTS[list].key;
    const was = entriesOf(before, list);
    const is = entriesOf(after, list).find((each) => String(each[key]) === entry);
    const there = was.some((each) => String(each[key]) === entry);
    const entries = there
      ? was.flatMap((each) => (String(each[key]) === entry ? (is ? [is] : []) : [each]))
      : [...was, ...(is ? [is] : [])];
    return { ...before, [list]: entries } as OfficeStandard;
  }
  if (part === "showing") return { ...before, showing: { ...before.showing, [entry]: after.showing[entry] ?? {} } };
  if (part === "rules") {
    const { [entry]: _was, ...rest } = before.rules;
    const is = after.rules[entry];
    return { ...before, rules: is ? { ...rest, [entry]: is } : rest };
  }
  if (part === "naming.layers") return { ...before, naming: { ...before.naming, layers: after.naming.layers } };
  if (part === "naming.sheets") return { ...before, naming: { ...before.naming, sheets: after.naming.sheets } };
  const { name, units, legendOrder, naming } = after;
  return {
    ...before,
    name,
    units,
    legendOrder,
    naming: {
      ...before.naming,
      defaultLayers: naming.defaultLayers,
      ...(naming.textStyleNames ? { textStyleNames: naming.textStyleNames } : {}),
    },
  };
}
