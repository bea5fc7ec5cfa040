import type { UploadAnswer } from "@/app/api/uploads/route";
import { ApiError, getJson, sendBody, sendJson } from "./api";
import { FileDigest } from "./file-digest";

/** Bytes that go in one request; what has arrived of it stays where the connection is lost. */
export const PART_BYTES = 4 * 2 ** 20;
/** Waits between tries after a lost connection, milliseconds; the last one goes on. */
const WAITS_MS = [500, 1_000, 2_000, 5_000];
/** So many tries in a row without a byte arriving, some ten minutes, and the file is given up. */
const MOST_TRIES = 120;

/** What a sender may want to hear. */
export interface Sending {
  readonly signal: AbortSignal;
  /** Bytes that have arrived. */
  readonly onProgress: (bytes: number) => void;
  /** The connection is lost, and tried again; or it is there again. */
  readonly onWaiting: (waiting: boolean) => void;
}

/** The connection was lost, or the server is away for a moment: worth another try. */
const isPassing = (error: unknown): boolean => error instanceof ApiError && [0, 502, 503, 504].includes(error.status);
const isElsewhere = (error: unknown): boolean => error instanceof ApiError && error.status === 409;

/**
 * Sends a file in parts. After a lost connection it asks what has arrived and goes on from there. `finish` is asked,
 * as often as it takes, to make a file of what has arrived. Cancelled, or given up, nothing of it stays.
 */
export async function sendLarge(
  file: Blob,
  sending: Sending,
  finish: (upload: string, digest: string) => Promise<unknown>,
): Promise<void> {
  const trying = <T>(doing: () => Promise<T>): Promise<T> => persistently(doing, sending);
  const { id } = await trying(() => sendJson<UploadAnswer>("POST", "/api/uploads", { size: file.size }));
  const digest = new FileDigest();
  let hashed = 0;
  let arrived = 0;
  try {
    while (arrived < file.size) {
      const part = file.slice(arrived, arrived + PART_BYTES);
      if (arrived + part.size > hashed) {
        await digest.add(file.slice(hashed, arrived + part.size));
        hashed = arrived + part.size;
      }
      arrived = await trying(() => sendPart(id, arrived, part, sending.signal));
      sending.onProgress(arrived);
    }
    const whole = digest.header();
    await trying(() => finish(id, whole));
  } catch (error) {
    await sendJson("DELETE", `/api/uploads/${id}`).catch(() => undefined);
    throw error;
  }
}

/** Sends one part, and says how much has arrived of all; where it was lost on the way, as much as has. */
async function sendPart(id: string, from: number, part: Blob, signal: AbortSignal): Promise<number> {
  const path = `/api/uploads/${id}`;
  try {
    return (await sendBody<UploadAnswer>("PUT", `${path}?from=${from}`, part, signal)).received;
  } catch (error) {
    if (!isPassing(error) && !isElsewhere(error)) throw error;
    const { received } = await getJson<UploadAnswer>(path);
    if (received <= from) throw error;
    return received;
  }
}

async function persistently<T>(doing: () => Promise<T>, { signal, onWaiting }: Sending): Promise<T> {
  for (let tries = 0; ; tries++) {
    signal.throwIfAborted();
    try {
      const done = await doing();
      if (tries > 0) onWaiting(false);
      return done;
    } catch (error) {
      if (signal.aborted || !isPassing(error) || tries >= MOST_TRIES) throw error;
      onWaiting(true);
      await pause(WAITS_MS[Math.min(tries, WAITS_MS.length - 1)] ?? 0, signal);
    }
  }
}

const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const done = (): void => {
      clearTimeout(timer);
      signal.removeEventListener("abort", done);
      resolve();
    };
    const timer = setTimeout(done, ms);
    signal.addEventListener("abort", done);
  });
