import { and, eq, sql } from "drizzle-orm";
import { checkStandard, type OfficeStandard } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { storable } from "../database/jsonb";
import { changeLog, standards } from "../database/schema";

/** Chapters that are lists of entries, and what an entry is known by. */
export const LIST_CHAPTERS = {
  layers: "name",
  pens: "id",
  lineTypes: "id",
  textStyles: "id",
  sheetSizes: "id",
  frames: "id",
} as const;
export type ListChapter = keyof typeof LIST_CHAPTERS;

export const isListChapter = (name: string): name is ListChapter => Object.hasOwn(LIST_CHAPTERS, name);

export async function officeStandard(officeId: string): Promise<{ content: OfficeStandard; version: number }> {
  const [row] = await database()
    .select({ content: standards.content, version: standards.version })
    .from(standards)
    .where(eq(standards.officeId, officeId));
  if (!row) throw new Error("The office has no standard.");
  return row;
}

/** A change of one entry: `key` names the one to replace (none: added), `entry` what it becomes (null: removed). */
export interface EntryEdit {
  readonly key: string | null;
  readonly entry: unknown;
  /** Where an added entry goes; the end where not said. */
  readonly at?: number;
}

export type Edited =
  | { readonly kind: "saved"; readonly version: number }
  | { readonly kind: "newer"; readonly version: number }
  | { readonly kind: "wrong"; readonly problems: readonly { at: string; message: string }[] };

/** Edits a chapter all at once or not at all. Who did not see the newest version is told, and nothing is stored. */
export async function editChapter(
  asker: Asker,
  chapter: ListChapter,
  version: number,
  edits: readonly EntryEdit[],
): Promise<Edited> {
  const current = await officeStandard(asker.officeId);
  if (current.version !== version) return { kind: "newer", version: current.version };
  const entries = applied(
    current.content[chapter] as unknown as Record<string, unknown>[],
    LIST_CHAPTERS[chapter],
    edits,
  );
  if (!entries)
    return {
      kind: "wrong",
      problems: [{ at: chapter, message: "An entry that was to be changed is not there any more." }],
    };
  return store(asker, current, { ...current.content, [chapter]: entries }, `standard.${chapter}`, edits);
}

/** Replaces the whole draft by another standard; nothing is stored where it has errors. */
export async function replaceStandard(asker: Asker, value: unknown, version: number): Promise<Edited> {
  const current = await officeStandard(asker.officeId);
  if (current.version !== version) return { kind: "newer", version: current.version };
  return store(asker, current, value, "standard", null);
}

async function store(
  asker: Asker,
  current: { content: OfficeStandard; version: number },
  value: unknown,
  what: string,
  edits: readonly EntryEdit[] | null,
): Promise<Edited> {
  const checked = checkStandard(storable(value));
  if (!checked.ok)
    return {
      kind: "wrong",
      problems: checked.problems.map((problem) => ({ at: String(problem.at ?? ""), message: problem.message })),
    };
  const content = JSON.parse(JSON.stringify(checked.standard)) as OfficeStandard;
  return database().transaction(async (transaction): Promise<Edited> => {
    const [saved] = await transaction
      .update(standards)
      .set({ content, version: sql`${standards.version} + 1`, changedAt: new Date() })
      .where(and(eq(standards.officeId, asker.officeId), eq(standards.version, current.version)))
      .returning({ version: standards.version });
    if (!saved) return { kind: "newer", version: current.version + 1 };
    await transaction
      .insert(changeLog)
      .values({
        officeId: asker.officeId,
        who: asker.who,
        what,
        before: edits
          ? beforeOf(current.content, what, edits)
          : { name: current.content.name, edition: current.content.edition },
        after: edits ?? { name: content.name, edition: content.edition },
      });
    return { kind: "saved", version: saved.version };
  });
}

function beforeOf(content: OfficeStandard, what: string, edits: readonly EntryEdit[]): unknown {
  const chapter = what.split(".")[1] ?? "";
  if (!isListChapter(chapter)) return null;
  const key = LIST_CHAPTERS[chapter];
  const entries = content[chapter] as unknown as Record<string, unknown>[];
  return edits.map((edit) => entries.find((entry) => entry[key] === edit.key) ?? null);
}

function applied(
  entries: readonly Record<string, unknown>[],
  key: string,
  edits: readonly EntryEdit[],
): unknown[] | undefined {
  const result: unknown[] = [...entries];
  for (const { key: which, entry, at } of edits) {
    if (which === null) {
      result.splice(at ?? result.length, 0, entry);
      continue;
    }
    const index = result.findIndex((each) => (each as Record<string, unknown>)[key] === which);
    if (index < 0) return undefined;
    if (entry === null) result.splice(index, 1);
    else result[index] = entry;
  }
  return result;
}
