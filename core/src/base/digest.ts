const OFFSET = 0xcbf29ce484222325n;
const PRIME = 0x100000001b3n;
const MASK = 0xffffffffffffffffn;

/** A short digest of a text: FNV-1a of 64 bits over its UTF-8, as 16 hexadecimal figures. Not a secret, only a name. */
export function digest(text: string): string {
  let hash = OFFSET;
  for (const byte of new TextEncoder().encode(text)) hash = ((hash ^ BigInt(byte)) * PRIME) & MASK;
  return hash.toString(16).padStart(16, "0");
}
