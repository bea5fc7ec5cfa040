import { existsSync } from "node:fs";
import { join, resolve } from "node:path";
import { MessageChannel } from "node:worker_threads";
import { Piscina } from "piscina";
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

const kept = globalThis as { hemstitchThreads?: Piscina };

/** Memory one thread may take, megabytes: a file that needs more fails alone. */
const THREAD_MEMORY_MB = 2048;

/** Threads of one process. */
export const threadCount = (): number => Number(process.env["HEMSTITCH_THREADS"]) || 2;

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

type Result<T extends ThreadTask> = ThreadProblem | ThreadResults[T["kind"]];

/** Runs a task in a thread; an aborted signal ends the thread. */
export async function inThread<T extends ThreadTask>(
  task: T,
  options: { signal?: AbortSignal; onProgress?: (progress: number) => void } = {},
): Promise<Result<T>> {
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

export const closeThreads = async (): Promise<void> => kept.hemstitchThreads?.destroy();
