/**
 * What happened, for a log, without what was sent to the database: passwords, tokens and names of people have no place
 * there. Errors are told by the first line of their messages and where they were thrown; the values that statements
 * came with, which the library hangs on its errors and writes into their messages, are left out.
 */
export function forTheLog(value: unknown): string {
  if (value instanceof Error) return `${messagesOf(value)}\n${placesOf(value)}`.trimEnd();
  return withoutValues(typeof value === "string" ? value : plainly(value));
}

/** A value that is no text and no error; what can't be written as JSON is told by its kind. */
function plainly(value: unknown): string {
  try {
    return JSON.stringify(value) ?? String(value);
  } catch {
    return Object.prototype.toString.call(value);
  }
}

/** The messages of an error and of what caused it, a line of each. */
export const messagesOf = (error: unknown): string =>
  error instanceof Error
    ? [error.message.split("\n")[0], error.cause instanceof Error ? messagesOf(error.cause) : ""]
        .filter(Boolean)
        .join(": ")
    : "";

const placesOf = (error: Error): string =>
  (error.stack ?? "")
    .split("\n")
    .filter((line) => /^\s+at /.test(line))
    .join("\n");

const withoutValues = (text: string): string =>
  text
    .split("\n")
    .filter((line) => !/^\s*params:/.test(line))
    .join("\n");

/** What any library writes on the error console is written as it is to stand in the log. */
export function logPlainly(): void {
  const write = (...said: readonly unknown[]): void => void process.stderr.write(`${said.map(forTheLog).join(" ")}\n`);
  Object.assign(console, { error: write, warn: write });
}
