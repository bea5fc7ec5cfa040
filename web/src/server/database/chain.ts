import { asc, eq, sql } from "drizzle-orm";
import { sha256Of } from "../base/digest";
import type { Database } from "./client";
import { seals } from "./schema";

/** The last link of an office's chain. */
export interface Head {
  readonly officeId: string;
  readonly position: number;
  readonly seal: string;
}

export interface ChainVerified {
  readonly links: number;
  readonly heads: readonly Head[];
  readonly wrong: readonly string[];
}

/** Links that are read at a time. */
const AT_ONCE = 1000;
/** Faults of a chain that are told one by one: where one link is broken, all that follow would be. */
const MOST_TOLD = 100;

/**
 * Looks at the chains of all offices: whether each link has the seal that follows from the one before, none is missing,
 * and the row that it is about still says what was sealed of it; and whether a row is without its link.
 */
export async function chainFaults(database: Database): Promise<ChainVerified> {
  const offices = await database.selectDistinct({ officeId: seals.officeId }).from(seals);
  const [wrong, heads]: [string[], Head[]] = [[], []];
  let links = 0;
  for (const { officeId } of offices) {
    const head = await walk(database, officeId, wrong);
    heads.push(head);
    links += head.position;
  }
  wrong.push(...(await rowFaults(database)));
  return { links, heads, wrong: wrong.slice(0, MOST_TOLD) };
}

/** Goes along one chain; tells where it is broken, and gives its last link. */
async function walk(database: Database, officeId: string, wrong: string[]): Promise<Head> {
  let [position, seal] = [0, ""];
  for (;;) {
    const some = await database
      .select({ position: seals.position, about: seals.about, said: seals.said, seal: seals.seal })
      .from(seals)
      .where(sql`${eq(seals.officeId, officeId)} and ${seals.position} > ${position}`)
      .orderBy(asc(seals.position))
      .limit(AT_ONCE);
    for (const link of some) {
      const where = `chain of office ${officeId}, link ${link.position} (${link.about})`;
      if (link.position !== position + 1) wrong.push(`${where}: the links before it are missing`);
      else if (link.seal !== sha256Of(`${seal}\n${link.said}`))
        wrong.push(`${where}: its seal does not follow from the link before and what was sealed`);
      [position, seal] = [link.position, link.seal];
    }
    if (some.length < AT_ONCE) return { officeId, position, seal };
  }
}

/** Rows that don't say what was sealed of them, are gone, or were never sealed. */
async function rowFaults(database: Database): Promise<string[]> {
  const { rows } = await database.execute<{ office: string; about: string; fault: string }>(sql`
    with now_there as (
      select office_id, 'log ' || id as about, hemstitch_said(change_log)::jsonb as said from change_log
      union all
      select office_id, 'edition ' || number, hemstitch_said(editions)::jsonb from editions
    )
    select coalesce(seals.office_id, now_there.office_id) as office, coalesce(seals.about, now_there.about) as about,
      case when now_there.about is null then 'it was sealed, and is gone'
           when seals.about is null then 'it is there, and was never sealed'
           else 'it does not say what was sealed' end as fault
    from seals full join now_there on seals.office_id = now_there.office_id and seals.about = now_there.about
    where seals.about is null or now_there.about is null or seals.said::jsonb is distinct from now_there.said
    limit ${MOST_TOLD}`);
  return rows.map(({ office, about, fault }) => `${about} of office ${office}: ${fault}`);
}
