import { and, eq } from "drizzle-orm";
import type { Result } from "@hemstitch/core/quantity";
import type { Asker } from "@/server/access/access";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import type { Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { files, inspectedFiles } from "@/server/database/schema";
import { bodyOf } from "@/server/files/body";
import { statedDigest } from "@/server/files/digest-header";
import type { StoredBytes } from "@/server/files/keep";
import { noTurn } from "@/server/files/quota-answers";
import { complainOfFile, statedLength } from "@/server/files/receive";
import { arrived, claim, letGo, receiveStored, uploadOf } from "@/server/files/uploads";
import { isId } from "@/server/base/ids";
import { handIn } from "@/server/queries/hand-in";
import { inspectionOf } from "@/server/queries/inspections";

/** A file that was handed in, as it is kept. */
export interface HandedInAnswer extends Made {
  readonly sha256: string;
  readonly size: number;
}

/**
 * Takes one file and queues its inspection: the request's body, streamed to where it is kept, or what has arrived of an
 * upload (`upload=ID`). An upload becomes the file of its own id, so that one who asks again, because the answer was
 * lost, gets the same answer.
 */
export const POST = guarded("hand-in", async (asker, request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  if (!inspection) return missing();
  const { searchParams } = new URL(request.url);
  const name = storableText(searchParams.get("name") ?? "").slice(0, 400) || "drawing.pdf";
  const digest = statedDigest(request.headers);
  if (!digest.ok) return complainOfFile(digest.problem);
  const waits = await noTurn(asker);
  if (waits) return waits;
  const uploadId = searchParams.get("upload");
  const received = await (uploadId === null
    ? receiveStored(asker, bodyOf(request), { size: statedLength(request), sha256: digest.value })
    : uploaded(asker, uploadId, digest.value));
  if (received && !received.ok) return complainOfFile(received.problem);
  const bytes = received?.value;
  try {
    if (bytes && (await taken(asker, inspectionId, name, bytes))) return made(bytes.stored, bytes);
  } catch (error) {
    // Its sender can come back to an upload, but not to a body.
    if (bytes && uploadId === null) await letGo(bytes.stored);
    throw error;
  }
  const before = uploadId !== null && isId(uploadId) ? await handedInBefore(inspectionId, uploadId) : undefined;
  if (before) return made(before.id, before);
  return bytes ? complain(409, { message: "This file was cancelled on its way." }) : missing();
});

/** Makes what has arrived a file; false where somebody has cancelled it, or taken it already. */
const taken = (asker: Asker, inspectionId: string, name: string, bytes: StoredBytes): Promise<boolean> =>
  handIn(asker, inspectionId, {
    id: bytes.stored,
    name,
    bytes: async (on) => ((await claim(on, bytes.stored)) ? bytes : undefined),
  });

const made = (id: string, { sha256, size }: { sha256: string; size: number }): Response =>
  answer({ id, sha256, size } satisfies HandedInAnswer, 201);

async function uploaded(
  asker: Asker,
  uploadId: string,
  sha256: string | undefined,
): Promise<Result<StoredBytes> | undefined> {
  const upload = isId(uploadId) ? await uploadOf(asker, uploadId) : undefined;
  return upload && arrived(upload, sha256);
}

/** The file that an upload has become already. */
async function handedInBefore(inspectionId: string, uploadId: string) {
  const [row] = await database()
    .select({ id: inspectedFiles.id, sha256: files.sha256, size: files.size })
    .from(inspectedFiles)
    .innerJoin(files, eq(files.sha256, inspectedFiles.sha256))
    .where(and(eq(inspectedFiles.id, uploadId), eq(inspectedFiles.inspectionId, inspectionId)));
  return row;
}
