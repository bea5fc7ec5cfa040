import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { join } from "node:path";
import next from "next";
import { databaseUrl } from "../database/client";
import { forTheLog, logPlainly } from "../base/for-the-log";
import { projectRoot } from "../work/threads";
import { isSecure } from "../people/cookies";
import { secret } from "../people/secret";
import { endIfStill } from "../base/watchdog";
import { incoming, isAway } from "../base/incoming";
import { PEER_HEADER } from "../base/peer";
import { METHODS, refusalOf, type Refusal } from "./refusals";
import { warmUp } from "./warm";

/** A file over a slow line takes its time: an hour for the whole of a request, a minute for its head. */
const REQUEST_MS = 60 * 60_000;
const HEAD_MS = 60_000;
/** A connection that rests is kept longer than proxies and browsers keep theirs, so that none is closed under a request. */
const REST_MS = 75_000;
/** How long a sender that was refused may go on sending, so that it hears the answer before the line is cut. */
const LINGER_MS = 2_000;

/**
 * The web process: Next.js behind a server of our own. It turns away what no handler has to see, says to handlers where
 * a request comes from, and lets them slow down who sends them a file.
 */
async function main(): Promise<void> {
  logPlainly();
  // What is missing is said at the start, not to whoever comes first.
  secret();
  databaseUrl();
  endIfStill("web");
  const port = Number(process.env["PORT"]) || 3000;
  const hostname = process.env["HEMSTITCH_HOST"] ?? "127.0.0.1";
  const app = next({ dev: false, dir: join(projectRoot(), "web"), hostname, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const answerTo = (request: IncomingMessage, response: ServerResponse): void => {
    const refusal = refusalOf(request);
    if (refusal) return refuse(request, response, refusal);
    if (isSecure()) response.setHeader("Strict-Transport-Security", "max-age=31536000");
    answeringAway(request, response);
    // What a client writes there itself counts for nothing.
    request.headers[PEER_HEADER] = request.socket.remoteAddress ?? "";
    incoming.run(request, () => {
      handle(request, response).catch((error: unknown) => fail(response, error));
    });
  };
  const server = createServer(
    { requestTimeout: REQUEST_MS, headersTimeout: HEAD_MS, keepAliveTimeout: REST_MS },
    answerTo,
  );
  // A sender that asks first is told no before it has sent anything.
  server.on("checkContinue", (request: IncomingMessage, response: ServerResponse) => {
    if (!refusalOf(request)) response.writeContinue();
    answerTo(request, response);
  });
  server.on("error", (error) => {
    process.stderr.write(`web: ${error.message}\n`);
    process.exit(1);
  });
  server.listen(port, hostname, () => {
    process.stdout.write(`web ${process.pid}: http://${hostname}:${port}\n`);
    void warmUp(`http://${hostname}:${port}`);
  });
  for (const signal of ["SIGINT", "SIGTERM"] as const)
    process.once(signal, () => {
      server.close(() => process.exit(0));
      server.closeIdleConnections();
      setTimeout(() => process.exit(0), LINGER_MS).unref();
    });
}

/** A page that could not be shown because the database is away says so to programs, too. */
function answeringAway(request: IncomingMessage, response: ServerResponse): void {
  const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => ServerResponse;
  response.writeHead = (status: number, ...rest: unknown[]): ServerResponse => {
    if (status !== 500 || !isAway(request)) return writeHead(status, ...rest);
    response.setHeader("Retry-After", "5");
    return writeHead(503, ...rest);
  };
}

function refuse(request: IncomingMessage, response: ServerResponse, { status, message, remedy }: Refusal): void {
  const body = JSON.stringify({ message, remedy });
  response.writeHead(status, {
    "Content-Type": "application/json",
    "Content-Length": Buffer.byteLength(body),
    "Cache-Control": "no-store",
    ...(status === 405 ? { Allow: METHODS.join(", ") } : {}),
    "X-Content-Type-Options": "nosniff",
    Connection: "close",
  });
  response.end(body);
  // What still comes is let go unread, and not for long.
  request.resume();
  setTimeout(() => request.socket.destroy(), LINGER_MS).unref();
}

function fail(response: ServerResponse, error: unknown): void {
  process.stderr.write(`web: ${forTheLog(error)}\n`);
  if (!response.headersSent) response.writeHead(500);
  response.end();
}

await main().catch((error: unknown) => {
  process.stderr.write(`web: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
