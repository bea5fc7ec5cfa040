import { PlanSetList } from "@/features/plan-sets/PlanSetList";
import { asker } from "@/server/forms/asker";
import { planSetsOf } from "@/server/queries/plan-sets";

export const metadata = { title: "Plan sets" };

export default async function PlanSetsPage() {
  const rows = await planSetsOf(await asker());
  return (
    <PlanSetList rows={rows.map(({ particulars, ...row }) => ({ ...row, client: particulars["client"] ?? "" }))} />
  );
}
