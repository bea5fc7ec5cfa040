import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, Publication } from "@/server/forms/forms";
import { publish } from "@/server/queries/editions";

/** Publishes the draft as the next edition. */
export const POST = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(Publication, request);
  if (form instanceof Response) return form;
  const published = await publish(asker, form.summary.trim(), form.version);
  if (published.kind === "newer")
    return complain(409, {
      message: "The draft has been changed since you looked at it. Nothing was published.",
      remedy: "Look at the changes again, then publish.",
    });
  if (published.kind === "unchanged")
    return complain(409, {
      message: `The draft says what edition ${published.number} says. There is nothing to publish.`,
    });
  if (published.kind === "wrong")
    return complain(422, {
      message: `The draft can't be published as it is: ${published.problems[0]?.message ?? ""}`,
      problems: published.problems,
    });
  return answer({ number: published.number, digest: published.digest }, 201);
});
