import { readFontFile } from "@hemstitch/core/formats/font-file";
import { answer, complain, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { keepFile } from "@/server/files/keep";
import { receiveFile } from "@/server/files/receive";

/** Takes a font file, and says what family it is; the chapter's list then names it. */
export const POST = guarded("edit-standard", async (_asker, request) => {
  const received = await receiveFile(request);
  if (!received.ok) return complain(413, received.problem);
  const font = readFontFile(received.value.bytes);
  if (!font.ok) return complain(422, font.problem);
  await keepFile(database(), received.value.sha256, received.value.bytes);
  return answer({ family: font.value.family, sha256: received.value.sha256, capHeight: font.value.capHeight }, 201);
});
