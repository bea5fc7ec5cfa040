import { existsSync, readdirSync } from "node:fs";
import { getPriority, setPriority } from "node:os";

/** How much work that is done beside stands behind what somebody waits for at a screen, where both want a core (nice). */
const BEHIND = 10;
/** On Linux a priority is of one thread, and these are all of the process. */
const THREADS = "/proc/self/task";

/** The thread that calls stands behind; where a system knows no threads of their own, its process does. */
export const standBehind = (): void => behind(0);

/** Every thread of this process stands behind, those that collect its garbage and compile its code among them. */
export function processStandsBehind(): void {
  const threads = existsSync(THREADS) ? readdirSync(THREADS).map(Number) : [0];
  threads.forEach(behind);
}

function behind(thread: number): void {
  try {
    setPriority(thread, Math.max(BEHIND, getPriority(thread)));
  } catch {
    // Where it may not be said, or the thread has just ended, it is as good as others.
  }
}
