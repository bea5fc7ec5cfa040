import type { IncomingMessage } from "node:http";
import { keptScope } from "./kept-scope";

/**
 * The request as Node.js has it, while one is answered: kept by our server, found by handlers, which are bundled apart
 * from it. There is none where a handler is called by a test, or by a server of another make.
 */
export const incoming = keptScope<IncomingMessage>("incoming");

const AWAY = Symbol.for("hemstitch.away");

/** Notes that a page can't be shown because the database is away: no fault of ours, and worth another try. */
export function noteAway(): void {
  const request = incoming.getStore();
  if (request) Object.assign(request, { [AWAY]: true });
}

export const isAway = (request: IncomingMessage): boolean => AWAY in request;
