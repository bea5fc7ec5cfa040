import { and, count, desc, eq, ne } from "drizzle-orm";
import { entriesOf, keyOf, type Entry, type ListName } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { requests, users, type RequestState } from "../database/schema";
import { may } from "../access/roles";
import { record } from "./log";
import { draftOf, editList, type Edited } from "./standard";

const columns = {
  id: requests.id,
  askedById: requests.askedBy,
  askedBy: users.name,
  list: requests.list,
  entryKey: requests.entryKey,
  sample: requests.sample,
  was: requests.was,
  reason: requests.reason,
  finding: requests.finding,
  state: requests.state,
  answer: requests.answer,
  decidedBy: requests.decidedBy,
  decidedAt: requests.decidedAt,
  seen: requests.seen,
  madeAt: requests.madeAt,
};

/** Requests that the asker sees: all of the office for those who see the office, else their own. */
export const requestsOf = (asker: Asker) =>
  database()
    .select(columns)
    .from(requests)
    .innerJoin(users, eq(users.id, requests.askedBy))
    .where(
      and(
        eq(requests.officeId, asker.officeId),
        may(asker.role, "see-office") ? undefined : eq(requests.askedBy, asker.userId),
      ),
    )
    .orderBy(desc(requests.madeAt))
    .limit(500);

export type RequestRow = Awaited<ReturnType<typeof requestsOf>>[number];

export async function openRequests(officeId: string): Promise<number> {
  const [row] = await database()
    .select({ n: count() })
    .from(requests)
    .where(and(eq(requests.officeId, officeId), eq(requests.state, "open")));
  return row?.n ?? 0;
}

/** Decisions that the asker has not seen yet. */
export const unseenAnswers = (asker: Asker) =>
  database()
    .select({
      id: requests.id,
      list: requests.list,
      entryKey: requests.entryKey,
      sample: requests.sample,
      state: requests.state,
      answer: requests.answer,
      decidedBy: requests.decidedBy,
    })
    .from(requests)
    .where(
      and(
        eq(requests.officeId, asker.officeId),
        eq(requests.askedBy, asker.userId),
        eq(requests.seen, false),
        ne(requests.state, "open"),
      ),
    );

export async function ask(
  asker: Asker,
  wish: { list: ListName; entryKey: string; sample: Record<string, unknown>; reason: string; finding: string | null },
): Promise<string> {
  const { content } = await draftOf(asker.officeId);
  const was = entriesOf(content, wish.list).find((entry) => keyOf(wish.list, entry) === wish.entryKey);
  const [made] = await database()
    .insert(requests)
    .values({
      officeId: asker.officeId,
      askedBy: asker.userId,
      list: wish.list,
      entryKey: storableText(wish.entryKey),
      sample: storable(wish.sample),
      was: (was as Record<string, unknown> | undefined) ?? null,
      reason: storableText(wish.reason),
      finding: wish.finding === null ? null : storableText(wish.finding),
    })
    .returning({ id: requests.id });
  if (!made) throw new Error("The request could not be stored.");
  return made.id;
}

export const seeAnswer = (asker: Asker, requestId: string) =>
  database()
    .update(requests)
    .set({ seen: true })
    .where(and(eq(requests.id, requestId), eq(requests.askedBy, asker.userId), ne(requests.state, "open")))
    .returning({ id: requests.id });

export type Decided = { readonly kind: "decided" } | { readonly kind: "gone" } | Exclude<Edited, { kind: "saved" }>;

/**
 * Decides an open request, all at once: an accepted or amended one enters the draft, and the log gives
 * the asker the credit. What others changed of the entry since it was asked for stays. Two coordinators
 * can't decide it twice.
 */
export async function decide(
  asker: Asker,
  requestId: string,
  decision: {
    state: Exclude<RequestState, "open">;
    answer: string;
    /** The entry as amended, and as it stood for who amended it. */
    entry?: Record<string, unknown> | null;
    was?: Record<string, unknown> | null;
  },
): Promise<Decided> {
  return database().transaction(async (transaction): Promise<Decided> => {
    const [row] = await transaction
      .select(columns)
      .from(requests)
      .innerJoin(users, eq(users.id, requests.askedBy))
      .where(and(eq(requests.id, requestId), eq(requests.officeId, asker.officeId), eq(requests.state, "open")))
      .for("update", { of: requests });
    if (!row) return { kind: "gone" };
    const list = row.list as ListName;
    if (decision.state !== "declined") {
      const edited = await editList(
        { officeId: asker.officeId, who: `${asker.who}, asked by ${row.askedBy}` },
        list,
        [
          {
            key: row.entryKey === "" ? null : row.entryKey,
            entry: (decision.entry ?? row.sample) as Entry,
            was: (decision.entry ? decision.was : row.was) as Entry | null | undefined,
          },
        ],
        transaction,
      );
      if (edited.kind !== "saved") return edited;
    }
    await transaction
      .update(requests)
      .set({
        state: decision.state,
        answer: storableText(decision.answer),
        decidedBy: asker.who,
        decidedAt: new Date(),
        ...(decision.entry ? { sample: storable(decision.entry) } : {}),
      })
      .where(eq(requests.id, requestId));
    await record(
      asker,
      [
        {
          what: `request.${decision.state}`,
          entry: row.entryKey || keyOf(list, row.sample as Entry),
          before: { askedBy: row.askedBy, reason: row.reason },
          after: { answer: decision.answer },
        },
      ],
      transaction,
    );
    return { kind: "decided" };
  });
}
