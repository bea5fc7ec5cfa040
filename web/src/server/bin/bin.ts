import { eq, isNotNull } from "drizzle-orm";
import type { Asker } from "../access/access";
import type { Complaint } from "../base/answer";
import { may } from "../access/roles";
import { database } from "../database/client";
import { record } from "../log/log";
import { BIN_KINDS, KINDS, mayTake, type BinKind, type Thing } from "./kinds";

/** What came of taking something away or putting it back. */
export type Outcome =
  | { readonly ok: true; readonly thing: Thing }
  | { readonly ok: false; readonly status: 403 | 404 | 409; readonly complaint: Complaint };

const NOT_HERE: Outcome = {
  ok: false,
  status: 404,
  complaint: { message: "There is no such thing here. It may have been removed." },
};
const NOT_YOURS: Outcome = {
  ok: false,
  status: 403,
  complaint: { message: "Somebody else handed this in; only they or the office can do that." },
};

/** Puts a thing into the bin: nobody comes upon it any more, and nothing of it is lost. */
export const takeAway = (asker: Asker, kind: BinKind, id: string): Promise<Outcome> =>
  moved(asker, kind, id, { takenAt: new Date(), takenBy: asker.userId });

/** Puts a thing from the bin back to where it was. */
export const putBack = (asker: Asker, kind: BinKind, id: string): Promise<Outcome> =>
  moved(asker, kind, id, { takenAt: null, takenBy: null });

async function moved(
  asker: Asker,
  kind: BinKind,
  id: string,
  values: { readonly takenAt: Date | null; readonly takenBy: string | null },
): Promise<Outcome> {
  const isTaking = values.takenAt !== null;
  const { rows, keeps, collides, before, mark } = KINDS[kind];
  const [thing] = await rows(asker, ({ id: own }) => eq(own, id));
  if (!thing) return NOT_HERE;
  if (!mayTake(asker, kind, thing)) return NOT_YOURS;
  // Who asks twice, because the answer was lost, is answered the same.
  if ((thing.takenAt !== null) === isTaking) return { ok: true, thing };
  if (isTaking) await before?.(asker, thing);
  return database().transaction(async (on): Promise<Outcome> => {
    const complaint = await (isTaking ? keeps?.(on, thing) : collides?.(on, thing, asker));
    if (complaint) return { ok: false, status: 409, complaint };
    if ((await mark(on, id, values)).length > 0)
      await record(
        asker,
        [
          {
            what: `${kind}.${isTaking ? "taken-away" : "put-back"}`,
            entry: [thing.name, thing.of].filter(Boolean).join(", "),
          },
        ],
        on,
      );
    return { ok: true, thing };
  });
}

/** What lies in the bin, and what the asker may do with it. */
export interface BinRow extends Thing {
  readonly kind: BinKind;
}

/** What of the office lies in the bin and the asker may put back, the newest first. */
export async function binOf(asker: Asker): Promise<BinRow[]> {
  const kinds = BIN_KINDS.filter((kind) => may(asker.role, KINDS[kind].need));
  const found = await Promise.all(
    kinds.map(async (kind) =>
      (await KINDS[kind].rows(asker, ({ takenAt }) => isNotNull(takenAt)))
        .filter((thing) => mayTake(asker, kind, thing))
        .map((thing): BinRow => ({ ...thing, kind })),
    ),
  );
  return found.flat().sort((a, b) => Number(b.takenAt) - Number(a.takenAt));
}
