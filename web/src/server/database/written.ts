import { keptScope } from "../base/kept-scope";

/** What a request has done to the database so far. */
interface Written {
  /** Transactions that are open. */
  open: number;
  /** Something that it wrote is stored, or may be: its connection was lost before the database said so. */
  stored: boolean;
}

const scope = keptScope<Written>("written");

const BEGINS = /^\s*begin\b/i;
const ENDS = /^\s*(commit|rollback(?!\s+to))\b/i;
const COMMITS = /^\s*commit\b/i;
const WRITES = /^\s*(with\b[^]*\b)?(insert|update|delete)\b/i;

/**
 * Does something and, where it fails, says whether anything of it is stored: so that nobody is told that nothing was
 * changed when something was.
 */
export async function knowing<T>(doing: () => Promise<T>, failed: (error: unknown, stored: boolean) => T): Promise<T> {
  const written: Written = { open: 0, stored: false };
  try {
    return await scope.run(written, doing);
  } catch (error) {
    return failed(error, written.stored);
  }
}

/** From here on it counts: what was written so far says nothing of what was asked for. */
export function countFromHere(): void {
  const written = scope.getStore();
  if (written) written.stored = false;
}

/** Told of every statement when it is sent; gives what is to be told of its end: done, or the connection lost. */
export function noteStatement(text: string): ((end: "done" | "failed" | "lost") => void) | undefined {
  const written = scope.getStore();
  if (!written) return undefined;
  if (BEGINS.test(text)) written.open++;
  const counts = COMMITS.test(text) || (written.open === 0 && WRITES.test(text));
  const ends = ENDS.test(text);
  if (!counts && !ends) return undefined;
  return (end) => {
    if (ends) written.open = Math.max(0, written.open - 1);
    if (counts && end !== "failed") written.stored = true;
  };
}
