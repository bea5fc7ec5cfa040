/**
 * Bytes with something said before them, in one answer: the length of the JSON (32 bits, least
 * byte first), the JSON in UTF-8, the bytes. For what is too much for a header.
 */
const LENGTH_BYTES = 4;

export function framed(said: unknown, bytes: Uint8Array): Uint8Array {
  const text = new TextEncoder().encode(JSON.stringify(said));
  const whole = new Uint8Array(LENGTH_BYTES + text.length + bytes.length);
  new DataView(whole.buffer).setUint32(0, text.length, true);
  whole.set(text, LENGTH_BYTES);
  whole.set(bytes, LENGTH_BYTES + text.length);
  return whole;
}

export function unframed<T>(whole: Uint8Array): { readonly said: T; readonly rest: Uint8Array } {
  const length = new DataView(whole.buffer, whole.byteOffset).getUint32(0, true);
  const text = new TextDecoder().decode(whole.subarray(LENGTH_BYTES, LENGTH_BYTES + length));
  return { said: JSON.parse(text) as T, rest: whole.subarray(LENGTH_BYTES + length) };
}
