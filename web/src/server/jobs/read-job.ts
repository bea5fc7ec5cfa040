import { drawingOfFile } from "../work/kept-drawing";
import { defineJob } from "../work/job";

/** Reads a file again whose drawing was kept by an earlier reader. */
export const readAgain = defineJob<{ readonly sha256: string }>({
  kind: "read-again",
  onError: { problem: "The file could not be read again", remedy: "Try again later." },
  async run({ args, database, signal }) {
    const drawing = await drawingOfFile(database, args.sha256, signal);
    // It is kept already; nothing else hangs on it.
    return drawing ? { done: () => Promise.resolve() } : { problem: "The file can't be read any more." };
  },
});
