import { isId } from "../ids";
import { access, checkHost, Refused, refuseOtherSites, type Asker } from "./access";
import type { Need } from "./roles";

/** What a handler says went wrong; shown to the person as it stands. */
export interface Complaint {
  readonly message: string;
  readonly remedy?: string;
  readonly problems?: readonly { at: string; message: string }[];
}

export const answer = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "Cache-Control": "no-store" } });

export const complain = (status: number, complaint: Complaint): Response => answer(complaint, status);

type Params = Readonly<Record<string, string>>;

interface Context {
  readonly params: Promise<Record<string, string> | undefined>;
}

const changes = (request: Request): boolean => request.method !== "GET" && request.method !== "HEAD";

/** A route handler that asks access first. Every handler is made with this, but for those of `open`. */
export const guarded = (need: Need, handler: (asker: Asker, request: Request, params: Params) => Promise<Response>) =>
  answering(async (request, context) => {
    const asker = await access(request.headers, need, changes(request));
    const params = (await context.params) ?? {};
    if (Object.entries(params).some(([name, value]) => name.endsWith("Id") && !isId(value)))
      throw new Refused(404, "There is no such thing here.");
    return handler(asker, request, params);
  });

/** A handler for those who have not signed in yet: signing in, and taking up an invitation. */
export const open = (handler: (request: Request) => Promise<Response>) =>
  answering(async (request) => {
    refuseOtherSites(request.headers, checkHost(request.headers));
    return handler(request);
  });

function answering(handler: (request: Request, context: Context) => Promise<Response>) {
  return async (request: Request, context: Context): Promise<Response> => {
    try {
      return await handler(request, context);
    } catch (error) {
      if (error instanceof Refused) return complain(error.status, { message: error.message });
      process.stderr.write(
        `${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? error.stack : String(error)}\n`,
      );
      return complain(500, {
        message: "Something went wrong on our side; nothing was changed.",
        remedy: "Try again. If it happens again, tell whoever runs Hemstitch.",
      });
    }
  };
}

export const missing = (): Response =>
  complain(404, { message: "There is no such thing here. It may have been removed." });
