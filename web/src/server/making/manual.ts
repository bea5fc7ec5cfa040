import type { OfficeStandard } from "@hemstitch/core/standard";
import { download } from "./download";
import { manualOf } from "./made-files";
import { differencesBetween } from "../queries/changes";
import { editionInForce, editionOf } from "../queries/standard";

/** The manual of a standard as a download, with what changed since the edition before it. */
export async function manualDownload(officeId: string, standard: OfficeStandard, name: string): Promise<Response> {
  const number = standard.edition === "draft" ? undefined : Number(standard.edition);
  const own = number === undefined ? undefined : await editionOf(officeId, number);
  const before = number === undefined ? await editionInForce(officeId) : await editionOf(officeId, number - 1);
  const bytes = await manualOf(officeId, {
    standard,
    ...(own ? { summary: own.summary, date: own.publishedAt.toLocaleDateString("en-GB", { dateStyle: "long" }) } : {}),
    ...(before
      ? { changes: { since: `edition ${before.number}`, list: await differencesBetween(before.content, standard) } }
      : {}),
  });
  return download(bytes, `${name}, manual.pdf`);
}
