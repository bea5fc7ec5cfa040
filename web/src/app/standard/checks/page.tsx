import { RULES } from "@hemstitch/core/rules";
import { ChecksView } from "@/features/standard/checks/ChecksView";
import { asker } from "@/server/asker";
import { StandardPlace, standardState } from "../StandardPlace";

export const metadata = { title: "Checks" };

export default async function ChecksPage() {
  const who = await asker("see-office");
  const rules = RULES.map(({ meta: { id, title, severity, mends } }) => ({
    id,
    title,
    severity,
    mends: mends !== undefined,
  }));
  return (
    <StandardPlace who={who} state={await standardState(who.officeId)} chapter="checks">
      <ChecksView rules={rules} />
    </StandardPlace>
  );
}
