import { and, count, desc, eq, ne } from "drizzle-orm";
import { keyOf, type Entry, type ListName } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { changeLog, requests, users, type RequestState } from "../database/schema";
import { may } from "../access/roles";
import { editList, type Edited } from "./standard";

const columns = {
  id: requests.id,
  askedById: requests.askedBy,
  askedBy: users.name,
  list: requests.list,
  entryKey: requests.entryKey,
  sample: requests.sample,
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
  const [made] = await database()
    .insert(requests)
    .values({
      officeId: asker.officeId,
      askedBy: asker.userId,
      list: wish.list,
      entryKey: storableText(wish.entryKey),
      sample: storable(wish.sample),
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
 * Decides an open request. An accepted or amended one enters the draft, and the log gives the asker
 * the credit; two coordinators can't decide it twice.
 */
export async function decide(
  asker: Asker,
  requestId: string,
  decision: { state: Exclude<RequestState, "open">; answer: string; entry: Record<string, unknown> | null },
): Promise<Decided> {
  const [row] = await database()
    .select(columns)
    .from(requests)
    .innerJoin(users, eq(users.id, requests.askedBy))
    .where(and(eq(requests.id, requestId), eq(requests.officeId, asker.officeId), eq(requests.state, "open")));
  if (!row) return { kind: "gone" };
  if (decision.state !== "declined") {
    const entry = (decision.entry ?? row.sample) as Entry;
    const edited = await editList(
      { officeId: asker.officeId, who: `${asker.who}, asked by ${row.askedBy}` },
      row.list as ListName,
      [{ key: row.entryKey === "" ? null : row.entryKey, entry }],
    );
    if (edited.kind !== "saved") return edited;
  }
  const decided = await database()
    .update(requests)
    .set({
      state: decision.state,
      answer: storableText(decision.answer),
      decidedBy: asker.who,
      decidedAt: new Date(),
      ...(decision.entry ? { sample: storable(decision.entry) } : {}),
    })
    .where(and(eq(requests.id, requestId), eq(requests.state, "open")))
    .returning({ id: requests.id });
  if (decided.length === 0) return { kind: "gone" };
  await database()
    .insert(changeLog)
    .values({
      officeId: asker.officeId,
      who: asker.who,
      what: `request.${decision.state}`,
      entry: row.entryKey || keyOf(row.list as ListName, row.sample as Entry),
      before: { askedBy: row.askedBy, reason: row.reason },
      after: { answer: decision.answer },
    });
  return { kind: "decided" };
}
