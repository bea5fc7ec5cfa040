import { InspectionHome } from "@/features/inspection/InspectionHome";
import { asker } from "@/server/forms/asker";
import { maxFileBytes } from "@/server/files/limits";
import { inspectionsOf, mayCancel } from "@/server/queries/inspections";
import { planSetsOf } from "@/server/queries/plan-sets";

export const metadata = { title: "Inspection" };

export default async function InspectionPage() {
  const who = await asker();
  const [rows, sets] = await Promise.all([inspectionsOf(who), planSetsOf(who)]);
  return (
    <InspectionHome
      inspections={rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString(), mayTake: mayCancel(who, row) }))}
      planSets={sets.map(({ id, name }) => ({ id, name }))}
      maxBytes={maxFileBytes()}
    />
  );
}
