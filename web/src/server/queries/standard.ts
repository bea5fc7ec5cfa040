import { isDeepStrictEqual } from "node:util";
import { and, desc, eq, sql } from "drizzle-orm";
import {
  applyEdit,
  canonical,
  checkChanged,
  entriesOf,
  keyOf,
  LIST_NAMES,
  orderedEntry,
  upgraded,
  type Applied,
  type DraftEdit,
  type EditStep,
  type ListName,
  type SeenEdit,
  type Entry,
  type OfficeStandard,
} from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database, type Database, type Transaction } from "../database/client";
import { storable } from "../database/jsonb";
import { editions, planSets, standards } from "../database/schema";
import { record } from "./log";

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

/** What came of a change of the draft. */
export type Edited =
  | { readonly kind: "saved"; readonly version: number; readonly merged: readonly string[] }
  | { readonly kind: "newer"; readonly version: number }
  | Exclude<Applied, { readonly kind: "changed" }>;

/** A change that can be stored, or why there is none. */
type Change =
  | {
      readonly kind: "changed";
      readonly standard: OfficeStandard;
      readonly steps: readonly EditStep[];
      readonly merged?: readonly string[];
    }
  | Exclude<Edited, { readonly kind: "saved" }>;

/**
 * Changes the draft in one piece: `change` gets it as it stands, with nobody else able to change it
 * meanwhile, and gives what it becomes. Nothing is stored where anything is wrong. With `on`, it is
 * part of a larger transaction.
 */
export async function changeDraft(
  asker: Pick<Asker, "officeId" | "who">,
  change: (content: OfficeStandard, version: number) => Change,
  on: Database | Transaction = database(),
): Promise<Edited> {
  return on.transaction(async (transaction): Promise<Edited> => {
    await transaction.execute(
      sql`select 1 from ${standards} where ${standards.officeId} = ${asker.officeId} for update`,
    );
    const current = await draftOf(asker.officeId, transaction);
    const changed = change(current.content, current.version);
    if (changed.kind !== "changed") return changed;
    const checked = checkChanged(current.content, storableChange(current.content, changed.standard));
    if (!checked.ok) return { kind: "wrong", problems: checked.problems };
    const content = JSON.parse(JSON.stringify(canonical({ ...checked.standard, edition: "draft" }))) as OfficeStandard;
    const version = current.version + 1;
    await transaction
      .update(standards)
      .set({ content, version, changedAt: new Date() })
      .where(eq(standards.officeId, asker.officeId));
    await record(asker, changed.steps, transaction);
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

/** Makes one edit of the draft: all of it or nothing. */
export const editDraft = (
  asker: Pick<Asker, "officeId" | "who">,
  edit: DraftEdit,
  on: Database | Transaction = database(),
): Promise<Edited> => changeDraft(asker, (content) => applyEdit(content, edit), on);

/** Edits a list of the draft, all at once or not at all. */
export const editList = (
  asker: Pick<Asker, "officeId" | "who">,
  list: ListName,
  edits: readonly SeenEdit[],
  on: Database | Transaction = database(),
): Promise<Edited> => editDraft(asker, { of: "list", list, edits }, on);

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
      kind: "changed",
      standard: value,
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
