import { asc, eq, sql } from "drizzle-orm";
import { STANDARD_FORMAT, writeStandard } from "@hemstitch/core/standard";
import { sha256Of } from "../base/digest";
import type { Database, Transaction } from "./client";
import { editions } from "./schema";

/**
 * Brings what was sealed before there was a chain into it, once, as the owner of the tables: each edition gets the text
 * that is sealed from now on, then each edition and each line of the log becomes a link, in the order of their times.
 * Where nothing is without its seal nothing is done.
 */
export const sealEarlier = (database: Database): Promise<void> =>
  database.transaction(async (on) => {
    const earlier = await withoutText(on);
    if (earlier.length > 0) {
      await on.execute(sql`alter table editions disable trigger editions_sealed`);
      for (const { id } of earlier) await writeEarlier(on, id);
      await on.execute(sql`alter table editions enable trigger editions_sealed`);
    }
    await on.execute(sql`alter table editions alter column written set not null`);
    await on.execute(sql`
      select hemstitch_add_seal(office, about, said) from (
        select office_id as office, 'log ' || id as about, hemstitch_said(change_log) as said, at, id from change_log
        union all
        select office_id, 'edition ' || number, hemstitch_said(editions), published_at, 0 from editions
        order by at, id
      ) as earlier
      where not exists (select 1 from seals where seals.office_id = office and seals.about = earlier.about)`);
  });

const withoutText = (on: Transaction) =>
  on
    .select({ id: editions.id })
    .from(editions)
    .where(sql`${editions.written} is null`)
    .orderBy(asc(editions.publishedAt));

/**
 * The text that an edition is sealed by. One of today's form is written as it was when it was published, and must have
 * the digest that it got then; that of an earlier form nobody can write any more, so it is sealed as it is kept, under a
 * digest of that.
 */
async function writeEarlier(on: Transaction, id: string): Promise<void> {
  const [edition] = await on.select().from(editions).where(eq(editions.id, id));
  if (!edition) return;
  const isToday = (edition.content.format as string) === STANDARD_FORMAT;
  const written = isToday ? writeStandard(edition.content) : JSON.stringify(edition.content);
  await on
    .update(editions)
    .set({ written, ...(isToday ? {} : { digest: sha256Of(written) }) })
    .where(eq(editions.id, id));
}
