import { redirect } from "next/navigation";
import { contentsOf, isBlank, PRESETS } from "@hemstitch/core/standard";
import { BeginView } from "@/features/standard/BeginView";
import { asker } from "@/server/forms/asker";
import { draftOf } from "@/server/queries/standard";

export const metadata = { title: "Begin the standard" };

export default async function BeginPage() {
  const who = await asker("edit-standard");
  const { content } = await draftOf(who.officeId);
  if (!isBlank(content)) redirect("/standard/layers");
  const offered = Object.entries(PRESETS)
    .filter(([, { published }]) => published)
    .map(([id, { title, lead, make }]) => {
      const standard = make();
      const { source, examples } = standard.naming.layers;
      return { id, title, lead, source, examples, contents: contentsOf(standard) };
    });
  return <BeginView offered={offered} />;
}
