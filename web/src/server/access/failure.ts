import { forTheLog, messagesOf } from "../base/for-the-log";
import { databaseFault } from "../database/faults";
import { TooManyBodies } from "../files/held-bodies";
import { TooSlow } from "../files/pace";
import { TookTooLong, TooMuchAtOnce } from "../work/threads";
import { TooManySignIns } from "../people/hashing";
import { Refused } from "./access";
import { complain, type Complaint } from "../base/answer";

/** After so many seconds it is worth asking again. */
const RETRY_AFTER_S = 5;

const NOTHING = "Nothing was stored.";
const PERHAPS = "What you asked for may be stored, whole or in part: look before you do it again.";

/** What is answered where something went wrong that no handler foresaw; `stored` says whether it may have stored anything. */
export function failure(error: unknown, stored: boolean, request: Request): Response {
  if (error instanceof Refused) return complain(error.status, { message: error.message });
  const happened = stored ? PERHAPS : NOTHING;
  // Who has gone is not answered, and no fault of ours.
  if (isCutOff(error)) return complain(400, { message: `The connection was lost on the way. ${happened}` });
  if (error instanceof TooMuchAtOnce)
    return later({
      message: "Your office already has several of these running.",
      remedy: "Wait until they are done, then try again.",
    });
  if (error instanceof TooManySignIns)
    return later({ message: "Too many people are signing in at the moment.", remedy: "Try again in a moment." });
  if (error instanceof TooManyBodies)
    return later({ message: "You are already sending several files.", remedy: "Wait until they have arrived." });
  if (error instanceof TooSlow)
    return hangUp(
      complain(408, { message: `It arrived too slowly and was stopped. ${happened}`, remedy: "Send it again." }),
    );
  if (error instanceof TookTooLong)
    return complain(422, { message: error.message, remedy: "Take less of it at a time: a smaller table or drawing." });
  const fault = databaseFault(error);
  const where = `${request.method} ${new URL(request.url).pathname}`;
  process.stderr.write(`${where}: ${fault ? messagesOf(error) : forTheLog(error)}\n`);
  switch (fault) {
    case "away":
      return later({
        message: `The database can\'t be reached. ${happened}`,
        remedy: "Wait a moment, then try again.",
      });
    case "full":
      return complain(507, {
        message: `The server's disk is full. ${happened}`,
        remedy: "Tell your administrator, then try again.",
      });
    case undefined:
      return complain(500, {
        message: `Something went wrong on our side. ${happened}`,
        remedy: "Try again. If it happens again, tell your administrator.",
      });
  }
}

/** An answer after which the line is cut: the rest of what was being sent is not waited for. */
function hangUp(response: Response): Response {
  response.headers.set("Connection", "close");
  return response;
}

/** “Not now”, with how long to wait. */
export function later(complaint: Complaint, seconds = RETRY_AFTER_S): Response {
  const response = complain(503, complaint);
  response.headers.set("Retry-After", String(seconds));
  return response;
}

const isCutOff = (error: unknown): boolean =>
  error instanceof Error &&
  (error.name === "AbortError" || (error.message === "aborted" && "code" in error && error.code === "ECONNRESET"));
