import { answer, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { keepFile } from "@/server/files/keep";
import { noRoom } from "@/server/files/quota-answers";
import { complainOfFile, receiveFile } from "@/server/files/receive";
import { inThread } from "@/server/work/threads";
import { complainOfWork } from "@/server/making/made-files";

/** How long looking at a picture may take, milliseconds. */
const PICTURE_MS = 5_000;

/** A picture that was kept. */
export interface PictureAnswer {
  readonly sha256: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Takes the picture of a stamp; a frame's fixed item then names it. */
export const POST = guarded("edit-standard", async (asker, request) => {
  const received = await receiveFile(request);
  if (!received.ok) return complainOfFile(received.problem);
  const { bytes, sha256 } = received.value;
  const picture = await inThread({ kind: "read-picture", bytes }, { deadlineMs: PICTURE_MS });
  if (!picture.ok) return complainOfWork(picture);
  const full = await noRoom(asker, bytes.length);
  if (full) return full;
  await keepFile(database(), asker, sha256, bytes);
  return answer({ sha256, widthPx: picture.widthPx, heightPx: picture.heightPx } satisfies PictureAnswer, 201);
});
