import type { IncomingMessage } from "node:http";
import { megabytes } from "@hemstitch/core/quantity";
import { maxFileBytes } from "../files/limits";

/** Why a request is turned away before anything of it is looked at. */
export interface Refusal {
  readonly status: 400 | 405 | 413 | 414;
  readonly message: string;
  readonly remedy: string;
}

/** Longest address and query that a page of ours has, and much more. */
const LONGEST_ADDRESS = 8_000;

const isWritten = (address: string): boolean => {
  try {
    return !decodeURIComponent(address).includes("\0");
  } catch {
    return false;
  }
};

/** What can be asked with; TRACE, and whatever else somebody may think of, is nothing for a handler. */
export const METHODS = ["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"] as const;

/** What no handler has to see: methods that there are not, addresses that can't be read, and bodies over the limit by their own word. */
export function refusalOf({ method = "GET", url = "/", headers }: IncomingMessage): Refusal | undefined {
  if (!(METHODS as readonly string[]).includes(method))
    return { status: 405, message: "This address does not accept that method.", remedy: "Ask with GET or POST." };
  if (url.length > LONGEST_ADDRESS)
    return { status: 414, message: "This address is too long.", remedy: "Go back, and follow a link." };
  if (!url.startsWith("/") || !isWritten(url))
    return { status: 400, message: "This address can't be read.", remedy: "Go back, and follow a link." };
  const [stated, limit] = [Number(headers["content-length"] ?? 0), maxFileBytes()];
  if (stated > limit)
    return {
      status: 413,
      message: `The file has ${megabytes(stated)}; the limit is ${megabytes(limit)}. Nothing of it was read.`,
      remedy: "Split the drawing, or ask for a higher limit.",
    };
  return undefined;
}
