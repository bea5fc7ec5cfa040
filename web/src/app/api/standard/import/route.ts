import { type OfficeStandard } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { isVersion } from "@/server/forms/forms";
import { complainOfEdit } from "@/server/forms/edit-answers";
import { complainOfFile, receiveFile } from "@/server/files/receive";
import { replaceDraft } from "@/server/queries/change-draft";
import { differencesBetween } from "@/server/queries/changes";
import { draftOf } from "@/server/queries/standard";
import { readWholeStandard } from "@/server/making/read-standard";

/** What a whole standard from a file changes, or has changed. */
export interface ImportAnswer {
  readonly name: string;
  readonly edition: string;
  readonly changes: number;
  /** The first of them in words. */
  readonly words: readonly string[];
  readonly notes: readonly string[];
  /** Version of the draft that was compared, or was made. */
  readonly version: number;
}

const MOST_CHANGES = 500;

/**
 * Takes a whole standard, as JSON or as the workbook that Hemstitch writes: as a dry run unless
 * `store=VERSION` is asked for. Nothing is stored where anything is wrong.
 */
export const POST = guarded("edit-standard", async (asker, request) => {
  const received = await receiveFile(request);
  if (!received.ok) return complainOfFile(received.problem);
  const read = await readWholeStandard(received.value.bytes);
  if (read instanceof Response) return read;
  const store = new URL(request.url).searchParams.get("store");
  if (store !== null && !isVersion(Number(store)))
    return complain(400, { message: "There is no such version of the draft." });
  const { content, version } = await draftOf(asker.officeId);
  const changes = await differencesBetween(content, read.standard);
  const found = {
    name: read.standard.name,
    edition: read.standard.edition,
    changes: changes.length,
    words: changes.slice(0, MOST_CHANGES).map((each) => each.words),
    notes: read.notes,
  };
  if (store === null) return answer({ ...found, version } satisfies ImportAnswer);
  const replaced = await replaceDraft(
    asker,
    JSON.parse(JSON.stringify(read.standard)) as OfficeStandard,
    Number(store),
    "standard.imported",
  );
  return replaced.kind === "saved"
    ? answer({ ...found, version: replaced.version } satisfies ImportAnswer)
    : complainOfEdit(replaced);
});
