import { sql } from "drizzle-orm";
import { answer, probed } from "@/server/access/guarded";
import { database } from "@/server/database/client";

const DATABASE_MS = 2_000;
/** However often it is asked, the database is asked once in so long. */
const REMEMBERED_MS = 1_000;

let last: { readonly at: number; readonly well: Promise<boolean> } | undefined;

function isWell(): Promise<boolean> {
  if (last && Date.now() - last.at < REMEMBERED_MS) return last.well;
  const asked = database()
    .execute(sql`select 1`)
    .then(
      () => true,
      () => false,
    );
  const late = new Promise<boolean>((resolve) => void setTimeout(() => resolve(false), DATABASE_MS).unref());
  last = { at: Date.now(), well: Promise.race([asked, late]) };
  return last.well;
}

/** For a proxy or a supervisor: 200 where this process can answer requests, 503 where it can't reach the database. */
export const GET = probed(async () =>
  (await isWell()) ? answer({ well: true }) : answer({ well: false, message: "The database can\'t be reached." }, 503),
);
