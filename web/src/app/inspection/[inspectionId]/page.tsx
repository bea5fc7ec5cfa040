import { notFound } from "next/navigation";
import { LightTable } from "@/features/inspection/LightTable";
import { asker } from "@/server/forms/asker";
import { filesOf, inspectionOf, mayCancel } from "@/server/queries/inspections";
import { planSetsOf } from "@/server/queries/plan-sets";
import { isId } from "@/server/base/ids";

export const metadata = { title: "Light table" };

interface Props {
  readonly params: Promise<{ inspectionId: string }>;
  readonly searchParams: Promise<{ file?: string | string[]; finding?: string | string[] }>;
}

export default async function LightTablePage({ params, searchParams }: Props) {
  const [{ inspectionId }, { file, finding }, who] = await Promise.all([params, searchParams, asker()]);
  const inspection = isId(inspectionId) ? await inspectionOf(who, inspectionId) : undefined;
  if (!inspection) notFound();
  const [files, sets] = await Promise.all([filesOf(inspectionId), planSetsOf(who)]);
  const planSets = sets
    .map(({ id, name }) => ({ id, name }))
    .sort((a, b) => Number(b.id === inspection.planSetId) - Number(a.id === inspection.planSetId));
  return (
    <LightTable
      initial={{ id: inspection.id, name: inspection.name, files }}
      fileId={typeof file === "string" ? file : null}
      finding={typeof finding === "string" ? finding : null}
      planSets={planSets}
      mayTake={mayCancel(who, inspection)}
    />
  );
}
