import { hashPassword } from "./hashing";
import { and, eq, gt, isNull } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import { accounts, invitations, members, offices, users, type Role } from "../database/schema";
import { hashOf, newSecret } from "./secrets";

const INVITED_FOR_DAYS = 14;

export const plainEmail = (email: string): string => email.trim().toLowerCase();

/** A person with a password; the e-mail must not be taken. */
export async function makeUser(
  database: Database,
  { name, email, password }: { name: string; email: string; password: string },
): Promise<string> {
  const hashed = await hashPassword(password);
  return database.transaction(async (transaction) => {
    const [user] = await transaction
      .insert(users)
      .values({ name, email: plainEmail(email), emailVerified: true })
      .returning({ id: users.id });
    if (!user) throw new Error("The person could not be stored.");
    await transaction
      .insert(accounts)
      .values({ userId: user.id, accountId: user.id, providerId: "credential", password: hashed });
    return user.id;
  });
}

export async function addMember(
  database: Database | Transaction,
  officeId: string,
  userId: string,
  role: Role,
): Promise<void> {
  await database.insert(members).values({ officeId, userId, role }).onConflictDoNothing();
}

/** An invitation that was made; the secret is the only copy. */
export interface Invited {
  readonly secret: string;
  /** Invitations of the same address that this one replaces. */
  readonly replaced: number;
}

/** Invites an address, once: what it was invited by before and has not taken up does not work any more. */
export async function invite(
  database: Database | Transaction,
  { officeId, email, role, by }: { officeId: string; email: string; role: Role; by: string },
): Promise<Invited> {
  const earlier = await database
    .delete(invitations)
    .where(
      and(eq(invitations.officeId, officeId), eq(invitations.email, plainEmail(email)), isNull(invitations.usedAt)),
    )
    .returning({ id: invitations.id });
  const secret = newSecret("hsi");
  const expiresAt = new Date(Date.now() + INVITED_FOR_DAYS * 24 * 60 * 60 * 1000);
  await database
    .insert(invitations)
    .values({ officeId, email: plainEmail(email), role, tokenHash: hashOf(secret), invitedBy: by, expiresAt });
  return { secret, replaced: earlier.length };
}

/** The invitation that a link's secret stands for, where it still works. */
export async function invitationOf(database: Database, secret: string) {
  const [row] = await database
    .select({
      id: invitations.id,
      officeId: invitations.officeId,
      office: offices.name,
      email: invitations.email,
      role: invitations.role,
      invitedBy: invitations.invitedBy,
    })
    .from(invitations)
    .innerJoin(offices, eq(offices.id, invitations.officeId))
    .where(
      and(eq(invitations.tokenHash, hashOf(secret)), isNull(invitations.usedAt), gt(invitations.expiresAt, new Date())),
    );
  return row;
}

/** Marks an invitation as used; false where somebody was quicker. */
export async function takeUp(database: Database, invitationId: string): Promise<boolean> {
  const used = await database
    .update(invitations)
    .set({ usedAt: new Date() })
    .where(and(eq(invitations.id, invitationId), isNull(invitations.usedAt)))
    .returning({ id: invitations.id });
  return used.length === 1;
}

/** Makes an invitation good again whose taking up failed half-way. */
export const giveBack = async (database: Database, invitationId: string): Promise<void> =>
  void (await database.update(invitations).set({ usedAt: null }).where(eq(invitations.id, invitationId)));
