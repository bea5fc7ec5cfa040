import { PeopleView } from "@/features/people/PeopleView";
import { asker } from "@/server/forms/asker";
import { membersOf, openInvitations } from "@/server/queries/people";
import { planSetsOf } from "@/server/queries/plan-sets";

export const metadata = { title: "People" };

export default async function PeoplePage() {
  const who = await asker("people");
  const [members, invitations, sets] = await Promise.all([
    membersOf(who.officeId),
    openInvitations(who.officeId),
    planSetsOf(who),
  ]);
  return (
    <PeopleView
      office={who.officeName}
      members={members.map(({ id, name, email, role, shared }) => ({ id, name, email, role, shared }))}
      invitations={invitations.map((each) => ({ ...each, expiresAt: each.expiresAt.toISOString() }))}
      planSets={sets.map(({ id, name }) => ({ id, name }))}
    />
  );
}
