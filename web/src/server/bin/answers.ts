import type { Asker } from "../access/access";
import { answer, complain, missing } from "../access/guarded";
import { putBack, takeAway, type Outcome } from "./bin";
import type { BinKind } from "./kinds";

/** What was taken away or put back. */
export interface MovedAnswer {
  readonly id: string;
  readonly name: string;
}

function moved(outcome: Outcome): Response {
  switch (outcome.kind) {
    case "moved":
      return answer({ id: outcome.thing.id, name: outcome.thing.name } satisfies MovedAnswer);
    case "missing":
      return missing();
    case "not-yours":
      return complain(403, { message: "Somebody else handed this in; only they or the office can do that." });
    case "refused":
      return complain(409, outcome.complaint);
  }
}

export const takenAway = async (asker: Asker, kind: BinKind, id: string): Promise<Response> =>
  moved(await takeAway(asker, kind, id));

export const putBackAgain = async (asker: Asker, kind: BinKind, id: string): Promise<Response> =>
  moved(await putBack(asker, kind, id));
