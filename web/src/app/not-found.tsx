import Link from "next/link";
import { Page } from "@/features/shared/Page";

export default function NotFound() {
  return (
    <Page title="There is nothing here">
      <p>
        It may have been removed, or the address is not quite right. Go to <Link href="/today">Today</Link>.
      </p>
    </Page>
  );
}
