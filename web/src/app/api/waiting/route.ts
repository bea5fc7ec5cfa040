import { answer, guarded } from "@/server/access/guarded";
import { begunBefore } from "@/server/work/threads";

/** What the asker's own requests wait for. */
export interface WaitingAnswer {
  /** How many pieces of work are begun before theirs; null where nothing of theirs waits for its turn. */
  readonly before: number | null;
}

export const GET = guarded("see", (asker) =>
  Promise.resolve(answer({ before: begunBefore(asker) ?? null } satisfies WaitingAnswer)),
);
