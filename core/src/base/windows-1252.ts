/** What Windows-1252 has in place of the control characters of Latin-1; codes that it leaves free stay what they are. */
const UPPER = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";

/** Text in Windows-1252. The decoder that some versions of Node.js bring takes it for Latin-1. */
export function decodeWindows1252(bytes: Uint8Array): string {
  let text = "";
  for (const code of bytes) text += code >= 0x80 && code < 0xa0 ? UPPER[code - 0x80]! : String.fromCharCode(code);
  return text;
}
