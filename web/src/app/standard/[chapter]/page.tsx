import { notFound } from "next/navigation";
import { CHAPTERS, differences, type ChapterId } from "@hemstitch/core/standard";
import { ChapterView } from "@/features/standard/ChapterView";
import { DraftProvider } from "@/features/standard/draft";
import { StandardFrame } from "@/features/standard/StandardFrame";
import { may } from "@/server/access/roles";
import { asker } from "@/server/asker";
import { sampleDrawings } from "@/server/queries/inspections";
import { draftOf, editionInForce } from "@/server/queries/standard";

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
  const [draft, edition, samples] = await Promise.all([
    draftOf(who.officeId),
    editionInForce(who.officeId),
    chapter === "drawing-kinds" ? sampleDrawings(who) : [],
  ]);
  const changes = edition ? differences(edition.content, draft.content).length : 0;
  return (
    <DraftProvider
      key={draft.version}
      initial={{ standard: draft.content, version: draft.version }}
      mayEdit={may(who.role, "edit-standard")}
    >
      <StandardFrame editions={{ inForce: edition?.number ?? null, changes }} chapter={chapter}>
        <ChapterView
          key={chapter}
          chapter={chapter as ChapterId}
          view={one(view)}
          entry={one(entry)}
          samples={samples}
        />
      </StandardFrame>
    </DraftProvider>
  );
}
