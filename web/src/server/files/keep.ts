import type { Database, Transaction } from "../database/client";
import { files } from "../database/schema";

/** Keeps a file under its SHA-256; one that is there already is the same file. */
export const keepFile = async (on: Database | Transaction, sha256: string, bytes: Uint8Array): Promise<void> =>
  void (await on.insert(files).values({ sha256, bytes, size: bytes.length }).onConflictDoNothing());
