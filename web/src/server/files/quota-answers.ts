import { database } from "../database/client";
import { roomFor, turnFor, type Bringer } from "./quotas";
import { complainOfFile } from "./receive";

/** What is answered to who has as many jobs as they may; undefined where one more may be queued. */
export async function noTurn(asker: Bringer): Promise<Response | undefined> {
  const turn = await turnFor(database(), asker);
  return turn.ok ? undefined : complainOfFile(turn.problem);
}

/** What is answered to who has brought as much as they may; undefined where there is room for so many bytes more. */
export async function noRoom(asker: Bringer, bytes: number): Promise<Response | undefined> {
  const room = await roomFor(database(), asker, bytes);
  return room.ok ? undefined : complainOfFile(room.problem);
}
