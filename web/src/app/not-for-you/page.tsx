import Link from "next/link";
import { Page } from "@/features/shared/Page";

export const metadata = { title: "Not for you" };

export default function NotForYou() {
  return (
    <Page title="This is for others">
      <p>
        Your part in the office does not include this, or you belong to no office any more. Ask the coordinator, or go
        to <Link href="/today">Today</Link>.
      </p>
    </Page>
  );
}
