import { inflateSync } from "node:zlib";
import type { InflateFn } from "../formats/format";

/** Unpacks with the zlib that Node.js brings; several times faster than the portable one. */
export const nodeInflate: InflateFn = (bytes, limit) => {
  try {
    return inflateSync(bytes, { maxOutputLength: limit });
  } catch {
    // Damaged or too large: the portable one says which, and keeps what can be kept.
    return undefined;
  }
};
