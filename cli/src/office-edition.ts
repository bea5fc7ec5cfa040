import { isIP } from "node:net";
import { UsageError } from "./usage-error";

/** More than any standard has; 5,000 layers with all they say take 3 MB. */
const MOST_BYTES = 64 * 2 ** 20;
const MOST_MS = 30_000;

export const isAddress = (argument: string): boolean => /^https?:\/\//i.test(argument);

/**
 * The JSON of the edition in force of the office whose personal token is in HEMSTITCH_TOKEN.
 * A token is not sent over a connection that others can read, nor to wherever the address redirects to.
 * @param address of the application: `https://plans.office.example`.
 */
export async function editionAt(address: string, token = process.env["HEMSTITCH_TOKEN"]): Promise<string> {
  const url = urlOf(address);
  if (!token)
    throw new UsageError(
      `--standard: for ${url.origin} a personal token is needed. Make one on your account page and set HEMSTITCH_TOKEN.`,
    );
  if (url.protocol !== "https:" && !isLoopback(url.hostname))
    throw new UsageError(
      `--standard: ${url.origin} is not encrypted, and the token could be read on the way. Use https.`,
    );
  const response = await fetched(url, token);
  if (response.ok) return limited(response, url);
  throw new UsageError(
    response.status === 401 || response.status === 403
      ? `--standard: ${url.origin} does not accept the token in HEMSTITCH_TOKEN. Make a new one on your account page.`
      : response.status === 404
        ? `--standard: ${url.origin} has no edition in force, or is not this application.`
        : `--standard: ${url.origin} answered with ${response.status}.`,
  );
}

function urlOf(address: string): URL {
  try {
    return new URL("/api/editions/in-force", address);
  } catch {
    throw new UsageError(`--standard: “${address}” is not an address.`);
  }
}

const isLoopback = (host: string): boolean =>
  host === "localhost" || host === "[::1]" || (isIP(host) === 4 && host.startsWith("127."));

async function fetched(url: URL, token: string): Promise<Response> {
  try {
    return await fetch(url, {
      headers: { authorization: `Bearer ${token}` },
      redirect: "error",
      signal: AbortSignal.timeout(MOST_MS),
    });
  } catch (error) {
    const cause = error instanceof Error && error.cause instanceof Error ? error.cause.message : String(error);
    throw new UsageError(`--standard: ${url.origin} can't be reached (${cause}).`);
  }
}

async function limited(response: Response, url: URL): Promise<string> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = response.body?.getReader();
  for (let part = await reader?.read(); part?.value; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > MOST_BYTES) throw new UsageError(`--standard: what ${url.origin} sends is too large for a standard.`);
    chunks.push(part.value);
  }
  return Buffer.concat(chunks).toString("utf8");
}
