import type { OfficeStandard } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { missing } from "../access/guarded";
import { draftOf, editionOf } from "../queries/standard";

/** The standard that a download is asked of: `?edition=4`, or the draft where none is named. */
export async function standardAsked(
  asker: Asker,
  request: Request,
): Promise<{ standard: OfficeStandard; name: string } | Response> {
  const written = new URL(request.url).searchParams.get("edition");
  if (written === null) {
    const { content } = await draftOf(asker.officeId);
    return { standard: content, name: `${content.name}, draft` };
  }
  const edition = /^[1-9]\d{0,5}$/.test(written) ? await editionOf(asker.officeId, Number(written)) : undefined;
  return edition
    ? { standard: edition.content, name: `${edition.content.name}, edition ${edition.number}` }
    : missing();
}
