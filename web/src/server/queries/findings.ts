import { and, asc, eq } from "drizzle-orm";
import type { Finding } from "@hemstitch/core/inspect";
import { titleOf } from "@hemstitch/core/rules";
import { database, type Database, type Transaction } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { findings, type Look } from "../database/schema";

const ROWS_AT_ONCE = 200;

/** Keeps what was found in a file, in place of what an earlier run found. */
export async function keepFindings(
  on: Database | Transaction,
  fileId: string,
  look: Look,
  found: readonly Finding[],
): Promise<void> {
  await on.delete(findings).where(and(eq(findings.fileId, fileId), eq(findings.look, look)));
  const rows = found.map(({ title: _title, layer, message, measured, expected, ...finding }, i) => ({
    ...storable(finding),
    fileId,
    look,
    number: i + 1,
    layer: layer === undefined ? null : storableText(layer),
    message: storableText(message),
    measured: storable(measured ?? null),
    expected: storable(expected ?? null),
  }));
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) await on.insert(findings).values(rows.slice(i, i + ROWS_AT_ONCE));
}

/** What was found in a file, in the order in which people read it: the shape that the inspection gave. */
export async function findingsOf(fileId: string, look: Look): Promise<Finding[]> {
  const rows = await database()
    .select()
    .from(findings)
    .where(and(eq(findings.fileId, fileId), eq(findings.look, look)))
    .orderBy(asc(findings.number));
  return rows.map(findingOf);
}

function findingOf(row: typeof findings.$inferSelect): Finding {
  const { key, rule, severity, page, layer, message, measured, expected, unit, mend, suggestions, count } = row;
  return {
    key,
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
    ...(row.shapes === null ? {} : { shapes: row.shapes }),
  };
}
