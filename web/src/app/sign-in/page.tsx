import { SignIn } from "@/features/people/SignIn";
import { demoPeople } from "@/server/people/demo";

export const metadata = { title: "Sign in" };

export default function SignInPage() {
  return <SignIn demo={demoPeople()} />;
}
