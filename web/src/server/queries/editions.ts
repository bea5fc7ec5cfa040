import { createHash } from "node:crypto";
import { desc, eq, max, sql } from "drizzle-orm";
import { editionDifferences } from "@hemstitch/core/rules";
import { canonical, writeStandard, type OfficeStandard } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { editions, standards } from "../database/schema";
import { record } from "./log";
import { draftOf } from "./standard";

/** SHA-256 of a standard's canonical JSON: the same digest, the same standard. */
export const digestOf = (standard: OfficeStandard): string =>
  createHash("sha256").update(writeStandard(standard)).digest("hex");

/** The editions of an office, newest first, without their contents. */
export const editionsOf = (officeId: string) =>
  database()
    .select({
      number: editions.number,
      digest: editions.digest,
      summary: editions.summary,
      publishedBy: editions.publishedBy,
      publishedAt: editions.publishedAt,
    })
    .from(editions)
    .where(eq(editions.officeId, officeId))
    .orderBy(desc(editions.number));

export type Published =
  | { readonly kind: "published"; readonly number: number; readonly digest: string }
  | { readonly kind: "newer"; readonly version: number }
  | { readonly kind: "unchanged"; readonly number: number };

/** Publishes the draft as the next edition and seals it. `version` is the draft that the publisher looked at. */
export async function publish(
  asker: Pick<Asker, "officeId" | "who">,
  summary: string,
  version: number,
): Promise<Published> {
  return database().transaction(async (transaction): Promise<Published> => {
    // One at a time: who comes second sees that there is nothing left to publish.
    await transaction.execute(
      sql`select 1 from ${standards} where ${standards.officeId} = ${asker.officeId} for update`,
    );
    const draft = await draftOf(asker.officeId, transaction);
    if (draft.version !== version) return { kind: "newer", version: draft.version };
    const [last] = await transaction
      .select({ number: max(editions.number) })
      .from(editions)
      .where(eq(editions.officeId, asker.officeId));
    const number = (last?.number ?? 0) + 1;
    const [before] = await transaction
      .select()
      .from(editions)
      .where(eq(editions.officeId, asker.officeId))
      .orderBy(desc(editions.number))
      .limit(1);
    if (before && editionDifferences(before.content, draft.content).length === 0)
      return { kind: "unchanged", number: before.number };
    const content = canonical({ ...draft.content, edition: String(number) });
    const digest = digestOf(content);
    await transaction.insert(editions).values({
      officeId: asker.officeId,
      number,
      content: storable(content),
      digest,
      summary: storableText(summary),
      publishedBy: asker.who,
    });
    await record(
      asker,
      [{ what: "standard.published", entry: `edition ${number}`, after: { number, digest, summary } }],
      transaction,
    );
    return { kind: "published", number, digest };
  });
}
