import { notFound } from "next/navigation";
import { CHAPTERS, type ChapterPath } from "@/features/standard/chapters";
import { LayersChapter } from "@/features/standard/LayersChapter";
import { PensChapter } from "@/features/standard/PensChapter";
import { StandardFrame } from "@/features/standard/StandardFrame";
import { TextChapter } from "@/features/standard/TextChapter";
import { asker } from "@/server/asker";
import { officeStandard } from "@/server/queries/standard";

export const metadata = { title: "Standard" };

export default async function ChapterPage({ params }: { params: Promise<{ chapter: string }> }) {
  const [{ chapter }, { officeId }] = await Promise.all([params, asker()]);
  if (!CHAPTERS.some((each) => each.path === chapter)) notFound();
  const { content, version } = await officeStandard(officeId);
  return (
    <StandardFrame name={content.name} edition={content.edition} chapter={chapter as ChapterPath}>
      {chapter === "layers" && (
        <LayersChapter
          initial={{ entries: content.layers, version }}
          scheme={content.naming.layers}
          pens={content.pens}
          lineTypes={content.lineTypes}
        />
      )}
      {chapter === "pens-and-lines" && (
        <PensChapter pens={content.pens} lineTypes={content.lineTypes} version={version} />
      )}
      {chapter === "text" && <TextChapter initial={{ entries: content.textStyles, version }} scales={content.scales} />}
    </StandardFrame>
  );
}
