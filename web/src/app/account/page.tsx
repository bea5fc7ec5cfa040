import { AccountView } from "@/features/people/AccountView";
import { asker } from "@/server/forms/asker";
import { ROLE_WORDS } from "@/server/access/access";
import { rolesUpTo } from "@/server/access/roles";
import { publicAddress } from "@/server/people/address";
import { SHORTEST_PASSWORD } from "@/server/people/password-length";
import { tokensOf } from "@/server/queries/people";

export const metadata = { title: "Account" };

export default async function AccountPage() {
  const who = await asker("account");
  const tokens = await tokensOf(who);
  return (
    <AccountView
      name={who.who}
      email={who.email}
      part={ROLE_WORDS[who.role]}
      office={{ id: who.officeId, name: who.officeName }}
      offices={who.offices}
      tokens={tokens.map((token) => ({
        ...token,
        part: ROLE_WORDS[token.role],
        madeAt: token.madeAt.toISOString(),
        lastUsedAt: token.lastUsedAt?.toISOString() ?? null,
        expiresAt: token.expiresAt.toISOString(),
      }))}
      parts={rolesUpTo(who.role).map((role) => ({ role, words: ROLE_WORDS[role] }))}
      shortest={SHORTEST_PASSWORD}
      address={publicAddress() ?? "http://127.0.0.1:3000"}
      seesPeople={who.role === "coordinator"}
    />
  );
}
