import { answer, complain, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { download } from "@/server/making/download";
import { keepFile, officeFileBytes } from "@/server/files/keep";
import { noRoom } from "@/server/files/quota-answers";
import { complainOfFile, receiveFile } from "@/server/files/receive";
import { complainOfWork } from "@/server/making/made-files";
import { draftOf } from "@/server/queries/standard";
import { readUploadedFont } from "@/server/making/standard-fonts";

/** A font that was kept; the height of its capitals as a share of the size. */
export interface FontAnswer {
  readonly family: string;
  readonly sha256: string;
  readonly capHeight: number;
}

/** The file of a font that the draft names, so that its specimens are set in it. */
export const GET = guarded("see-office", async (asker, request) => {
  const wanted = new URL(request.url).searchParams.get("sha256") ?? "";
  const { content } = await draftOf(asker.officeId);
  const named = content.fonts.find((font) => font.sha256 === wanted);
  const [file] = named ? await officeFileBytes(database(), asker.officeId, [wanted]) : [];
  return named && file
    ? download(file.bytes, `${named.family}.font`)
    : complain(404, { message: "The standard names no such font." });
});

/** Takes a font file, and says what family it is; the chapter's list then names it. */
export const POST = guarded("edit-standard", async (asker, request) => {
  const received = await receiveFile(request);
  if (!received.ok) return complainOfFile(received.problem);
  const font = await readUploadedFont(received.value.bytes);
  if (!font.ok) return complainOfWork(font);
  const full = await noRoom(asker, received.value.bytes.length);
  if (full) return full;
  await keepFile(database(), asker, received.value.sha256, received.value.bytes);
  const { family, capHeight } = font;
  return answer({ family, sha256: received.value.sha256, capHeight } satisfies FontAnswer, 201);
});
