import { and, asc, eq, gte, lt } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import { filePieces, files } from "../database/schema";
import { PIECE_BYTES } from "./limits";

/** Pieces that are asked for at once where a whole file is wanted. */
const AT_ONCE = 16;

/** Writes bytes that are at hand, under a name of their own. */
export async function writePieces(on: Database | Transaction, stored: string, bytes: Uint8Array): Promise<void> {
  for (let position = 0; position < bytes.length; position += PIECE_BYTES)
    await on.insert(filePieces).values({ stored, position, bytes: bytes.subarray(position, position + PIECE_BYTES) });
}

/** The pieces of what is stored under a name, one after the other. */
export async function* piecesOf(on: Database | Transaction, stored: string): AsyncGenerator<Uint8Array, void> {
  for (let position = 0; ;) {
    const [piece] = await on
      .select({ bytes: filePieces.bytes })
      .from(filePieces)
      .where(and(eq(filePieces.stored, stored), gte(filePieces.position, position)))
      .orderBy(asc(filePieces.position))
      .limit(1);
    if (!piece) return;
    yield piece.bytes;
    position += piece.bytes.length;
  }
}

/** Where a file is kept, and its size in bytes; undefined for one that nobody brought. */
export async function storedFile(on: Database | Transaction, sha256: string) {
  const [file] = await on
    .select({ stored: files.stored, size: files.size })
    .from(files)
    .where(eq(files.sha256, sha256));
  return file;
}

/** A whole file, for those who compute on it; undefined for one that nobody brought. */
export async function fileBytes(on: Database | Transaction, sha256: string): Promise<Uint8Array | undefined> {
  const file = await storedFile(on, sha256);
  if (!file) return undefined;
  const bytes = new Uint8Array(file.size);
  for (let from = 0; from < file.size; from += AT_ONCE * PIECE_BYTES) {
    const pieces = await on
      .select({ position: filePieces.position, bytes: filePieces.bytes })
      .from(filePieces)
      .where(
        and(
          eq(filePieces.stored, file.stored),
          gte(filePieces.position, from),
          lt(filePieces.position, from + AT_ONCE * PIECE_BYTES),
        ),
      );
    for (const piece of pieces) bytes.set(piece.bytes, piece.position);
  }
  return bytes;
}
