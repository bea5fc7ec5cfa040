import { and, count, desc, eq, ne } from "drizzle-orm";
import { entriesOf, keyOf, type Entry, type ListName } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database, type Transaction } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { requests, users, type RequestState } from "../database/schema";
import { may } from "../access/roles";
import { record } from "../log/log";
import { editListTogether, type Edited, type Together } from "./change-draft";
import { draftOf } from "./standard";

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

interface Decision {
  readonly state: Exclude<RequestState, "open">;
  readonly answer: string;
  /** The entry as amended, and as it stood for who amended it. */
  readonly entry?: Record<string, unknown> | null;
  readonly was?: Record<string, unknown> | null;
}

/**
 * Decides an open request, all at once: an accepted or amended one enters the draft, and the log gives
 * the asker the credit. What others changed of the entry since it was asked for stays. Two coordinators
 * can't decide it twice.
 */
export async function decide(asker: Asker, requestId: string, decision: Decision): Promise<Decided> {
  const row = await openRequest(asker, requestId);
  if (!row) return { kind: "gone" };
  const close: Together = (transaction) => closeRequest(asker, row, decision, transaction);
  if (decision.state === "declined")
    return (await database().transaction(close)) ? { kind: "decided" } : { kind: "gone" };
  const edited = await editListTogether(
    { officeId: asker.officeId, who: `${asker.who}, asked by ${row.askedBy}` },
    row.list as ListName,
    [
      {
        key: row.entryKey === "" ? null : row.entryKey,
        entry: (decision.entry ?? row.sample) as Entry,
        was: (decision.entry ? decision.was : row.was) as Entry | null | undefined,
      },
    ],
    close,
  );
  if (edited?.kind === "saved") return { kind: "decided" };
  // Where somebody else has accepted it meanwhile, that is why the entry stands in the way.
  return edited && (await openRequest(asker, requestId)) ? edited : { kind: "gone" };
}

type OpenRequest = NonNullable<Awaited<ReturnType<typeof openRequest>>>;

async function openRequest(asker: Asker, requestId: string) {
  const [row] = await database()
    .select(columns)
    .from(requests)
    .innerJoin(users, eq(users.id, requests.askedBy))
    .where(and(eq(requests.id, requestId), eq(requests.officeId, asker.officeId), eq(requests.state, "open")));
  return row;
}

/** Closes an open request and tells the log; false where somebody else has decided it. */
async function closeRequest(
  asker: Asker,
  { id, list, entryKey, sample, askedBy, reason }: OpenRequest,
  { state, answer, entry }: Decision,
  transaction: Transaction,
): Promise<boolean> {
  const closed = await transaction
    .update(requests)
    .set({
      state,
      answer: storableText(answer),
      decidedBy: asker.who,
      decidedAt: new Date(),
      ...(entry ? { sample: storable(entry) } : {}),
    })
    .where(and(eq(requests.id, id), eq(requests.state, "open")))
    .returning({ id: requests.id });
  if (closed.length === 0) return false;
  await record(
    asker,
    [
      {
        what: `request.${state}`,
        entry: entryKey || keyOf(list as ListName, sample as Entry),
        before: { askedBy, reason },
        after: { answer },
      },
    ],
    transaction,
  );
  return true;
}
