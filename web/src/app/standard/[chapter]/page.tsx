import { notFound } from "next/navigation";
import { CHAPTERS, type ChapterId } from "@hemstitch/core/standard";
import { ChapterView } from "@/features/standard/ChapterView";
import { asker } from "@/server/forms/asker";
import { sampleDrawings } from "@/server/queries/inspections";
import { StandardPlace, standardState } from "../StandardPlace";

interface Props {
  readonly params: Promise<{ chapter: string }>;
}

export async function generateMetadata({ params }: Props) {
  const { chapter } = await params;
  return { title: CHAPTERS.find((each) => each.id === chapter)?.title ?? "Standard" };
}

export default async function ChapterPage({ params }: Props) {
  const [{ chapter }, who] = await Promise.all([params, asker("see-office")]);
  if (!CHAPTERS.some((each) => each.id === chapter)) notFound();
  const [state, samples] = await Promise.all([
    standardState(who.officeId),
    chapter === "drawing-kinds" ? sampleDrawings(who) : [],
  ]);
  return (
    <StandardPlace who={who} state={state} chapter={chapter}>
      <ChapterView key={chapter} chapter={chapter as ChapterId} samples={samples} />
    </StandardPlace>
  );
}
