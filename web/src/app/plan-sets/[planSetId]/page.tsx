import { notFound } from "next/navigation";
import { emptyFields } from "@hemstitch/core/sheet";
import { particularFields } from "@/features/plan-sets/fields";
import { PlanSetView } from "@/features/plan-sets/PlanSetView";
import { asker } from "@/server/forms/asker";
import { isId } from "@/server/base/ids";
import { planSetOf, sheetsOf, sourcesOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";
import { particularsOf } from "@/server/making/compose-sheet";

export const metadata = { title: "Plan set" };

export default async function PlanSetPage({ params }: { params: Promise<{ planSetId: string }> }) {
  const [{ planSetId }, who] = await Promise.all([params, asker()]);
  const planSet = isId(planSetId) ? await planSetOf(who, planSetId) : undefined;
  if (!planSet) notFound();
  const [sheets, sources, content] = await Promise.all([
    sheetsOf(planSetId),
    sourcesOf(planSetId),
    standardFor(who.officeId, planSetId),
  ]);
  const rows = sheets.map((sheet, i) => {
    const frame = content.frames.find((each) => each.id === sheet.frame);
    const filled = particularsOf(planSet, sheet, sheet.placement?.placedAt, { nth: i + 1, of: sheets.length });
    return {
      id: sheet.id,
      number: sheet.number,
      title: sheet.title,
      frame: sheet.frame,
      revision: sheet.revision,
      scale: sheet.placement?.placedAt ?? null,
      empty: frame ? emptyFields(frame, filled).length : 0,
    };
  });
  return (
    <PlanSetView
      key={planSet.version}
      planSet={{
        id: planSet.id,
        name: planSet.name,
        units: planSet.units,
        version: planSet.version,
        particulars: planSet.particulars,
      }}
      sheets={rows}
      sources={sources.map((source) => ({ ...source, madeAt: source.madeAt.toISOString() }))}
      frames={content.frames.map(({ id, title, widthMm, heightMm, titleBlock }) => ({
        id,
        title,
        widthMm,
        heightMm,
        block: { widthMm: titleBlock.widthMm, heightMm: titleBlock.heightMm },
      }))}
      fields={particularFields(content.frames)}
      numbering={content.naming.sheets}
    />
  );
}
