import { writeStandard } from "@hemstitch/core/standard";
import { guarded, missing } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { editionInForce, editionOf } from "@/server/queries/standard";

/** An edition's JSON, by its number; `in-force` is the newest. */
export const GET = guarded("see-office", async (asker, _request, { number = "" }) => {
  const edition =
    number === "in-force"
      ? await editionInForce(asker.officeId)
      : /^[1-9]\d{0,5}$/.test(number)
        ? await editionOf(asker.officeId, Number(number))
        : undefined;
  return edition
    ? download(
        new TextEncoder().encode(writeStandard(edition.content)),
        `${edition.content.name}, edition ${edition.number}.json`,
      )
    : missing();
});
