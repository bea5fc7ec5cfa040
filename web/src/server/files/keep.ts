import { createHash, randomUUID } from "node:crypto";
import { and, eq, inArray } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import type { Orderer } from "../base/orderer";
import { filePieces, files, officeFiles } from "../database/schema";
import { fileBytes, storedFile, writePieces } from "./pieces";

/** Bytes that are stored already, and are to become a file. */
export interface StoredBytes {
  readonly stored: string;
  readonly size: number;
  readonly sha256: string;
}

/** Makes stored bytes a file of an office. One that is there already is the same file, and the bytes are let go. */
export async function keepStored(on: Transaction, by: Orderer, { stored, size, sha256 }: StoredBytes): Promise<void> {
  const made = await on
    .insert(files)
    .values({ sha256, stored, size })
    .onConflictDoNothing()
    .returning({ sha256: files.sha256 });
  if (made.length === 0) await on.delete(filePieces).where(eq(filePieces.stored, stored));
  await giveFile(on, by, sha256);
}

/** Stores bytes that are at hand; they are nobody's file yet. */
export async function storeBytes(on: Database | Transaction, bytes: Uint8Array): Promise<StoredBytes> {
  const stored = randomUUID();
  await writePieces(on, stored, bytes);
  return { stored, size: bytes.length, sha256: createHash("sha256").update(bytes).digest("hex") };
}

/** Keeps bytes as a file of an office under their SHA-256: all of it or nothing. */
export async function keepFile(
  on: Database | Transaction,
  by: Orderer,
  sha256: string,
  bytes: Uint8Array,
): Promise<void> {
  await on.transaction(async (transaction) => {
    if (await storedFile(transaction, sha256)) return giveFile(transaction, by, sha256);
    await keepStored(transaction, by, await storeBytes(transaction, bytes));
  });
}

const giveFile = async (on: Transaction, { officeId, userId }: Orderer, sha256: string): Promise<void> =>
  void (await on
    .insert(officeFiles)
    .values({ officeId, sha256, broughtBy: userId ?? null })
    .onConflictDoNothing());

/** Which of some files an office has. */
export async function filesOfOffice(
  on: Database | Transaction,
  officeId: string,
  hashes: readonly string[],
): Promise<ReadonlySet<string>> {
  if (hashes.length === 0) return new Set();
  const rows = await on
    .select({ sha256: officeFiles.sha256 })
    .from(officeFiles)
    .where(and(eq(officeFiles.officeId, officeId), inArray(officeFiles.sha256, [...hashes])));
  return new Set(rows.map(({ sha256 }) => sha256));
}

/** The bytes of those of some files that an office has; what it names and doesn't have is as if it were not there. */
export async function officeFileBytes(
  on: Database | Transaction,
  officeId: string,
  hashes: readonly string[],
): Promise<{ sha256: string; bytes: Uint8Array }[]> {
  const own = await filesOfOffice(on, officeId, hashes);
  const found = await Promise.all([...own].map(async (sha256) => ({ sha256, bytes: await fileBytes(on, sha256) })));
  return found.flatMap(({ sha256, bytes }) => (bytes ? [{ sha256, bytes }] : []));
}
