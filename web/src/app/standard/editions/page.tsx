import { EditionsView } from "@/features/standard/EditionsView";
import { asker } from "@/server/forms/asker";
import { editionsOf } from "@/server/queries/editions";
import { newestEffect } from "@/server/queries/effects";
import { countBehind } from "@/server/queries/judged";
import { peopleInLog } from "@/server/log/log";
import { StandardPlace, standardState } from "../StandardPlace";

export const metadata = { title: "Editions" };

export default async function EditionsPage() {
  const who = await asker("see-office");
  const [state, editions, effect, people, behind] = await Promise.all([
    standardState(who.officeId),
    editionsOf(who.officeId),
    newestEffect(who.officeId),
    peopleInLog(who.officeId),
    countBehind(who),
  ]);
  return (
    <StandardPlace who={who} state={state} chapter="editions">
      <EditionsView
        editions={editions.map((each) => ({ ...each, publishedAt: each.publishedAt.toISOString() }))}
        changes={state.changes}
        effect={effect ?? null}
        people={people}
        behind={behind}
      />
    </StandardPlace>
  );
}
