import { and, asc, desc, eq, gt, isNull, sql } from "drizzle-orm";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { accessTokens, invitations, members, planSetReaders, planSets, users, type Role } from "../database/schema";
import { record } from "./log";

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
      madeAt: accessTokens.madeAt,
      lastUsedAt: accessTokens.lastUsedAt,
      expiresAt: accessTokens.expiresAt,
    })
    .from(accessTokens)
    .where(and(eq(accessTokens.userId, asker.userId), eq(accessTokens.officeId, asker.officeId)))
    .orderBy(desc(accessTokens.madeAt));

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
      await transaction
        .delete(accessTokens)
        .where(and(eq(accessTokens.userId, row.userId), eq(accessTokens.officeId, asker.officeId)));
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
      .where(eq(planSets.officeId, asker.officeId));
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
