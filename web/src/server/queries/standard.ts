import { isDeepStrictEqual } from "node:util";
import { and, desc, eq, sql } from "drizzle-orm";
import {
  applyEdits,
  canonical,
  checkChanged,
  entriesOf,
  keyOf,
  LIST_NAMES,
  LISTS,
  mergeEntry,
  orderedEntry,
  upgraded,
  type Entry,
  type EntryEdit,
  type ListName,
  type OfficeStandard,
} from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database, type Database, type Transaction } from "../database/client";
import { storable } from "../database/jsonb";
import { editions, planSets, standards } from "../database/schema";
import { note, type Step } from "./log";

/** The draft as it stands. One that was kept in an earlier form is brought to today's. */
export async function draftOf(
  officeId: string,
  from: Database | Transaction = database(),
): Promise<{ content: OfficeStandard; version: number }> {
  const [row] = await from
    .select({ content: standards.content, version: standards.version })
    .from(standards)
    .where(eq(standards.officeId, officeId));
  if (!row) throw new Error("The office has no standard.");
  return { ...row, content: today(row.content) };
}

const today = (content: OfficeStandard): OfficeStandard =>
  upgraded(content as unknown as Record<string, unknown>) as unknown as OfficeStandard;

/** The newest published edition; undefined while nothing has been published. */
export async function editionInForce(officeId: string, from: Database = database()) {
  const [row] = await from
    .select()
    .from(editions)
    .where(eq(editions.officeId, officeId))
    .orderBy(desc(editions.number))
    .limit(1);
  return row && { ...row, content: today(row.content) };
}

export async function editionOf(officeId: string, number: number, from: Database = database()) {
  const [row] = await from
    .select()
    .from(editions)
    .where(and(eq(editions.officeId, officeId), eq(editions.number, number)));
  return row && { ...row, content: today(row.content) };
}

/** What drawings of a plan set are judged by: the edition it follows, else the one in force, else the draft. */
export async function standardFor(
  officeId: string,
  planSetId: string | null,
  from: Database = database(),
): Promise<OfficeStandard> {
  const [followed] =
    planSetId === null
      ? []
      : await from.select({ edition: planSets.edition }).from(planSets).where(eq(planSets.id, planSetId));
  const edition = followed?.edition
    ? await editionOf(officeId, followed.edition, from)
    : await editionInForce(officeId, from);
  return edition?.content ?? (await draftOf(officeId, from)).content;
}

/** An edit as a browser sends it: with the entry that it saw, so that two people's changes can be told apart. */
export interface SeenEdit extends EntryEdit {
  readonly was?: Entry | null | undefined;
}

/** Somebody else changed the same entry meanwhile. */
export interface Conflict {
  readonly key: string;
  /** Properties that both changed; none where the entry was removed. */
  readonly properties: readonly string[];
  readonly theirs: Entry | null;
  readonly mine: Entry | null;
}

export type Edited =
  | {
      readonly kind: "saved";
      readonly version: number;
      readonly merged: readonly string[];
      readonly entries?: readonly Entry[];
    }
  | { readonly kind: "conflict"; readonly conflicts: readonly Conflict[] }
  | { readonly kind: "newer"; readonly version: number }
  | { readonly kind: "wrong"; readonly problems: readonly { at: string; message: string }[] };

/**
 * Changes the draft in one piece: `change` gets it as it stands, with nobody else able to change it
 * meanwhile, and gives what it becomes. Nothing is stored where anything is wrong. With `on`, it is
 * part of a larger transaction.
 */
export async function changeDraft(
  asker: Pick<Asker, "officeId" | "who">,
  change: (
    content: OfficeStandard,
    version: number,
  ) =>
    | Exclude<Edited, { kind: "saved" }>
    | { content: OfficeStandard; steps: readonly Step[]; merged?: readonly string[] },
  on: Database | Transaction = database(),
): Promise<Edited> {
  return on.transaction(async (transaction): Promise<Edited> => {
    await transaction.execute(
      sql`select 1 from ${standards} where ${standards.officeId} = ${asker.officeId} for update`,
    );
    const current = await draftOf(asker.officeId, transaction);
    const changed = change(current.content, current.version);
    if ("kind" in changed) return changed;
    const checked = checkChanged(current.content, storableChange(current.content, changed.content));
    if (!checked.ok)
      return {
        kind: "wrong",
        problems: checked.problems.map((problem) => ({ at: String(problem.at ?? ""), message: problem.message })),
      };
    const content = JSON.parse(JSON.stringify(canonical({ ...checked.standard, edition: "draft" }))) as OfficeStandard;
    const version = current.version + 1;
    await transaction
      .update(standards)
      .set({ content, version, changedAt: new Date() })
      .where(eq(standards.officeId, asker.officeId));
    await note(asker, changed.steps, transaction);
    return { kind: "saved", version, merged: changed.merged ?? [] };
  });
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

const same = (list: ListName, a: Entry, b: Entry): boolean =>
  JSON.stringify(orderedEntry(list, a)) === JSON.stringify(orderedEntry(list, b));

/** Brings edits together with what others changed meanwhile; what can't be is a conflict. */
function reconciled(content: OfficeStandard, list: ListName, edits: readonly SeenEdit[]) {
  const current = new Map((content[list] as unknown as Entry[]).map((entry) => [keyOf(list, entry), entry]));
  const conflicts: Conflict[] = [];
  const merged: string[] = [];
  const ready = edits.map((edit): EntryEdit => {
    const { key, entry, was } = edit;
    if (key === null || !was) return edit;
    const theirs = current.get(key);
    if (!theirs) {
      conflicts.push({ key, properties: [], theirs: null, mine: entry });
      return edit;
    }
    if (same(list, theirs, was)) return edit;
    const result =
      entry === null
        ? undefined
        : mergeEntry(orderedEntry(list, was), orderedEntry(list, theirs), orderedEntry(list, entry));
    if (result?.kind === "merged") {
      merged.push(key);
      return { ...edit, entry: result.entry };
    }
    conflicts.push({ key, properties: result?.properties ?? [], theirs, mine: entry });
    return edit;
  });
  return { ready, conflicts, merged };
}

/** Edits a list of the draft, all at once or not at all. */
export async function editList(
  asker: Pick<Asker, "officeId" | "who">,
  list: ListName,
  edits: readonly SeenEdit[],
  on: Database | Transaction = database(),
): Promise<Edited> {
  return changeDraft(asker, (content) => edit(content, list, edits), on);
}

function edit(
  content: OfficeStandard,
  list: ListName,
  edits: readonly SeenEdit[],
): ReturnType<Parameters<typeof changeDraft>[1]> {
  const { ready, conflicts, merged } = reconciled(content, list, edits);
  if (conflicts.length > 0) return { kind: "conflict", conflicts };
  const edited = applyEdits(content, list, ready);
  if (!edited)
    return {
      kind: "wrong",
      problems: [{ at: list, message: `A ${LISTS[list].one} that was to be changed is not there any more.` }],
    };
  const before = new Map((content[list] as unknown as Entry[]).map((entry) => [keyOf(list, entry), entry]));
  const steps = ready.map((edit): Step => ({
    what: `standard.${list}`,
    entry: edit.key ?? (edit.entry ? keyOf(list, edit.entry) : ""),
    before: edit.key === null ? null : (before.get(edit.key) ?? null),
    after: edit.entry,
  }));
  return { content: edited, steps, merged };
}

/** What of a standard is not in a list. */
const FACTS = ["name", "units", "naming", "showing", "legendOrder", "tolerances", "rules"] as const;

/** Every entry and fact in which two standards differ: nothing that a draft said is lost when it is replaced. */
export function stepsBetween(before: OfficeStandard, after: OfficeStandard): Step[] {
  const lists = LIST_NAMES.flatMap((list): Step[] => {
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
  const facts = FACTS.filter((fact) => !isDeepStrictEqual(plain(before[fact]), plain(after[fact])));
  return [
    ...lists,
    ...facts.map((fact): Step => ({ what: `standard.${fact}`, before: before[fact], after: after[fact] })),
  ];
}

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** Replaces the whole draft by another standard, as who replaces it saw it last. */
export async function replaceDraft(
  asker: Pick<Asker, "officeId" | "who">,
  value: OfficeStandard,
  version: number | null,
  what = "standard.replaced",
): Promise<Edited> {
  return changeDraft(asker, (content, current) => {
    if (version !== null && version !== current) return { kind: "newer", version: current };
    return {
      content: value,
      steps: [
        {
          what,
          before: { name: content.name, layers: content.layers.length },
          after: { name: value.name, edition: value.edition, layers: value.layers.length },
        },
        ...stepsBetween(content, value),
      ],
    };
  });
}
