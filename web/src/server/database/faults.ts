/** What can be wrong with the database itself, rather than with what it was asked. */
export type DatabaseFault = "away" | "full";

/**
 * SQLSTATE codes (PostgreSQL, appendix A) of a server that is stopping, starting or gone: connection exceptions of
 * class 08, and of class 57 those for shutting down, crashing and not yet accepting connections. 53300 is a server
 * with no connection left.
 */
const AWAY = /^(08|57P0[123]$|53300$)/;
/** A full disk. */
const FULL = "53100";
/** What Node.js says of a connection that can't be made or was cut. */
const CUT = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "ENOTFOUND",
  "EHOSTUNREACH",
  "ERR_STREAM_DESTROYED",
  "ERR_STREAM_WRITE_AFTER_END",
  "ERR_SOCKET_CLOSED",
]);
/** What the driver says of one, without a code. */
const CUT_WORDS =
  /^(Connection terminated|Client has encountered a connection error|Client was closed|timeout exceeded when trying to connect)/;

/** What is wrong with the database by an error of the driver, wherever in its causes it stands; undefined for others. */
export function databaseFault(error: unknown): DatabaseFault | undefined {
  for (let each = error; each instanceof Error; each = each.cause) {
    const fault = faultOf(each);
    if (fault) return fault;
  }
  return undefined;
}

function faultOf(error: Error): DatabaseFault | undefined {
  const code = "code" in error && typeof error.code === "string" ? error.code : "";
  if (code === FULL) return "full";
  // Every address of a host was tried: what was wrong with each stands within.
  if (error instanceof AggregateError) return error.errors.map(databaseFault).find((each) => each !== undefined);
  return AWAY.test(code) || CUT.has(code) || CUT_WORDS.test(error.message) ? "away" : undefined;
}
