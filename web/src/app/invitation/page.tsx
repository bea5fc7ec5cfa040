import { TakeInvitation } from "@/features/people/TakeInvitation";
import { SHORTEST_PASSWORD } from "@/server/people/password-length";

export const metadata = { title: "Invitation" };

export default function InvitationPage() {
  return <TakeInvitation shortest={SHORTEST_PASSWORD} />;
}
