import { answer, guarded } from "@/server/access/guarded";
import { find } from "@/server/queries/find";

/** Finds things by the words of `q`; longer questions are cut. */
const LONGEST = 200;

export const GET = guarded("see", async (asker, request) => {
  const typed = new URL(request.url).searchParams.get("q") ?? "";
  return answer({ kinds: await find(asker, typed.slice(0, LONGEST)) });
});
