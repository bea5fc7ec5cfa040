import { sha256 } from "@noble/hashes/sha2";

/** So many bytes are hashed at a time, so that the page stays alive meanwhile (some ten milliseconds). */
const AT_ONCE = 2 ** 20;

/**
 * The SHA-256 of a file that is read piece by piece. Browsers work out a digest of their own only on secure addresses
 * and of whole files in memory; this one does anywhere.
 */
export class FileDigest {
  private readonly hash = sha256.create();

  async add(part: Blob): Promise<void> {
    for (let from = 0; from < part.size; from += AT_ONCE)
      this.hash.update(new Uint8Array(await part.slice(from, from + AT_ONCE).arrayBuffer()));
  }

  /** As the `Repr-Digest` header of RFC 9530 has it. */
  header(): string {
    return `sha-256=:${btoa(String.fromCharCode(...this.hash.digest()))}:`;
  }
}
