/** What a byte is in PDF syntax (ISO 32000-1, 7.2.2); digits and signs are set apart, as numbers are most of a drawing. */
export const enum Kind {
  regular = 0,
  space = 1,
  delimiter = 2,
  numeric = 3,
}

export const KIND = new Uint8Array(256);
for (const c of [0, 9, 10, 12, 13, 32]) KIND[c] = Kind.space;
for (const c of "()<>[]{}/%") KIND[c.charCodeAt(0)] = Kind.delimiter;
for (const c of "0123456789+-.") KIND[c.charCodeAt(0)] = Kind.numeric;

export const isSpace = (c: number): boolean => KIND[c] === Kind.space;

/** Whether a byte belongs to a name or a keyword; none at the end. */
export const isRegular = (c: number | undefined): boolean =>
  c !== undefined && KIND[c] !== Kind.space && KIND[c] !== Kind.delimiter;

/** The value of a hexadecimal digit; -1 for what is none. */
export function hexDigit(c: number | undefined): number {
  if (c === undefined) return -1;
  if (c >= 0x30 && c <= 0x39) return c - 0x30;
  const lower = c | 0x20;
  return lower >= 0x61 && lower <= 0x66 ? lower - 0x57 : -1;
}
