import { createHash } from "node:crypto";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import { maxFileBytes } from "./limits";

const megabytes = (bytes: number): string => `${Math.round(bytes / 2 ** 20)} MB`;

const tooLarge = (bytes: number | undefined): Result<never> =>
  bad(
    "over-limit",
    `The file has ${bytes === undefined ? "more than the limit" : megabytes(bytes)}; the limit is ${megabytes(maxFileBytes())}.`,
    { remedy: "Split the drawing, or ask for a higher limit." },
  );

/** Takes a file from a request's body. One over the limit is refused by its stated length, or as soon as it is passed. */
export async function receiveFile(request: Request): Promise<Result<{ bytes: Uint8Array; sha256: string }>> {
  const stated = Number(request.headers.get("content-length"));
  const limit = maxFileBytes();
  if (stated > limit) return tooLarge(stated);
  const reader = request.body?.getReader();
  if (!reader) return bad("empty-file", "No file was sent.", { remedy: "Choose a file and send it again." });
  const pieces: Uint8Array[] = [];
  let size = 0;
  const hash = createHash("sha256");
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    size += piece.value.length;
    if (size > limit) {
      await reader.cancel();
      return tooLarge(undefined);
    }
    hash.update(piece.value);
    pieces.push(piece.value);
  }
  return good({ bytes: new Uint8Array(Buffer.concat(pieces)), sha256: hash.digest("hex") });
}
