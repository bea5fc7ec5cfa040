import type { Difference, OfficeStandard } from "@hemstitch/core/standard";
import type { Asker } from "@/server/access/access";
import { answer, guarded, missing } from "@/server/access/guarded";
import { complainOfFile, receiveFile } from "@/server/files/receive";
import { differencesBetween } from "@/server/queries/changes";
import { draftOf, editionOf } from "@/server/queries/standard";
import { readWholeStandard } from "@/server/making/read-standard";

async function one(asker: Asker, which: string): Promise<OfficeStandard | undefined> {
  if (which === "draft") return (await draftOf(asker.officeId)).content;
  return /^[1-9]\d{0,5}$/.test(which) ? (await editionOf(asker.officeId, Number(which)))?.content : undefined;
}

/** In what two standards differ. */
export interface ComparedAnswer {
  readonly differences: readonly Difference[];
}

/** What differs between two editions, the draft, or a file that is sent along (`to=file`). Nothing is stored. */
export const POST = guarded("see-office", async (asker, request) => {
  const { searchParams } = new URL(request.url);
  const from = await one(asker, searchParams.get("from") ?? "");
  if (!from) return missing();
  if (searchParams.get("to") !== "file") {
    const to = await one(asker, searchParams.get("to") ?? "");
    return to ? answer({ differences: await differencesBetween(from, to) } satisfies ComparedAnswer) : missing();
  }
  const received = await receiveFile(request);
  if (!received.ok) return complainOfFile(received.problem);
  const read = await readWholeStandard(received.value.bytes);
  return read instanceof Response
    ? read
    : answer({ differences: await differencesBetween(from, read.standard) } satisfies ComparedAnswer);
});
