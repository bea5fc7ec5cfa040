import { and, eq } from "drizzle-orm";
import { DRAWING_VERSION } from "@hemstitch/core/drawing";
import type { Database, Transaction } from "../database/client";
import { drawings } from "../database/schema";
import { maxFileBytes } from "../files/limits";
import { fileBytes } from "../files/pieces";
import { inThread } from "./threads";

/** Keeps a drawing as today's reader read it from a file. The same drawing is kept once. */
export const keepDrawing = (on: Database | Transaction, sha256: string, bytes: Uint8Array) =>
  on.insert(drawings).values({ sha256, version: DRAWING_VERSION, bytes }).onConflictDoNothing();

/** The drawing of a file as it is kept, packed and gzipped; undefined where today's reader has not read it yet. */
export async function keptDrawing(on: Database | Transaction, sha256: string): Promise<Uint8Array | undefined> {
  const [row] = await on
    .select({ bytes: drawings.bytes })
    .from(drawings)
    .where(and(eq(drawings.sha256, sha256), eq(drawings.version, DRAWING_VERSION)));
  return row?.bytes;
}

/** The drawing of a file; read again from the file, and kept, where it is not. Undefined where it can't be read. */
export async function drawingOfFile(
  database: Database,
  sha256: string,
  signal: AbortSignal,
): Promise<Uint8Array | undefined> {
  const kept = await keptDrawing(database, sha256);
  if (kept) return kept;
  const bytes = await fileBytes(database, sha256);
  const read = bytes && (await inThread({ kind: "read", bytes, maxFileBytes: maxFileBytes() }, { signal }));
  if (!read?.ok) return undefined;
  await keepDrawing(database, sha256, read.drawing);
  return read.drawing;
}
