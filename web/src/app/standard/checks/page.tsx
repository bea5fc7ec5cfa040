import { RULE_BOOK, unreadable } from "@hemstitch/core/rules";
import { ChecksView } from "@/features/standard/checks/ChecksView";
import { asker } from "@/server/forms/asker";
import { StandardPlace, standardState } from "../StandardPlace";

export const metadata = { title: "Checks" };

/** A file that can't be read is told whatever a standard says; all other rules can be set. */
const SETTABLE = RULE_BOOK.filter(({ id }) => id !== unreadable.id);

export default async function ChecksPage() {
  const who = await asker("see-office");
  return (
    <StandardPlace who={who} state={await standardState(who.officeId)} chapter="checks">
      <ChecksView rules={SETTABLE} />
    </StandardPlace>
  );
}
