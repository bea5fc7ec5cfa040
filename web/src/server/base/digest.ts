import { createHash } from "node:crypto";

/** SHA-256 of a text in UTF-8, lower-case hexadecimal: the same digest, the same text. */
export const sha256Of = (text: string): string => createHash("sha256").update(text).digest("hex");
