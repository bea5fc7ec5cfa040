import { createHash, randomUUID } from "node:crypto";
import { and, eq, inArray, lt, or, sql } from "drizzle-orm";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import { database, type Database, type Transaction } from "../database/client";
import { filePieces, uploads } from "../database/schema";
import type { StoredBytes } from "./keep";
import { maxFileBytes, PIECE_BYTES } from "./limits";
import { piecesOf } from "./pieces";
import { roomFor, type Bringer } from "./quotas";
import { cutOff, NO_FILE, tooLarge } from "./receive";

/** Files that one person may have on their way at a time. */
const MOST_OPEN = 20;
/** An upload of which nothing came for so long is given up, and one that has not ended so long after it was begun. */
const SILENT = sql`now() - interval '6 hours'`;
const OLD = sql`now() - interval '2 days'`;

export type Upload = typeof uploads.$inferSelect;

/** Begins to take a file in. */
export async function beginUpload(
  { officeId, userId }: Bringer,
  { size, sha256 }: { readonly size?: number | undefined; readonly sha256?: string | undefined },
  from: Database = database(),
): Promise<Result<Upload>> {
  const limit = maxFileBytes();
  if (size !== undefined && size > limit) return tooLarge(size, limit);
  const room = await roomFor(from, { officeId, userId }, size ?? 0, MOST_OPEN);
  if (!room.ok) return room;
  const [upload] = await from
    .insert(uploads)
    .values({ id: randomUUID(), officeId, userId, size: size ?? null, sha256: sha256 ?? null })
    .returning();
  return upload ? good(upload) : NO_FILE;
}

/** An upload of somebody's own. */
export async function uploadOf({ officeId, userId }: Bringer, id: string): Promise<Upload | undefined> {
  const [row] = await database()
    .select()
    .from(uploads)
    .where(and(eq(uploads.id, id), eq(uploads.officeId, officeId), eq(uploads.userId, userId)));
  return row;
}

/**
 * Takes bytes in behind those that have arrived, piece by piece: each is stored before the next is asked for, and what
 * was stored stays where the connection is lost. Gives how many have arrived. `seen` is told of each piece.
 */
export async function takeIn(
  upload: Upload,
  body: AsyncIterable<Uint8Array>,
  seen: (piece: Uint8Array) => void = () => undefined,
  from: Database = database(),
): Promise<Result<number>> {
  const limit = upload.size ?? maxFileBytes();
  let received = upload.received;
  let gathered: Uint8Array[] = [];
  let waiting = 0;
  const store = async (): Promise<boolean> => {
    if (waiting === 0) return true;
    const piece = Buffer.concat(gathered);
    gathered = [];
    waiting = 0;
    if (!(await addPiece(from, upload.id, received, piece))) return false;
    received += piece.length;
    return true;
  };
  const elsewhere = bad("moved-on", "This file is being sent from another place as well.", {
    remedy: "Ask how much has arrived, and go on from there.",
  });
  try {
    for await (const bytes of body) {
      if (received + waiting + bytes.length > limit) return tooLarge(undefined, limit);
      seen(bytes);
      gathered.push(bytes);
      waiting += bytes.length;
      if (waiting >= PIECE_BYTES && !(await store())) return elsewhere;
    }
  } catch (error) {
    // The connection was lost; what has come so far need not come again.
    await store();
    throw error;
  }
  return (await store()) ? good(received) : elsewhere;
}

/** Stores a piece behind the others; false where somebody else has stored one there, or the upload is gone. */
async function addPiece(from: Database, id: string, position: number, bytes: Buffer): Promise<boolean> {
  // One statement: both come together or not at all, and nothing waits for its turn between them.
  const added = await from.execute(sql`
    with moved as (
      update ${uploads} set received = ${position + bytes.length}, last_at = now()
      where ${uploads.id} = ${id} and ${uploads.received} = ${position}
      returning ${uploads.id}
    )
    insert into ${filePieces} (stored, position, bytes) select id, ${position}::bigint, ${bytes}::bytea from moved`);
  return added.rowCount === 1;
}

/** Whether what arrived is what was said: its length and, where the sender said it, its SHA-256. */
export function asStated(upload: Upload, received: number, sha256: string): Result<StoredBytes> {
  if (received === 0) return NO_FILE;
  if (upload.size !== null && received !== upload.size) return cutOff(received, upload.size);
  if (upload.sha256 !== null && sha256 !== upload.sha256)
    return bad("other-digest", "What arrived is not what was sent (its SHA-256 differs), so nothing was kept.", {
      remedy: "Send the file again.",
    });
  return good({ stored: upload.id, size: received, sha256 });
}

/**
 * The same of an upload that came in several requests: its SHA-256 is worked out from what is stored. The sender may
 * have said it at the beginning or, having read the file to its end, now.
 */
export async function arrived(upload: Upload, stated = upload.sha256): Promise<Result<StoredBytes>> {
  if (upload.size !== null && upload.received < upload.size) return cutOff(upload.received, upload.size);
  const hash = createHash("sha256");
  for await (const piece of piecesOf(database(), upload.id)) hash.update(piece);
  return asStated({ ...upload, sha256: stated }, upload.received, hash.digest("hex"));
}

/** Takes one file from one request's body into the database. Whatever goes wrong, nothing of it stays. */
export async function receiveStored(
  asker: Bringer,
  body: AsyncIterable<Uint8Array>,
  stated: { readonly size?: number | undefined; readonly sha256?: string | undefined },
  from: Database = database(),
): Promise<Result<StoredBytes>> {
  const begun = await beginUpload(asker, stated, from);
  if (!begun.ok) return begun;
  const upload = begun.value;
  let whole = false;
  try {
    const hash = createHash("sha256");
    const received = await takeIn(upload, body, (piece) => hash.update(piece), from);
    const result = received.ok ? asStated(upload, received.value, hash.digest("hex")) : received;
    whole = result.ok;
    return result;
  } finally {
    if (!whole) await letGo(upload.id, from);
  }
}

/**
 * Lets an upload go with all that has arrived of it. Who takes the row away decides what becomes of the pieces: one that
 * has become a file meanwhile is left alone.
 */
export const giveUp = (id: string, from: Database = database()): Promise<void> =>
  from.transaction(async (on) => {
    if (await claim(on, id)) await on.delete(filePieces).where(eq(filePieces.stored, id));
  });

/** Takes an upload away from all others, in the transaction that says what becomes of it; false where it is gone. */
export async function claim(on: Transaction, id: string): Promise<boolean> {
  return (await on.delete(uploads).where(eq(uploads.id, id)).returning({ id: uploads.id })).length > 0;
}

/** How often, and how long, a database that is away is asked to let an upload go; what is left then is swept in a day. */
const AGAIN_MS = 5_000;
const MOST_TRIES = 60;

/** The same, now or as soon as the database is there. */
export const letGo = (id: string, from: Database = database()): Promise<void> =>
  giveUp(id, from).catch(() => giveUpLater(id, from));

function giveUpLater(id: string, from: Database, tries = MOST_TRIES): void {
  const again = (): void => void (tries > 1 && giveUpLater(id, from, tries - 1));
  setTimeout(() => void giveUp(id, from).catch(again), AGAIN_MS).unref();
}

/** Gives up uploads of which nothing has come for hours, or that don't end. */
export async function sweepUploads(from: Database): Promise<void> {
  await from.transaction(async (on) => {
    const gone = await on
      .delete(uploads)
      .where(or(lt(uploads.lastAt, SILENT), lt(uploads.begunAt, OLD)))
      .returning({ id: uploads.id });
    if (gone.length > 0)
      await on.delete(filePieces).where(
        inArray(
          filePieces.stored,
          gone.map(({ id }) => id),
        ),
      );
  });
}
