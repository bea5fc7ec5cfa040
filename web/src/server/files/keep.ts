import type { Database } from "../database/client";
import { files } from "../database/schema";

/** Keeps a file under its SHA-256; one that is there already is the same file. */
export const keepFile = async (database: Database, sha256: string, bytes: Uint8Array): Promise<void> =>
  void (await database.insert(files).values({ sha256, bytes, size: bytes.length }).onConflictDoNothing());
