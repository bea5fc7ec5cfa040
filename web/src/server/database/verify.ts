import { createHash } from "node:crypto";
import { asc, eq, gt } from "drizzle-orm";
import { STANDARD_FORMAT } from "@hemstitch/core/standard";
import { digestOf } from "../queries/digest";
import { piecesOf } from "../files/pieces";
import type { Database } from "./client";
import { editions, files } from "./schema";

/** What was looked at, and what is not as it was sealed. */
export interface Verified {
  readonly files: number;
  readonly editions: number;
  /** Editions of an earlier form, whose digest is of a text that today's version does not write any more. */
  readonly earlier: number;
  /** In words, each with the file or edition that it is about. */
  readonly wrong: readonly string[];
}

/**
 * Looks at everything that is sealed: whether each file has the length and the SHA-256 that it is kept under, and each
 * edition its digest. Reads all of them; nothing is held but one piece.
 */
export async function verifySealed(database: Database): Promise<Verified> {
  const wrong: string[] = [];
  const seen = { files: 0, editions: 0, earlier: 0 };
  for await (const file of filesInOrder(database)) {
    seen.files++;
    const fault = await faultOf(database, file);
    if (fault) wrong.push(`file ${file.sha256}: ${fault}`);
  }
  const published = await database.select({ id: editions.id }).from(editions);
  for (const { id } of published) {
    const [edition] = await database.select().from(editions).where(eq(editions.id, id));
    if (!edition) continue;
    seen.editions++;
    if ((edition.content.format as string) !== STANDARD_FORMAT) seen.earlier++;
    else if (digestOf(edition.content) !== edition.digest)
      wrong.push(`edition ${edition.number} of office ${edition.officeId}: its digest is another`);
  }
  return { ...seen, wrong };
}

interface SealedFile {
  readonly sha256: string;
  readonly stored: string;
  readonly size: number;
}

async function* filesInOrder(database: Database): AsyncGenerator<SealedFile, void> {
  for (let last = ""; ;) {
    const [file] = await database
      .select({ sha256: files.sha256, stored: files.stored, size: files.size })
      .from(files)
      .where(gt(files.sha256, last))
      .orderBy(asc(files.sha256))
      .limit(1);
    if (!file) return;
    yield file;
    last = file.sha256;
  }
}

async function faultOf(database: Database, { sha256, stored, size }: SealedFile): Promise<string | undefined> {
  const hash = createHash("sha256");
  let length = 0;
  for await (const piece of piecesOf(database, stored)) {
    hash.update(piece);
    length += piece.length;
  }
  if (length !== size) return `${length} of its ${size} bytes are there`;
  return hash.digest("hex") === sha256 ? undefined : "its bytes are not those that it was kept by";
}
