import { withoutEntries, type Entry, type ListName } from "@hemstitch/core/standard/plain";
import { RequestsView } from "@/features/requests/RequestsView";
import { DraftProvider } from "@/features/standard/draft";
import { may } from "@/server/access/roles";
import { asker } from "@/server/forms/asker";
import { requestsOf } from "@/server/queries/requests";
import { draftOf } from "@/server/queries/standard";

export const metadata = { title: "Requests" };

export default async function RequestsPage({
  searchParams,
}: {
  searchParams: Promise<{ request?: string | string[] }>;
}) {
  const [who, { request }] = await Promise.all([asker("request"), searchParams]);
  const [rows, draft] = await Promise.all([requestsOf(who), draftOf(who.officeId)]);
  // The standard is the office's own; readers of single plan sets ask without seeing it.
  const standard = may(who.role, "see-office") ? draft.content : withoutEntries(draft.content);
  return (
    <DraftProvider
      officeId={who.officeId}
      initial={{ standard, version: draft.version }}
      mayEdit={may(who.role, "edit-standard")}
    >
      <RequestsView
        mayDecide={may(who.role, "decide")}
        chosen={typeof request === "string" ? request : null}
        requests={rows.map(({ askedById, list, sample, was, madeAt, decidedAt, ...row }) => ({
          ...row,
          own: askedById === who.userId,
          list: list as ListName,
          sample: sample as Entry,
          was: was as Entry | null,
          madeAt: madeAt.toISOString(),
          decidedAt: decidedAt?.toISOString() ?? null,
        }))}
      />
    </DraftProvider>
  );
}
