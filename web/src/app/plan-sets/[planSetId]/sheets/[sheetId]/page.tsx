import { notFound } from "next/navigation";
import { emptyFields } from "@hemstitch/core/sheet";
import { SheetBench } from "@/features/plan-sets/SheetBench";
import { asker } from "@/server/forms/asker";
import { particularsOf } from "@/server/making/compose-sheet";
import { isId } from "@/server/base/ids";
import { sheetOf, sourcesOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";

export const metadata = { title: "Sheet bench" };

export default async function BenchPage({ params }: { params: Promise<{ planSetId: string; sheetId: string }> }) {
  const [{ planSetId, sheetId }, who] = await Promise.all([params, asker()]);
  const found = isId(sheetId) ? await sheetOf(who, sheetId) : undefined;
  if (!found || found.planSet.id !== planSetId) notFound();
  const { sheet, planSet } = found;
  const [sources, content] = await Promise.all([sourcesOf(planSet.id), standardFor(who.officeId, planSet.id)]);
  const frame = content.frames.find((each) => each.id === sheet.frame);
  const empty = frame
    ? emptyFields(frame, particularsOf(planSet, sheet, sheet.placement?.placedAt, { nth: 1, of: 1 })).map(
        (cell) => cell.label,
      )
    : [];
  return (
    <SheetBench
      planSet={{ id: planSet.id, name: planSet.name }}
      sheet={{
        id: sheet.id,
        number: sheet.number,
        title: sheet.title,
        frame: sheet.frame,
        revision: sheet.revision,
        version: sheet.version,
        placement: sheet.placement,
      }}
      frames={content.frames.map(({ id, title, widthMm, heightMm, titleBlock }) => ({
        id,
        title,
        widthMm,
        heightMm,
        block: { widthMm: titleBlock.widthMm, heightMm: titleBlock.heightMm },
      }))}
      sources={sources.map((source) => ({ ...source, madeAt: source.madeAt.toISOString() }))}
      scales={content.scales.map((each) => each.scale)}
      empty={empty}
    />
  );
}
