import { eq, isNotNull, sql } from "drizzle-orm";
import type { Asker } from "../access/access";
import type { Complaint } from "../base/answer";
import { may } from "../access/roles";
import { database, type Transaction } from "../database/client";
import { record } from "../log/log";
import { BIN_KINDS, KINDS, mayTake, type BinKind, type Kind, type Thing } from "./kinds";

/** What came of taking something away or putting it back. */
export type Outcome =
  | { readonly kind: "moved"; readonly thing: Thing }
  | { readonly kind: "missing" | "not-yours" }
  | { readonly kind: "refused"; readonly complaint: Complaint };

/** Puts a thing into the bin: it no longer appears anywhere else, and nothing of it is lost. */
export const takeAway = (asker: Asker, kind: BinKind, id: string): Promise<Outcome> => moved(asker, kind, id, true);

/** Puts a thing from the bin back to where it was. */
export const putBack = (asker: Asker, kind: BinKind, id: string): Promise<Outcome> => moved(asker, kind, id, false);

async function moved(asker: Asker, kind: BinKind, id: string, isTaking: boolean): Promise<Outcome> {
  const { table, rows, keeps, collides, stop, goOn } = KINDS[kind];
  const [thing] = await rows(asker, eq(table.id, id));
  if (!thing) return { kind: "missing" };
  if (!mayTake(asker, kind, thing)) return { kind: "not-yours" };
  // Who asks twice, because the answer was lost, is answered the same.
  if ((thing.takenAt !== null) === isTaking) return { kind: "moved", thing };
  if (isTaking) await stop?.(asker, thing);
  return database().transaction(async (on): Promise<Outcome> => {
    const complaint = await (isTaking ? keeps?.(on, thing) : collides?.(on, thing, asker));
    if (complaint) return { kind: "refused", complaint };
    if (await mark(on, KINDS[kind], id, isTaking ? asker.userId : null)) {
      if (!isTaking) await goOn?.(on, thing, asker);
      const what = `${kind}.${isTaking ? "taken-away" : "put-back"}`;
      await record(asker, [{ what, entry: [thing.name, thing.of].filter(Boolean).join(", ") }], on);
    }
    return { kind: "moved", thing };
  });
}

/** Marks a row as taken by somebody, or as back; false where it is so already: one of two who do it at once did it. */
async function mark(on: Transaction, { table }: Kind, id: string, by: string | null): Promise<boolean> {
  const [now, was] = by === null ? [sql`null`, sql`is not null`] : [sql`now()`, sql`is null`];
  const { rowCount } = await on.execute(
    sql`update ${table} set taken_at = ${now}, taken_by = ${by} where ${table.id} = ${id} and ${table.takenAt} ${was}`,
  );
  return rowCount === 1;
}

/** What lies in the bin. */
export interface BinRow extends Thing {
  readonly kind: BinKind;
  readonly takenAt: Date;
}

/** What of the office lies in the bin and the asker may put back, the newest first. */
export async function binOf(asker: Asker): Promise<BinRow[]> {
  const kinds = BIN_KINDS.filter((kind) => may(asker.role, KINDS[kind].need));
  const found = await Promise.all(
    kinds.map(async (kind) =>
      (await KINDS[kind].rows(asker, isNotNull(KINDS[kind].table.takenAt)))
        .filter((thing) => mayTake(asker, kind, thing))
        .flatMap(({ takenAt, ...thing }): BinRow[] => (takenAt ? [{ ...thing, takenAt, kind }] : [])),
    ),
  );
  return found.flat().sort((a, b) => b.takenAt.getTime() - a.takenAt.getTime());
}
