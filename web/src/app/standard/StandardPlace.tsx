import type { ReactNode } from "react";
import { type Difference, type OfficeStandard } from "@hemstitch/core/standard";
import { DraftProvider } from "@/features/standard/draft";
import { StandardFrame } from "@/features/standard/StandardFrame";
import type { Asker } from "@/server/access/access";
import { may } from "@/server/access/roles";
import { changesOfDraft } from "@/server/queries/changes";
import { draftOf, editionInForce } from "@/server/queries/standard";

/** The draft as a page of the standard shows it, with what it changes from the edition in force. */
export interface StandardState {
  readonly standard: OfficeStandard;
  readonly version: number;
  readonly inForce: number | null;
  readonly changes: readonly Difference[];
}

export async function standardState(officeId: string): Promise<StandardState> {
  const [draft, edition] = await Promise.all([draftOf(officeId), editionInForce(officeId)]);
  return {
    standard: draft.content,
    version: draft.version,
    inForce: edition?.number ?? null,
    changes: edition ? await changesOfDraft(officeId, edition, draft) : [],
  };
}

/** What every page of the standard has around it. */
export function StandardPlace({
  who,
  state,
  chapter,
  children,
}: {
  who: Asker;
  state: StandardState;
  chapter: string;
  children: ReactNode;
}) {
  return (
    <DraftProvider
      key={state.version}
      officeId={who.officeId}
      initial={{ standard: state.standard, version: state.version }}
      mayEdit={may(who.role, "edit-standard")}
    >
      <StandardFrame editions={{ inForce: state.inForce, changes: state.changes.length }} chapter={chapter}>
        {children}
      </StandardFrame>
    </DraftProvider>
  );
}
