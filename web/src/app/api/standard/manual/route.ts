import { guarded } from "@/server/access/guarded";
import { download } from "@/server/download";
import { differencesBetween } from "@/server/queries/changes";
import { editionInForce, editionOf } from "@/server/queries/standard";
import { manualOf } from "@/server/made-files";
import { standardAsked } from "@/server/standard-asked";

/** The manual of the draft or of an edition, with what changed since the edition before it. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const { standard, name } = asked;
  const number = standard.edition === "draft" ? undefined : Number(standard.edition);
  const own = number === undefined ? undefined : await editionOf(asker.officeId, number);
  const before =
    number === undefined ? await editionInForce(asker.officeId) : await editionOf(asker.officeId, number - 1);
  const bytes = await manualOf(asker.officeId, {
    standard,
    ...(own ? { summary: own.summary, date: own.publishedAt.toLocaleDateString("en-GB", { dateStyle: "long" }) } : {}),
    ...(before
      ? { changes: { since: `edition ${before.number}`, list: await differencesBetween(before.content, standard) } }
      : {}),
  });
  return download(bytes, `${name}, manual.pdf`);
});
