import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join, resolve } from "node:path";
import { MessageChannel } from "node:worker_threads";
import { Piscina } from "piscina";
import { whoAsks } from "../base/asking";
import { Turns, type ForWhom } from "./turns";
import type { ThreadProblem, ThreadProgress, ThreadResults, ThreadTask } from "./thread-work";

/** The project's folder: HEMSTITCH_ROOT, else the nearest folder above that holds the bundled threads. */
export function projectRoot(): string {
  const said = process.env["HEMSTITCH_ROOT"];
  if (said) return resolve(said);
  const here = process.cwd();
  const found = [here, join(here, "..")].find((each) => existsSync(join(each, "web", "dist", "thread.mjs")));
  if (!found) throw new Error("The bundled threads are missing. Run `npm run build` first, or set HEMSTITCH_ROOT.");
  return found;
}

const kept = globalThis as { hemstitchThreads?: Piscina; hemstitchTurns?: Turns };

/** Memory one thread may take, megabytes: a file that needs more fails alone. */
const THREAD_MEMORY_MB = 2048;

/** Threads of one process: one more than the machine has cores, so that one office can be kept from holding all. */
export const threadCount = (): number => Number(process.env["HEMSTITCH_THREADS"]) || availableParallelism() + 1;

function threads(): Piscina {
  kept.hemstitchThreads ??= new Piscina({
    filename: join(projectRoot(), "web", "dist", "thread.mjs"),
    minThreads: 0,
    maxThreads: threadCount(),
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: THREAD_MEMORY_MB },
  });
  return kept.hemstitchThreads;
}

/** Whose turn it is: no more is handed to the threads than they begin at once. */
function turns(): Turns {
  kept.hemstitchTurns ??= new Turns(threadCount());
  return kept.hemstitchTurns;
}

/** How long work may take that somebody waits for, from when it is begun. Milliseconds. */
const REQUEST_MS = 60_000;
/** How long work of a worker may take: a while, and more for each megabyte of the file. Milliseconds. */
const JOB_MS = 2 * 60_000;
const JOB_MS_PER_MB = 30_000;
const MOST_JOB_MS = 15 * 60_000;

/** When a thread is ended that works for a worker: files ask for work by their size, and what takes longer is not read. */
export function jobMs(task: ThreadTask): number {
  if (!("bytes" in task)) return MOST_JOB_MS;
  return Math.min(MOST_JOB_MS, JOB_MS + Math.ceil(task.bytes.length / 1e6) * JOB_MS_PER_MB);
}
/** Pieces of work that one office may have under way or waiting in this process. */
export const MOST_OF_OFFICE = 12;

/** Work that took longer than it may, and was stopped. */
export class TookTooLong extends Error {
  constructor(ms: number) {
    super(`It took longer than ${Math.round(ms / 1000)} seconds and was stopped.`);
  }
}

/** An office that has as much under way as it may. */
export class TooMuchAtOnce extends Error {}

type Result<T extends ThreadTask> = ThreadProblem | ThreadResults[T["kind"]];

interface ThreadOptions {
  readonly signal?: AbortSignal;
  readonly onProgress?: (progress: number) => void;
  /** When it is ended, milliseconds after it was begun; by the size of its file unless said. */
  readonly deadlineMs?: number;
}

const NOBODY: ForWhom = { officeId: "", userId: "" };

/**
 * Runs a task in a thread when its turn has come; an aborted signal ends the thread, as does the deadline, which counts
 * from when the work begins. Within a request it ends with the request. Throws `TookTooLong` and `TooMuchAtOnce`.
 */
export function inThread<T extends ThreadTask>(task: T, options: ThreadOptions = {}): Promise<Result<T>> {
  const asking = whoAsks();
  const forRequest = asking !== undefined && asking.isJob !== true;
  const { officeId, userId } = asking ?? NOBODY;
  if (forRequest && turns().of(officeId) >= MOST_OF_OFFICE) return Promise.reject(new TooMuchAtOnce());
  const signals = [asking?.signal, options.signal].filter((each) => each !== undefined);
  const signal = signals.length > 0 ? AbortSignal.any(signals) : undefined;
  const ms = options.deadlineMs ?? (forRequest ? REQUEST_MS : jobMs(task));
  return turns().take({ officeId, userId }, signal, () =>
    within(ms, task, { ...options, ...(signal ? { signal } : {}) }),
  );
}

async function within<T extends ThreadTask>(ms: number, task: T, options: ThreadOptions): Promise<Result<T>> {
  const deadline = AbortSignal.timeout(ms);
  const signal = options.signal ? AbortSignal.any([options.signal, deadline]) : deadline;
  try {
    return await run(task, { ...options, signal });
  } catch (error) {
    throw deadline.aborted ? new TookTooLong(ms) : error;
  }
}

async function run<T extends ThreadTask>(task: T, options: ThreadOptions): Promise<Result<T>> {
  const { port1, port2 } = new MessageChannel();
  port1.on("message", ({ progress }: ThreadProgress) => options.onProgress?.(progress));
  try {
    return (await threads().run(
      { task, port: port2 },
      { transferList: [port2], ...(options.signal ? { signal: options.signal } : {}) },
    )) as Result<T>;
  } finally {
    port1.close();
  }
}

/** How much is begun before what somebody waits for here; undefined where nothing of theirs waits. */
export const begunBefore = (whom: ForWhom): number | undefined => turns().before(whom);

export const closeThreads = async (): Promise<void> => kept.hemstitchThreads?.destroy();
