import { InspectionHome } from "@/features/inspection/InspectionHome";
import { asker } from "@/server/asker";
import { maxFileBytes } from "@/server/files/limits";
import { inspectionsOf } from "@/server/queries/inspections";

export const metadata = { title: "Inspection" };

export default async function InspectionPage() {
  const who = await asker();
  const rows = await inspectionsOf(who);
  return (
    <InspectionHome
      inspections={rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }))}
      maxBytes={maxFileBytes()}
    />
  );
}
