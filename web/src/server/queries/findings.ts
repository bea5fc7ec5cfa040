import { and, asc, eq, inArray } from "drizzle-orm";
import { knownAgain, type Finding, type Known } from "@hemstitch/core/inspect";
import { titleOf } from "@hemstitch/core/rules";
import { database, type Database, type Transaction } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { findings, type Look } from "../database/schema";

const ROWS_AT_ONCE = 200;

/** A finding as it is kept: the number of its flag stays for as long as it is there. */
export interface KeptFinding extends Finding {
  readonly number: number;
}

/**
 * Keeps what was found in a file, in place of what an earlier look found. A finding that was there before,
 * in this look or in the file as it was received, keeps its number; numbers are not given twice.
 */
export async function keepFindings(
  on: Database | Transaction,
  fileId: string,
  look: Look,
  found: readonly Finding[],
): Promise<void> {
  const earlier = await earlierFindings(on, fileId, look);
  const known = knownAgain(earlier, found);
  let last = earlier.reduce((most, { number }) => Math.max(most, number), 0);
  await on.delete(findings).where(and(eq(findings.fileId, fileId), eq(findings.look, look)));
  const rows = found.map(({ title: _title, layer, message, measured, expected, ...finding }, i) => ({
    ...storable(finding),
    fileId,
    look,
    number: earlier[known[i] ?? -1]?.number ?? ++last,
    turn: i,
    layer: layer === undefined ? null : storableText(layer),
    message: storableText(message),
    measured: storable(measured ?? null),
    expected: storable(expected ?? null),
  }));
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) await on.insert(findings).values(rows.slice(i, i + ROWS_AT_ONCE));
}

/** What was found in a file so far, each number once, as this look had it before another. */
async function earlierFindings(
  on: Database | Transaction,
  fileId: string,
  look: Look,
): Promise<(Known & { readonly number: number })[]> {
  const rows = await on.select().from(findings).where(eq(findings.fileId, fileId));
  const own = rows.filter((row) => row.look === look);
  const numbers = new Set(own.map(({ number }) => number));
  return [...own, ...rows.filter((row) => row.look !== look && !numbers.has(row.number))].map(findingOf);
}

/** Findings of a file as it was received, by their keys. */
export async function keptFindings(on: Database, fileId: string, keys: readonly string[]): Promise<KeptFinding[]> {
  const rows = await on
    .select()
    .from(findings)
    .where(and(eq(findings.fileId, fileId), eq(findings.look, "received"), inArray(findings.key, [...keys])));
  return rows.map(findingOf);
}

/** What was found in a file, in the order in which people read it: the shape that the inspection gave, and its number. */
export async function findingsOf(fileId: string, look: Look): Promise<KeptFinding[]> {
  const rows = await database()
    .select()
    .from(findings)
    .where(and(eq(findings.fileId, fileId), eq(findings.look, look)))
    .orderBy(asc(findings.turn), asc(findings.number));
  return rows.map(findingOf);
}

function findingOf(row: typeof findings.$inferSelect): KeptFinding {
  const { key, rule, severity, page, layer, message, measured, expected, unit, mend, suggestions, count } = row;
  return {
    key,
    number: row.number,
    rule,
    title: titleOf(rule),
    severity,
    page,
    ...(layer === null ? {} : { layer }),
    message,
    ...(measured === null ? {} : { measured }),
    ...(expected === null ? {} : { expected }),
    ...(unit === null ? {} : { unit }),
    ...(mend === null ? {} : { mend }),
    ...(suggestions === null ? {} : { suggestions }),
    count,
    boxMm: row.boxMm,
    placesMm: row.placesMm,
    ...(row.elsewhere === null ? {} : { elsewhere: row.elsewhere }),
    ...(row.shapes === null ? {} : { shapes: row.shapes }),
  };
}
