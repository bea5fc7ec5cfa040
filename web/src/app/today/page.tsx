import { changesOfDraft } from "@/server/queries/changes";
import { isBlank, undecidedIn } from "@hemstitch/core/standard";
import { TodayView } from "@/features/today/TodayView";
import { may } from "@/server/access/roles";
import { asker } from "@/server/forms/asker";
import { openRequests, unseenAnswers } from "@/server/queries/requests";
import { draftOf, editionInForce } from "@/server/queries/standard";
import { todayOf } from "@/server/queries/today";

export const metadata = { title: "Today" };

export default async function TodayPage() {
  const who = await asker("see");
  const seesOffice = may(who.role, "see-office");
  const [today, draft, edition, requests, answers] = await Promise.all([
    todayOf(who),
    draftOf(who.officeId),
    editionInForce(who.officeId),
    seesOffice ? openRequests(who.officeId) : 0,
    unseenAnswers(who),
  ]);
  return (
    <TodayView
      officeName={who.officeName}
      standardName={edition ? `edition ${edition.number} of its standard` : "the draft of its standard"}
      today={today}
      standard={
        seesOffice
          ? {
              undecided: undecidedIn(draft.content),
              changes: edition ? (await changesOfDraft(who.officeId, edition, draft)).length : 0,
              openRequests: requests,
              mayDecide: may(who.role, "decide"),
              toBegin: isBlank(draft.content) && may(who.role, "edit-standard"),
            }
          : null
      }
      answers={answers.map(({ id, list, entryKey, sample, state, answer, decidedBy }) => ({
        id,
        list,
        entryKey,
        sample,
        state,
        answer,
        decidedBy: decidedBy ?? "",
      }))}
    />
  );
}
