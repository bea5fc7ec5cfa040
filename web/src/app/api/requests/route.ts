import { isListName, LISTS } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, NewRequest } from "@/server/forms/forms";
import { problemsOfEntry } from "@/server/queries/entry-check";
import { ask, requestsOf } from "@/server/queries/requests";

const LARGEST_SAMPLE = 200_000;
/** Problems of a sample that are told. */
const MOST_TOLD = 20;

export const GET = guarded("request", async (asker) => answer({ requests: await requestsOf(asker) }));

/** Asks for a new entry of the standard, or a change of one. */
export const POST = guarded("request", async (asker, request) => {
  const form = await formOf(NewRequest, request);
  if (form instanceof Response) return form;
  if (!isListName(form.list))
    return complain(422, { message: `The standard has no “${form.list}”; it has ${Object.keys(LISTS).join(", ")}.` });
  if (JSON.stringify(form.sample).length > LARGEST_SAMPLE)
    return complain(413, { message: "The sample is too large." });
  const wrong = await problemsOfEntry(form.list, form.sample);
  if (wrong.length > 0)
    return complain(422, {
      message: `What you ask for can't stand in the standard: ${wrong
        .slice(0, MOST_TOLD)
        .map(({ message }) => message)
        .join(" ")}`,
      problems: wrong.slice(0, MOST_TOLD).map(({ at, message }) => ({ at: String(at ?? ""), message })),
    });
  const id = await ask(asker, {
    list: form.list,
    entryKey: form.entryKey,
    sample: form.sample,
    reason: form.reason.trim(),
    finding: form.finding ?? null,
  });
  return answer({ id }, 201);
});
