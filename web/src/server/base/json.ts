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
    const beyond = beyondOf(bytes, mostMembers);
    if (beyond === "deep") return bad("too-deep", "What was sent is nested too deep to be read.");
    if (beyond === "many")
      return bad("too-many", `What was sent has more than ${mostMembers.toLocaleString("en-US")} values in it.`);
    value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    return bad("no-json", UNREADABLE);
  }
  const taken = takenName(value);
  return taken === undefined ? good(value) : bad("taken-name", `“${taken}” can't be used as a name.`);
}

const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const [OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [0x5b, 0x7b, 0x5d, 0x7d];

/**
 * Whether JSON is nested too deep or has too many members, without reading it, and looked at only as far as it takes to
 * know: a list or an object has at most one more than it has commas. In UTF-8 no part of a longer character looks like a
 * bracket or a quote.
 */
function beyondOf(bytes: Uint8Array, mostMembers: number): "deep" | "many" | undefined {
  let [depth, members, inText] = [0, 0, false];
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at] ?? 0;
    if (inText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === COMMA) members++;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      members++;
      if (++depth > DEEPEST) return "deep";
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth--;
    if (members > mostMembers) return "many";
  }
  return undefined;
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
