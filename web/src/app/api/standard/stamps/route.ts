import { readPictureFile } from "@hemstitch/core/formats/picture-file";
import { answer, complain, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { keepFile } from "@/server/files/keep";
import { complainOfFile, receiveFile } from "@/server/files/receive";

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
  const picture = readPictureFile(bytes);
  if (!picture.ok) return complain(422, picture.problem);
  await keepFile(database(), asker.officeId, sha256, bytes);
  return answer(
    { sha256, widthPx: picture.value.widthPx, heightPx: picture.value.heightPx } satisfies PictureAnswer,
    201,
  );
});
