import { bad, good, type Result } from "@hemstitch/core/quantity";

/**
 * The SHA-256 that a sender says its body has, by the `Repr-Digest` or `Content-Digest` header of RFC 9530; undefined
 * where none is said. Lower-case hexadecimal.
 */
export function statedDigest(headers: Headers): Result<string | undefined> {
  const header = headers.get("repr-digest") ?? headers.get("content-digest");
  const written = header?.split(",").find((each) => each.trim().toLowerCase().startsWith("sha-256="));
  if (written === undefined) return good(undefined);
  const base64 = /^\s*sha-256=:([A-Za-z0-9+/]{43}=):\s*$/i.exec(written)?.[1];
  return base64 === undefined
    ? bad("digest-form", "The digest of the file can't be read.", {
        remedy: "Write it as RFC 9530 says: `sha-256=:` and base64 and `:`.",
      })
    : good(Buffer.from(base64, "base64").toString("hex"));
}
