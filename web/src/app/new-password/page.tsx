import { ChoosePassword } from "@/features/people/ChoosePassword";
import { SHORTEST_PASSWORD } from "@/server/people/password-length";

export const metadata = { title: "A new password" };

export default function NewPasswordPage() {
  return <ChoosePassword shortest={SHORTEST_PASSWORD} />;
}
