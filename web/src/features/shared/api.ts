import { whileAsked } from "./long-asked";

/** What the server says went wrong, in words for people. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: readonly { at: string; message: string }[] = [],
    /** Entries that somebody else changed meanwhile. */
    readonly conflicts: readonly unknown[] = [],
  ) {
    super(message);
  }
}

async function errorOf(response: Response): Promise<ApiError> {
  try {
    const { message, remedy, problems, conflicts } = (await response.json()) as {
      message?: string;
      remedy?: string;
      problems?: { at: string; message: string }[];
      conflicts?: unknown[];
    };
    const words = [message, remedy].filter(Boolean).join(" ") || response.statusText;
    return new ApiError(response.status, words, problems, conflicts);
  } catch {
    return new ApiError(response.status, `The server answered ${response.status}.`);
  }
}

async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await whileAsked(fetch(path, init));
  } catch {
    throw new ApiError(0, "The server can't be reached. Is it still running?");
  }
  if (!response.ok) throw await errorOf(response);
  return response;
}

export const getJson = async <T>(path: string): Promise<T> => (await (await send(path, {})).json()) as T;

/** Browsers finish requests up to 64 KiB after the page is left (Fetch standard); a little less is left for headers. */
const LARGEST_KEPT_ALIVE = 60_000;

/** A change goes through even where the page is left at once. */
export async function sendJson<T>(
  method: "POST" | "PUT" | "PATCH" | "DELETE",
  path: string,
  value: unknown = {},
): Promise<T> {
  const body = JSON.stringify(value);
  const response = await send(path, {
    method,
    headers: { "Content-Type": "application/json" },
    body,
    keepalive: body.length <= LARGEST_KEPT_ALIVE,
  });
  return (await response.json()) as T;
}

/** Sends bytes as they are. */
export const sendBody = async <T>(
  method: "POST" | "PUT",
  path: string,
  body: Blob,
  signal?: AbortSignal,
  headers: Readonly<Record<string, string>> = {},
): Promise<T> =>
  (await (
    await send(path, {
      method,
      headers: { "Content-Type": "application/octet-stream", ...headers },
      body,
      ...(signal ? { signal } : {}),
    })
  ).json()) as T;

export const sendFile = <T>(path: string, file: Blob): Promise<T> => sendBody<T>("POST", path, file);

export async function getBytes(
  path: string,
  init: RequestInit = {},
): Promise<{ bytes: Uint8Array; headers: Headers; status: number }> {
  const response = await send(path, init);
  return { bytes: new Uint8Array(await response.arrayBuffer()), headers: response.headers, status: response.status };
}

export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
