import { countFromHere, knowing } from "../database/written";
import { OPEN_FORM } from "../files/limits";
import { isId } from "../base/ids";
import { access, checkHost, Refused, refuseOtherSites, type Asker } from "./access";
import { complain } from "../base/answer";
import { onBehalf } from "../base/asking";
import { failure } from "./failure";
import type { Need } from "./roles";

export { answer, complain, type Complaint } from "../base/answer";
export { later } from "./failure";

type Params = Readonly<Record<string, string>>;

interface Context {
  readonly params: Promise<Record<string, string> | undefined>;
}

const changes = (request: Request): boolean => request.method !== "GET" && request.method !== "HEAD";

/** A route handler that asks access first. Every handler is made with this, but for those of `open`. */
export const guarded = (need: Need, handler: (asker: Asker, request: Request, params: Params) => Promise<Response>) =>
  answering(async (request, context) => {
    const asker = await access(request.headers, need, changes(request));
    // That a token was used is noted; it is not what was asked for.
    countFromHere();
    const params = (await context.params) ?? {};
    if (Object.entries(params).some(([name, value]) => name.endsWith("Id") && !isId(value)))
      throw new Refused(404, "There is no such thing here.");
    return onBehalf({ officeId: asker.officeId, userId: asker.userId, signal: request.signal }, () =>
      handler(asker, request, params),
    );
  });

/** A handler for those who have not signed in yet: signing in, and taking up an invitation. */
export const open = (handler: (request: Request) => Promise<Response>) =>
  answering(async (request) => {
    refuseOtherSites(request.headers, checkHost(request.headers));
    // Before a byte of it is read: who has not signed in has little to say.
    if (Number(request.headers.get("content-length") ?? 0) > OPEN_FORM.bytes)
      return complain(413, { message: "What was sent is too large to be read." });
    return handler(request);
  });

/** A handler for the probes of proxies and supervisors, which come by any name, and are told nothing of anybody. */
export const probed = (handler: () => Promise<Response>) => answering(handler);

function answering(handler: (request: Request, context: Context) => Promise<Response>) {
  return (request: Request, context: Context): Promise<Response> =>
    knowing(
      () => handler(request, context),
      (error, stored) => failure(error, stored, request),
    );
}

export const missing = (): Response =>
  complain(404, { message: "There is no such thing here. It may have been removed." });
