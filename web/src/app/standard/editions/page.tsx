import { differences } from "@hemstitch/core/standard";
import { DraftProvider } from "@/features/standard/draft";
import { EditionsView } from "@/features/standard/EditionsView";
import { StandardFrame } from "@/features/standard/StandardFrame";
import { may } from "@/server/access/roles";
import { asker } from "@/server/asker";
import { editionsOf } from "@/server/queries/editions";
import { newestEffect } from "@/server/queries/effects";
import { peopleInLog } from "@/server/queries/log";
import { draftOf, editionInForce } from "@/server/queries/standard";

export const metadata = { title: "Editions" };

export default async function EditionsPage({ searchParams }: { searchParams: Promise<{ view?: string | string[] }> }) {
  const [{ view }, who] = await Promise.all([searchParams, asker("see-office")]);
  const [draft, edition, editions, effect, people] = await Promise.all([
    draftOf(who.officeId),
    editionInForce(who.officeId),
    editionsOf(who.officeId),
    newestEffect(who.officeId),
    peopleInLog(who.officeId),
  ]);
  const changes = edition ? differences(edition.content, draft.content) : [];
  return (
    <DraftProvider
      initial={{ standard: draft.content, version: draft.version }}
      mayEdit={may(who.role, "edit-standard")}
    >
      <StandardFrame editions={{ inForce: edition?.number ?? null, changes: changes.length }} chapter="editions">
        <EditionsView
          editions={editions.map((each) => ({ ...each, publishedAt: each.publishedAt.toISOString() }))}
          changes={changes}
          effect={effect ?? null}
          people={people}
          view={typeof view === "string" ? view : null}
        />
      </StandardFrame>
    </DraftProvider>
  );
}
