import { bad, good, type Result } from "@hemstitch/core/quantity";

export const UNREADABLE = "The request can't be read.";

/** Nothing that is sent is nested deeper; what is would only exhaust those who go through it. */
const DEEPEST = 64;
/** Names that every object of this language has already: what is sent under them would be taken for something else. */
const isTaken = (name: string): boolean => name in {};

/** JSON that somebody sent, as UTF-8. It takes as long as it is long, whatever stands in it. */
export function readJson(bytes: Uint8Array): Result<unknown> {
  let value: unknown;
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    if (depthOf(bytes) > DEEPEST) return bad("too-deep", "What was sent is nested too deep to be read.");
    value = JSON.parse(text);
  } catch {
    return bad("no-json", UNREADABLE);
  }
  const taken = takenName(value);
  return taken === undefined ? good(value) : bad("taken-name", `“${taken}” can't be used as a name.`);
}

const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const OPENS = new Set([0x5b, 0x7b]);
const CLOSES = new Set([0x5d, 0x7d]);

/** How deep JSON is nested, without reading it. In UTF-8 no part of a longer character looks like a bracket or a quote. */
function depthOf(bytes: Uint8Array): number {
  let [depth, deepest, inText] = [0, 0, false];
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at] ?? 0;
    if (inText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (OPENS.has(byte)) deepest = Math.max(deepest, ++depth);
    else if (CLOSES.has(byte)) depth--;
  }
  return deepest;
}

/** The first property anywhere within whose name is taken; however it was written, it is read by now. */
function takenName(value: unknown): string | undefined {
  if (typeof value !== "object" || value === null) return undefined;
  const names = Array.isArray(value) ? [] : Object.keys(value);
  const own = names.find(isTaken);
  if (own !== undefined) return own;
  for (const each of Object.values(value) as unknown[]) {
    const within = takenName(each);
    if (within !== undefined) return within;
  }
  return undefined;
}
