import { createHash, randomBytes } from "node:crypto";

/** A secret for a link or a token: 256 bits, as it is shown once. */
export const newSecret = (prefix: string): string => `${prefix}_${randomBytes(32).toString("base64url")}`;

/** What is kept of a secret. It is long and random, so a plain hash can't be guessed back. */
export const hashOf = (secret: string): string => createHash("sha256").update(secret).digest("hex");
