import { createHash } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import { asc, eq, gt } from "drizzle-orm";
import { sha256Of } from "../base/digest";
import { piecesOf } from "../files/pieces";
import { chainFaults, type Head } from "../database/chain";
import type { Database } from "../database/client";
import { editions, files } from "../database/schema";

/** What was looked at, and what is not as it was sealed. */
export interface Verified {
  readonly files: number;
  readonly editions: number;
  /** Links of the chains: lines of the log and editions. */
  readonly links: number;
  /** The last link of each office: who notes it elsewhere can tell later whether the end of a chain was taken away. */
  readonly heads: readonly Head[];
  /** In words, each with the file, edition or line that it is about. */
  readonly wrong: readonly string[];
}

/**
 * Looks at everything that is sealed: whether each file has the length and the SHA-256 that it is kept under, each
 * edition says what its sealed text says, and each chain holds from its first link to its last, with every line of the
 * log and every edition in it as it was. Reads all of them; nothing is held but one piece.
 */
export async function verifySealed(database: Database): Promise<Verified> {
  const wrong: string[] = [];
  const seen = { files: 0, editions: 0 };
  for await (const file of filesInOrder(database)) {
    seen.files++;
    const fault = await faultOf(database, file);
    if (fault) wrong.push(`file ${file.sha256}: ${fault}`);
  }
  const published = await database.select({ id: editions.id }).from(editions).orderBy(asc(editions.publishedAt));
  for (const { id } of published) {
    const [edition] = await database.select().from(editions).where(eq(editions.id, id));
    if (!edition) continue;
    seen.editions++;
    wrong.push(
      ...editionFaults(edition).map((fault) => `edition ${edition.number} of office ${edition.officeId}: ${fault}`),
    );
  }
  const chain = await chainFaults(database);
  return { ...seen, links: chain.links, heads: chain.heads, wrong: [...wrong, ...chain.wrong] };
}

function editionFaults({ written, digest, content }: typeof editions.$inferSelect): string[] {
  if (sha256Of(written) !== digest) return ["its text is not the one that has its digest"];
  return isDeepStrictEqual(JSON.parse(written), content) ? [] : ["what is used of it is not what was sealed"];
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
