import { createHash } from "node:crypto";
import { bad, good, megabytes, type Problem, type Result } from "@hemstitch/core/quantity";
import { complain } from "../base/answer";
import { whoAsks } from "../base/asking";
import { addressOf } from "../people/where-from";
import { bodyOf } from "./body";
import { inRoom } from "./held-bodies";
import { maxFileBytes, MAX_SMALL_FILE_BYTES } from "./limits";

export const tooLarge = (bytes: number | undefined, limit: number): Result<never> =>
  bad(
    "over-limit",
    `The file has ${bytes === undefined ? "more than the limit" : megabytes(bytes)}; the limit is ${megabytes(limit)}.`,
    { remedy: "Split the drawing, or ask for a higher limit." },
  );

export const NO_FILE = bad("empty-file", "No file was sent.", { remedy: "Choose a file and send it again." });

/** What is answered to a file that was not taken. */
export const complainOfFile = (problem: Problem): Response => complain(STATUS_OF[problem.code] ?? 422, problem);

const STATUS_OF: Readonly<Record<string, number>> = { "over-limit": 413, "over-quota": 429 };

/** Bytes that a request says it will send; undefined where it doesn't say. */
export function statedLength(request: Request): number | undefined {
  const stated = request.headers.get("content-length");
  return stated === null ? undefined : Number(stated);
}

/**
 * Takes a request's body into memory. One over the limit is refused by its stated length, or as soon as it is passed;
 * one that is cut off is refused. Throws `TooManyBodies` where its sender has several on their way, and `TooSlow`.
 */
export async function receiveBytes(request: Request, limit: number): Promise<Result<Uint8Array>> {
  const stated = statedLength(request);
  if (stated !== undefined && stated > limit) return tooLarge(stated, limit);
  if (!request.body) return NO_FILE;
  return inRoom(senderOf(request), stated ?? limit, async (room) => {
    const pieces: Uint8Array[] = [];
    let size = 0;
    for await (const piece of bodyOf(request)) {
      size += piece.length;
      if (size > limit) return tooLarge(undefined, limit);
      room.grow(piece.length);
      pieces.push(piece);
    }
    if (stated !== undefined && size !== stated) return cutOff(size, stated);
    return good(new Uint8Array(Buffer.concat(pieces)));
  });
}

/** Who sends: the person, where they have signed in, else the address. */
const senderOf = (request: Request): string => whoAsks()?.userId ?? addressOf(request.headers);

/** Takes a small file from a request's body into memory, with its SHA-256. */
export async function receiveFile(request: Request): Promise<Result<{ bytes: Uint8Array; sha256: string }>> {
  const received = await receiveBytes(request, Math.min(MAX_SMALL_FILE_BYTES, maxFileBytes()));
  if (!received.ok) return received;
  const bytes = received.value;
  return good({ bytes, sha256: createHash("sha256").update(bytes).digest("hex") });
}

export const cutOff = (size: number, stated: number): Result<never> =>
  bad("cut-off", `Only ${size} of ${stated} bytes arrived, so nothing was kept.`, { remedy: "Send the file again." });
