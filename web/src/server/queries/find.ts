import { and, desc, eq, inArray, isNull, sql, type SQL } from "drizzle-orm";
import { bestOf, chapterOf, findEntries, LISTS, soughtWords } from "@hemstitch/core/standard";
import { ALL_RULES } from "@hemstitch/core/rules";
import type { Asker } from "../access/access";
import { may } from "../access/roles";
import { database } from "../database/client";
import { storableText } from "../database/jsonb";
import { findings, inspectedFiles, inspections, planSets, sheets } from "../database/schema";
import { draftOf } from "./standard";
import { usedFiles, usedPlanSets } from "./scope";

/** One thing that was found: what it is called, what else there is to say of it, and where it is. */
export interface Found {
  readonly name: string;
  readonly words: string;
  readonly path: string;
}

/** What was found, by kind of thing; kinds of which nothing was found are left out. */
export type FoundByKind = readonly { readonly kind: string; readonly found: readonly Found[] }[];

const MOST_OF_A_KIND = 6;
/** A question of more words finds no more. */
const MOST_WORDS = 8;

/** Finds what somebody may see by words: entries of the standard, plan sets, sheets, drawings and findings. */
export async function find(asker: Asker, typed: string): Promise<FoundByKind> {
  const words = soughtWords(storableText(typed)).slice(0, MOST_WORDS);
  if (words.length === 0) return [];
  const kinds = await Promise.all(
    FINDERS.map(async ([kind, findThem]) => ({ kind, found: await findThem(asker, words) })),
  );
  return kinds.filter(({ found }) => found.length > 0);
}

type Finder = (asker: Asker, words: readonly string[]) => Promise<Found[]>;

const FINDERS: readonly (readonly [kind: string, findThem: Finder])[] = [
  ["Standard", entriesFound],
  ["Plan sets", planSetsFound],
  ["Sheets", sheetsFound],
  ["Drawings", drawingsFound],
  ["Findings", findingsFound],
];

async function entriesFound(asker: Asker, words: readonly string[]): Promise<Found[]> {
  if (!may(asker.role, "see-office")) return [];
  const { content } = await draftOf(asker.officeId);
  return findEntries(content, words, MOST_OF_A_KIND).map(({ list, key, words: [first = ""] }) => ({
    name: key,
    words: [LISTS[list].one, first].filter(Boolean).join(": "),
    path: `/standard/${chapterOf(list)}?${new URLSearchParams({ view: list, entry: key }).toString()}`,
  }));
}

async function planSetsFound(asker: Asker, words: readonly string[]): Promise<Found[]> {
  const rows = await database()
    .select({ id: planSets.id, name: planSets.name, particulars: planSets.particulars })
    .from(planSets)
    .where(usedPlanSets(asker));
  const said = (row: (typeof rows)[number]): string[] => [row.name, ...Object.values(row.particulars)];
  return bestOf(rows, words, said, MOST_OF_A_KIND).map(({ id, name, particulars }) => ({
    name,
    words: particulars["client"] ?? "",
    path: `/plan-sets/${id}`,
  }));
}

async function sheetsFound(asker: Asker, words: readonly string[]): Promise<Found[]> {
  const rows = await database()
    .select({
      id: sheets.id,
      planSetId: sheets.planSetId,
      number: sheets.number,
      title: sheets.title,
      planSet: planSets.name,
    })
    .from(sheets)
    .innerJoin(planSets, eq(planSets.id, sheets.planSetId))
    .where(and(usedPlanSets(asker), isNull(sheets.takenAt)));
  const said = (row: (typeof rows)[number]): string[] => [row.number, row.title, row.planSet];
  return bestOf(rows, words, said, MOST_OF_A_KIND).map(({ id, planSetId, number, title, planSet }) => ({
    name: number,
    words: `${title}, ${planSet}`,
    path: `/plan-sets/${planSetId}/sheets/${id}`,
  }));
}

/** The newest look at each file that the asker may see. */
const newestLooks = (asker: Asker) =>
  database()
    .selectDistinctOn([inspectedFiles.sha256], { id: inspectedFiles.id })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(usedFiles(asker))
    .orderBy(inspectedFiles.sha256, desc(inspectedFiles.madeAt));

async function drawingsFound(asker: Asker, words: readonly string[]): Promise<Found[]> {
  const rows = await database()
    .select({
      id: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      name: inspectedFiles.name,
      inspection: inspections.name,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(inArray(inspectedFiles.id, newestLooks(asker)));
  return bestOf(rows, words, (row) => [row.name, row.inspection], MOST_OF_A_KIND).map(
    ({ id, inspectionId, name, inspection }) => ({
      name,
      words: inspection,
      path: `/inspection/${inspectionId}?file=${id}`,
    }),
  );
}

/** Findings whose words hold all that is sought, worst first. They are many, so the database looks through them. */
async function findingsFound(asker: Asker, words: readonly string[]): Promise<Found[]> {
  const said = sql`concat_ws(' ', ${findings.message}, ${findings.rule}, ${findings.layer})`;
  const holds = (word: string): SQL => {
    const within = sql`${said} ilike ${`%${word.replace(/[\\%_]/g, "\\$&")}%`}`;
    const titled = ALL_RULES.filter(({ title }) => title.toLowerCase().includes(word)).map(({ id }) => id);
    return titled.length > 0 ? sql`(${within} or ${inArray(findings.rule, titled)})` : within;
  };
  const rows = await database()
    .select({
      id: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      file: inspectedFiles.name,
      key: findings.key,
      message: findings.message,
    })
    .from(findings)
    .innerJoin(inspectedFiles, eq(inspectedFiles.id, findings.fileId))
    .where(and(eq(findings.look, "received"), inArray(inspectedFiles.id, newestLooks(asker)), ...words.map(holds)))
    .orderBy(
      sql`array_position(array['stop', 'mend', 'note'], ${findings.severity})`,
      inspectedFiles.name,
      findings.number,
    )
    .limit(MOST_OF_A_KIND);
  return rows.map(({ id, inspectionId, file, key, message }) => ({
    name: message,
    words: file,
    path: `/inspection/${inspectionId}?file=${id}&finding=${key}`,
  }));
}
