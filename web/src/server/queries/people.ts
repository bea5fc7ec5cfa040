import { and, asc, desc, eq, gt, inArray, isNull, sql } from "drizzle-orm";
import type { Asker } from "../access/access";
import { database, type Transaction } from "../database/client";
import {
  accessTokens,
  filePieces,
  invitations,
  knownPlaces,
  members,
  planSetReaders,
  planSets,
  sessions,
  uploads,
  users,
  type Role,
} from "../database/schema";
import { record } from "../log/log";

export const membersOf = (officeId: string) =>
  database()
    .select({
      id: members.id,
      userId: members.userId,
      name: users.name,
      email: users.email,
      role: members.role,
      since: members.madeAt,
      shared: sql<
        string[]
      >`coalesce((select array_agg(${planSetReaders.planSetId}::text) from ${planSetReaders} join ${planSets} on ${planSets.id} = ${planSetReaders.planSetId} where ${planSetReaders.userId} = ${members.userId} and ${planSets.officeId} = ${members.officeId}), '{}')`,
    })
    .from(members)
    .innerJoin(users, eq(users.id, members.userId))
    .where(eq(members.officeId, officeId))
    .orderBy(asc(members.madeAt));

export const openInvitations = (officeId: string) =>
  database()
    .select({
      id: invitations.id,
      email: invitations.email,
      role: invitations.role,
      invitedBy: invitations.invitedBy,
      expiresAt: invitations.expiresAt,
    })
    .from(invitations)
    .where(and(eq(invitations.officeId, officeId), isNull(invitations.usedAt), gt(invitations.expiresAt, sql`now()`)))
    .orderBy(desc(invitations.madeAt));

export const tokensOf = (asker: Asker) =>
  database()
    .select({
      id: accessTokens.id,
      name: accessTokens.name,
      role: accessTokens.role,
      madeAt: accessTokens.madeAt,
      lastUsedAt: accessTokens.lastUsedAt,
      expiresAt: accessTokens.expiresAt,
    })
    .from(accessTokens)
    .where(and(eq(accessTokens.userId, asker.userId), eq(accessTokens.officeId, asker.officeId)))
    .orderBy(desc(accessTokens.madeAt));

/** How many of somebody's ways in have ended. */
export interface Ended {
  readonly sessions: number;
  readonly tokens: number;
}

/**
 * Ends what gives somebody access, in all of their offices, and notes why: every token and every known browser, and
 * where they sign out everywhere all sessions. A changed password has ended all sessions but this one already.
 */
export const endAccess = (asker: Asker, why: "people.password" | "people.signed-out-everywhere"): Promise<Ended> =>
  database().transaction(async (on) => {
    const { userId } = asker;
    const tokens = await on
      .delete(accessTokens)
      .where(eq(accessTokens.userId, userId))
      .returning({ id: accessTokens.id });
    await on.delete(knownPlaces).where(eq(knownPlaces.userId, userId));
    const ended =
      why === "people.signed-out-everywhere"
        ? await on.delete(sessions).where(eq(sessions.userId, userId)).returning({ id: sessions.id })
        : [];
    await record(asker, [{ what: why, entry: asker.who }], on);
    return { sessions: ended.length, tokens: tokens.length };
  });

export type MemberChanged = "changed" | "missing" | "last-coordinator";

/** Changes somebody's part, or takes them out (null). An office never loses its last coordinator. */
export async function changeMember(asker: Asker, memberId: string, role: Role | null): Promise<MemberChanged> {
  return database().transaction(async (transaction): Promise<MemberChanged> => {
    const rows = await transaction
      .select({ id: members.id, role: members.role, userId: members.userId, name: users.name })
      .from(members)
      .innerJoin(users, eq(users.id, members.userId))
      .where(eq(members.officeId, asker.officeId))
      .for("update", { of: members });
    const row = rows.find((each) => each.id === memberId);
    if (!row) return "missing";
    const others = rows.filter((each) => each.role === "coordinator" && each.id !== memberId);
    if (row.role === "coordinator" && role !== "coordinator" && others.length === 0) return "last-coordinator";
    if (role === null) {
      await transaction.delete(members).where(eq(members.id, memberId));
      await leaveNothing(transaction, asker.officeId, row.userId);
    } else await transaction.update(members).set({ role }).where(eq(members.id, memberId));
    await record(
      asker,
      [
        {
          what: role === null ? "people.removed" : "people.role",
          entry: row.name,
          before: { role: row.role },
          after: { role },
        },
      ],
      transaction,
    );
    return "changed";
  });
}

/** Who is taken out leaves nothing behind in the office that would be theirs again if they came back. */
async function leaveNothing(on: Transaction, officeId: string, userId: string): Promise<void> {
  await on.delete(accessTokens).where(and(eq(accessTokens.userId, userId), eq(accessTokens.officeId, officeId)));
  const own = on.select({ id: planSets.id }).from(planSets).where(eq(planSets.officeId, officeId));
  await on.delete(planSetReaders).where(and(eq(planSetReaders.userId, userId), inArray(planSetReaders.planSetId, own)));
  const begun = await on
    .delete(uploads)
    .where(and(eq(uploads.userId, userId), eq(uploads.officeId, officeId)))
    .returning({ id: uploads.id });
  for (const { id } of begun) await on.delete(filePieces).where(eq(filePieces.stored, id));
}

/** Which plan sets of the office a reader sees. */
export async function sharePlanSets(asker: Asker, memberId: string, planSetIds: readonly string[]): Promise<boolean> {
  return database().transaction(async (transaction) => {
    const [member] = await transaction
      .select({ userId: members.userId, name: users.name })
      .from(members)
      .innerJoin(users, eq(users.id, members.userId))
      .where(and(eq(members.id, memberId), eq(members.officeId, asker.officeId)));
    if (!member) return false;
    const own = await transaction
      .select({ id: planSets.id, name: planSets.name })
      .from(planSets)
      .where(and(eq(planSets.officeId, asker.officeId), isNull(planSets.takenAt)));
    for (const { id } of own)
      await transaction
        .delete(planSetReaders)
        .where(and(eq(planSetReaders.userId, member.userId), eq(planSetReaders.planSetId, id)));
    const wanted = own.filter(({ id }) => planSetIds.includes(id));
    if (wanted.length > 0)
      await transaction
        .insert(planSetReaders)
        .values(wanted.map(({ id }) => ({ planSetId: id, userId: member.userId })));
    await record(
      asker,
      [{ what: "people.shared", entry: member.name, after: { planSets: wanted.map((each) => each.name) } }],
      transaction,
    );
    return true;
  });
}
