import { redirect } from "next/navigation";
import { isBlank } from "@hemstitch/core/standard";
import { may } from "@/server/access/roles";
import { asker } from "@/server/forms/asker";
import { draftOf } from "@/server/queries/standard";

/** A standard that nobody has begun is begun first. */
export default async function StandardHome(): Promise<never> {
  const who = await asker("see-office");
  const { content } = await draftOf(who.officeId);
  redirect(isBlank(content) && may(who.role, "edit-standard") ? "/standard/begin" : "/standard/layers");
}
