/** The stream cipher of older encrypted files: the same both ways. */
export function rc4(key: Uint8Array, bytes: Uint8Array): Uint8Array {
  const state = Uint8Array.from({ length: 256 }, (_, i) => i);
  for (let i = 0, j = 0; i < 256; i++) {
    j = (j + state[i]! + key[i % key.length]!) & 255;
    [state[i], state[j]] = [state[j]!, state[i]!];
  }
  const out = new Uint8Array(bytes.length);
  for (let n = 0, i = 0, j = 0; n < bytes.length; n++) {
    i = (i + 1) & 255;
    const a = state[i]!;
    j = (j + a) & 255;
    const b = state[j]!;
    state[i] = b;
    state[j] = a;
    out[n] = bytes[n]! ^ state[(a + b) & 255]!;
  }
  return out;
}
