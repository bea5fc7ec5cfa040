import { parentPort } from "node:worker_threads";
import { readAndInspect } from "@hemstitch/core/inspect";
import { mendFile } from "@hemstitch/core/mend";
import { nodeInflate } from "@hemstitch/core/node";
import { preset } from "@hemstitch/core/standard";

/** What became of one file: what was answered, or what should never be. */
export interface Outcome {
  readonly id: number;
  readonly answer: "read" | "refused" | "mended" | "not mended" | "wrong";
  readonly why?: string;
}

const standard = preset("tarnwick")!;

function* numbersThatAreNone(value: unknown, at: string): Generator<string> {
  if (typeof value === "number") {
    if (!Number.isFinite(value)) yield at;
  } else if (ArrayBuffer.isView(value)) {
    for (const each of value as Float32Array)
      if (!Number.isFinite(each)) {
        yield at;
        return;
      }
  } else if (typeof value === "object" && value !== null)
    for (const [key, each] of Object.entries(value)) yield* numbersThatAreNone(each, `${at}.${key}`);
}

async function tried(bytes: Uint8Array, mend: boolean): Promise<Omit<Outcome, "id">> {
  const options = { inflate: nodeInflate };
  const read = await readAndInspect(bytes, standard, options);
  if (!read.ok) return { answer: "refused" };
  const [none] = numbersThatAreNone(read.value.drawing, "drawing");
  if (none !== undefined) return { answer: "wrong", why: `${none} holds a number that is none` };
  const failed = read.value.inspected.notJudged.find(({ reason }) => reason.includes("failed on this drawing"));
  if (failed) return { answer: "wrong", why: failed.reason };
  if (!mend) return { answer: "read" };
  const mended = await mendFile(bytes, standard, options);
  return { answer: mended.ok ? "mended" : "not mended", ...(mended.ok ? {} : { why: mended.problem.message }) };
}

parentPort!.on("message", ({ id, bytes, mend }: { id: number; bytes: Uint8Array; mend: boolean }) => {
  tried(bytes, mend).then(
    (outcome) => parentPort!.postMessage({ id, ...outcome } satisfies Outcome),
    (error: unknown) =>
      parentPort!.postMessage({
        id,
        answer: "wrong",
        why: error instanceof Error ? (error.stack ?? error.message) : String(error),
      } satisfies Outcome),
  );
});
