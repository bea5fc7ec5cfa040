/**
 * Several runs of bytes with something said before them, in one answer: the length of the JSON (32 bits, least byte
 * first), the JSON in UTF-8 (what is said, and how long each run is), the bytes. For what is too much for a header.
 */
const LENGTH_BYTES = 4;

export function framed(said: unknown, ...parts: readonly Uint8Array[]): Uint8Array {
  const text = new TextEncoder().encode(JSON.stringify({ said, lengths: parts.map(({ length }) => length) }));
  const whole = new Uint8Array(LENGTH_BYTES + text.length + parts.reduce((sum, { length }) => sum + length, 0));
  new DataView(whole.buffer).setUint32(0, text.length, true);
  let at = LENGTH_BYTES;
  for (const part of [text, ...parts]) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

export function unframed<T>(whole: Uint8Array): { readonly said: T; readonly parts: readonly Uint8Array[] } {
  let at = LENGTH_BYTES + new DataView(whole.buffer, whole.byteOffset).getUint32(0, true);
  const text = new TextDecoder().decode(whole.subarray(LENGTH_BYTES, at));
  const { said, lengths } = JSON.parse(text) as { said: T; lengths: readonly number[] };
  return { said, parts: lengths.map((length) => whole.subarray(at, (at += length))) };
}
