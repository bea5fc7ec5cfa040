import { isDeepStrictEqual } from "node:util";
import {
  applyEdit,
  canonical,
  checkChanged,
  entriesOf,
  keyOf,
  LIST_NAMES,
  orderedEntry,
  type Applied,
  type DraftEdit,
  type EditStep,
  type Entry,
  type OfficeStandard,
} from "@hemstitch/core/standard";
import { storable } from "../database/jsonb";
import { leavesOf } from "./heavy";

/** What somebody wants to become of the draft. */
export type DraftChange =
  | { readonly kind: "edit"; readonly edit: DraftEdit }
  /** Another standard in its place; `what` is what the log calls it. */
  | { readonly kind: "replace"; readonly by: OfficeStandard; readonly what: string };

/** What a change makes of the draft, ready to be stored; or why there is nothing to store. */
export type WorkedOut =
  | {
      readonly kind: "changed";
      /** As the database takes it. */
      readonly content: OfficeStandard;
      readonly steps: readonly EditStep[];
      readonly merged: readonly string[];
    }
  | Exclude<Applied, { readonly kind: "changed" }>;

/** Works out a change of the draft and checks what comes of it, against itself too. */
export function workOut(content: OfficeStandard, change: DraftChange): WorkedOut {
  const changed = change.kind === "edit" ? applyEdit(content, change.edit) : replaced(content, change);
  if (changed.kind !== "changed") return changed;
  const checked = checkChanged(content, storableChange(content, changed.standard));
  if (!checked.ok) return { kind: "wrong", problems: checked.problems };
  return {
    kind: "changed",
    content: JSON.parse(JSON.stringify(canonical({ ...checked.standard, edition: "draft" }))) as OfficeStandard,
    steps: changed.steps,
    merged: changed.merged,
  };
}

/** What takes a twentieth of a second, in entries and codes; measured with registers of up to 5,000 layers. */
const HEAVY = 2000;
/** Values of an edit that take as long as an entry of the draft does. */
const VALUES_OF_AN_ENTRY = 10;

/** Whether working out a change takes so long that others would notice. */
export function isHeavy(content: OfficeStandard, change: DraftChange): boolean {
  const coming = change.kind === "edit" ? leavesOf(change.edit) / VALUES_OF_AN_ENTRY : sizeOf(change.by);
  return sizeOf(content) + coming > HEAVY;
}

/** Entries of all lists, and all that schemes and label patterns say. */
const sizeOf = (standard: OfficeStandard): number =>
  LIST_NAMES.reduce((sum, list) => sum + entriesOf(standard, list).length, 0) +
  leavesOf(standard.naming) +
  leavesOf(standard.labelPatterns);

function replaced(content: OfficeStandard, { by, what }: Extract<DraftChange, { kind: "replace" }>): Applied {
  return {
    kind: "changed",
    standard: by,
    merged: [],
    steps: [
      {
        what,
        before: { name: content.name, layers: content.layers.length },
        after: { name: by.name, edition: by.edition, layers: by.layers.length },
      },
      ...stepsBetween(content, by),
    ],
  };
}

/** What is new in a standard as the database takes it; what was in the draft stays the same object. */
function storableChange(before: OfficeStandard, after: OfficeStandard): OfficeStandard {
  const parts = Object.entries(after).map(([name, value]: [string, unknown]) => {
    const was: unknown = before[name as keyof OfficeStandard];
    if (value === was) return [name, value];
    if (!Array.isArray(value) || !Array.isArray(was)) return [name, storable(value)];
    const stored = new Set<unknown>(was);
    return [name, value.map((entry: unknown) => (stored.has(entry) ? entry : storable(entry)))];
  });
  return Object.fromEntries(parts) as OfficeStandard;
}

/** What of a standard is not in a list. */
const OUTSIDE_LISTS = ["name", "units", "naming", "showing", "legendOrder", "rules"] as const;

/** Every entry and fact in which two standards differ: nothing that a draft said is lost when it is replaced. */
export function stepsBetween(before: OfficeStandard, after: OfficeStandard): EditStep[] {
  const lists = LIST_NAMES.flatMap((list): EditStep[] => {
    const [was, is] = [before, after].map(
      (standard) => new Map(entriesOf(standard, list).map((entry) => [keyOf(list, entry), orderedEntry(list, entry)])),
    ) as [Map<string, Entry>, Map<string, Entry>];
    return [...new Set([...was.keys(), ...is.keys()])]
      .filter((key) => !isDeepStrictEqual(was.get(key), is.get(key)))
      .map((key) => ({
        what: `standard.${list}`,
        entry: key,
        before: was.get(key) ?? null,
        after: is.get(key) ?? null,
      }));
  });
  const others = OUTSIDE_LISTS.filter((fact) => !isDeepStrictEqual(plain(before[fact]), plain(after[fact])));
  return [
    ...lists,
    ...others.map((fact): EditStep => ({ what: `standard.${fact}`, before: before[fact], after: after[fact] })),
  ];
}

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
