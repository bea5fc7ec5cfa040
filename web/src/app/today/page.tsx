import { TodayView } from "@/features/today/TodayView";
import { asker } from "@/server/asker";
import { officeStandard } from "@/server/queries/standard";
import { todayOf } from "@/server/queries/today";

export const metadata = { title: "Today" };

export default async function TodayPage() {
  const { officeId, officeName } = await asker();
  const [today, { content }] = await Promise.all([todayOf(officeId), officeStandard(officeId)]);
  return (
    <TodayView
      officeName={officeName}
      standardName={
        content.edition === "draft" ? "the draft of its standard" : `edition ${content.edition} of its standard`
      }
      today={today}
    />
  );
}
