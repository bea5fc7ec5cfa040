import { randomUUID } from "node:crypto";
import { notFound } from "next/navigation";
import { CHAPTERS, type ChapterId } from "@hemstitch/core/standard";
import { ChapterView } from "@/features/standard/ChapterView";
import { asker } from "@/server/asker";
import { sampleDrawings } from "@/server/queries/inspections";
import { StandardPlace, standardState } from "../StandardPlace";

interface Props {
  readonly params: Promise<{ chapter: string }>;
  readonly searchParams: Promise<{ view?: string | string[]; entry?: string | string[] }>;
}

export async function generateMetadata({ params }: Props) {
  const { chapter } = await params;
  return { title: CHAPTERS.find((each) => each.id === chapter)?.title ?? "Standard" };
}

const one = (value: string | string[] | undefined): string | null => (typeof value === "string" ? value : null);

export default async function ChapterPage({ params, searchParams }: Props) {
  const [{ chapter }, { view, entry }, who] = await Promise.all([params, searchParams, asker("see-office")]);
  if (!CHAPTERS.some((each) => each.id === chapter)) notFound();
  const [state, samples] = await Promise.all([
    standardState(who.officeId),
    chapter === "drawing-kinds" ? sampleDrawings(who) : [],
  ]);
  return (
    <StandardPlace who={who} state={state} chapter={chapter}>
      {/* Each visit is one of its own: it opens at the address, also where the chapter was open at another entry. */}
      <ChapterView
        key={randomUUID()}
        chapter={chapter as ChapterId}
        view={one(view)}
        entry={one(entry)}
        samples={samples}
      />
    </StandardPlace>
  );
}
