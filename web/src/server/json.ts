import { bad, good, type Result } from "@hemstitch/core/quantity";

export const UNREADABLE = "The request can't be read.";

/** Nothing that is sent is nested deeper; what is would only exhaust those who go through it. */
const DEEPEST = 64;
/** Names that every object of this language has already: what is sent under them would be taken for something else. */
const isTaken = (name: string): boolean => name in {};

/**
 * JSON that somebody sent, as UTF-8, of so many members at most: elements of lists and properties of objects, however
 * deep. They are counted before anything is made of them.
 */
export function readJson(bytes: Uint8Array, mostMembers: number): Result<unknown> {
  let value: unknown;
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    const { deepest, members } = measured(bytes);
    if (deepest > DEEPEST) return bad("too-deep", "What was sent is nested too deep to be read.");
    if (members > mostMembers)
      return bad("too-many", `What was sent has more than ${mostMembers.toLocaleString("en-US")} values in it.`);
    value = JSON.parse(text);
  } catch {
    return bad("no-json", UNREADABLE);
  }
  const taken = takenName(value);
  return taken === undefined ? good(value) : bad("taken-name", `“${taken}” can't be used as a name.`);
}

const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const [OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [0x5b, 0x7b, 0x5d, 0x7d];

/**
 * How deep JSON is nested and how many members it has, without reading it: a list or an object has at most one more
 * than it has commas. In UTF-8 no part of a longer character looks like a bracket or a quote.
 */
function measured(bytes: Uint8Array): { deepest: number; members: number } {
  let [depth, deepest, members, inText] = [0, 0, 0, false];
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at] ?? 0;
    if (inText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === COMMA) members++;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      members++;
      deepest = Math.max(deepest, ++depth);
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth--;
  }
  return { deepest, members };
}

/** The first property anywhere within whose name is taken; however it was written, it is read by now. */
function takenName(value: unknown): string | undefined {
  if (typeof value !== "object" || value === null) return undefined;
  if (!Array.isArray(value)) for (const name of Object.keys(value)) if (isTaken(name)) return name;
  for (const each of Object.values(value) as unknown[]) {
    const within = takenName(each);
    if (within !== undefined) return within;
  }
  return undefined;
}
