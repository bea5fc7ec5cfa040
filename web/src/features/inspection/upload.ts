import { megabytes } from "@hemstitch/core/quantity";
import type { Made } from "@/server/forms/answers";
import { sendBody, sendJson, wordsOf } from "../shared/api";
import { FileDigest } from "../shared/file-digest";
import { PART_BYTES, sendLarge, type Sending } from "../shared/send-large";

/** What is being sent, of how many files and bytes. */
export interface Progress {
  readonly name: string;
  readonly nth: number;
  readonly files: number;
  readonly bytes: number;
  readonly ofBytes: number;
  /** The connection is lost, and tried again. */
  readonly waiting: boolean;
}

/**
 * Makes an inspection of dropped files, of a plan set or of none, and sends them one after the other. Returns its id
 * and what could not be taken; nothing where it was cancelled before anything arrived.
 */
export async function uploadFiles(
  files: readonly File[],
  maxBytes: number,
  planSetId: string | null,
  onProgress: (progress: Progress) => void,
  signal: AbortSignal,
): Promise<{ id: string; sent: number; refused: string[] }> {
  const [first] = files;
  const name =
    files.length === 1 && first
      ? first.name
      : `${files.length} files, ${new Date().toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}`;
  const { id } = await sendJson<Made>("POST", "/api/inspections", {
    name,
    ...(planSetId === null ? {} : { planSetId }),
  });
  const refused: string[] = [];
  const ofBytes = files.reduce((sum, file) => sum + file.size, 0);
  let before = 0;
  let sent = 0;
  for (const [i, file] of files.entries()) {
    if (signal.aborted) break;
    let now: Progress = { name: file.name, nth: i + 1, files: files.length, bytes: before, ofBytes, waiting: false };
    const tell = (change: Partial<Progress>): void => onProgress((now = { ...now, ...change }));
    tell({});
    try {
      if (file.size > maxBytes)
        throw new Error(`It has ${megabytes(file.size)}; the limit is ${megabytes(maxBytes)}. It was not sent.`);
      await sendOne(id, file, {
        signal,
        onProgress: (bytes) => tell({ bytes: before + bytes }),
        onWaiting: (waiting) => tell({ waiting }),
      });
      sent++;
    } catch (error) {
      if (!signal.aborted) refused.push(`${file.name}: ${wordsOf(error)}`);
    }
    before += file.size;
  }
  return { id, sent, refused };
}

/** One that goes in one part is sent in one request; a larger one in parts, so that it can go on where it was lost. */
async function sendOne(inspectionId: string, file: File, sending: Sending): Promise<void> {
  const path = `/api/inspections/${inspectionId}/files?name=${encodeURIComponent(file.name)}`;
  if (file.size <= PART_BYTES) {
    const digest = new FileDigest();
    await digest.add(file);
    await sendBody("POST", path, file, sending.signal, { "Repr-Digest": digest.header() });
    return;
  }
  await sendLarge(file, sending, (upload, digest) =>
    sendBody("POST", `${path}&upload=${upload}`, new Blob([]), sending.signal, { "Repr-Digest": digest }),
  );
}
