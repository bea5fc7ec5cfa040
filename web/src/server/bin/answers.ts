import type { Asker } from "../access/access";
import { answer, complain } from "../base/answer";
import { putBack, takeAway, type Outcome } from "./bin";
import type { BinKind } from "./kinds";

/** What was taken away or put back. */
export interface MovedAnswer {
  readonly id: string;
  readonly name: string;
}

const moved = (outcome: Outcome): Response =>
  outcome.ok
    ? answer({ id: outcome.thing.id, name: outcome.thing.name } satisfies MovedAnswer)
    : complain(outcome.status, outcome.complaint);

export const takenAway = async (asker: Asker, kind: BinKind, id: string): Promise<Response> =>
  moved(await takeAway(asker, kind, id));

export const putBackAgain = async (asker: Asker, kind: BinKind, id: string): Promise<Response> =>
  moved(await putBack(asker, kind, id));
