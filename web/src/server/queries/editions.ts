import { desc, eq, max, sql } from "drizzle-orm";
import { canonical, writeStandard, type OfficeStandard } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { storableText } from "../database/jsonb";
import { editions, standards } from "../database/schema";
import { inThread } from "../work/threads";
import { sha256Of } from "../base/digest";
import { record } from "../log/log";
import { changesOfDraft } from "./changes";
import { draftOf, editionInForce } from "./standard";

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
  | { readonly kind: "unchanged"; readonly number: number }
  | { readonly kind: "wrong"; readonly problems: readonly Wrong[] };

type Wrong = { readonly at: string; readonly message: string };

async function problemsOf(standard: OfficeStandard): Promise<readonly Wrong[]> {
  const read = await inThread({
    kind: "read-standard",
    bytes: new TextEncoder().encode(JSON.stringify(standard)),
    fromOutside: false,
  });
  return read.ok ? read.problems : [{ at: "", message: read.problem }];
}

/** Publishes the draft as the next edition and seals it. `version` is the draft that the publisher looked at. */
export async function publish(
  asker: Pick<Asker, "officeId" | "who">,
  summary: string,
  version: number,
): Promise<Published> {
  // All of it is checked before it is sealed, whichever way it got into the draft; in a thread, and with nothing locked.
  const looked = await draftOf(asker.officeId);
  const wrong = await problemsOf(looked.content);
  if (wrong.length > 0) return { kind: "wrong", problems: wrong };
  const inForce = await editionInForce(asker.officeId);
  const changes = inForce && (await changesOfDraft(asker.officeId, inForce, looked));
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
    // Another has been published since: who looked at the draft did not see that.
    if ((inForce?.number ?? 0) !== number - 1 || looked.version !== version)
      return { kind: "unchanged", number: number - 1 };
    if (inForce && changes?.length === 0) return { kind: "unchanged", number: inForce.number };
    const content = canonical({ ...draft.content, edition: String(number) });
    const written = writeStandard(content);
    const digest = sha256Of(written);
    await transaction.insert(editions).values({
      officeId: asker.officeId,
      number,
      content: JSON.parse(written) as OfficeStandard,
      written,
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
