import { answer, guarded } from "@/server/access/guarded";
import { noTurn } from "@/server/files/quota-answers";
import { drawingsBehind, judgeFilesAgain } from "@/server/queries/judged";

/** How many drawings were queued to be judged again. */
export interface JudgedAgainAnswer {
  readonly queued: number;
}

/** Has every drawing judged again that was judged by an edition that is no longer in force. */
export const POST = guarded("mend", async (asker) => {
  const waits = await noTurn(asker);
  if (waits) return waits;
  return answer({ queued: await judgeFilesAgain(asker, await drawingsBehind(asker)) } satisfies JudgedAgainAnswer, 202);
});
