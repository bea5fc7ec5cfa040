const utf8 = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });

/** What PDFDocEncoding has in place of Latin-1: codes 0x18–0x1F and 0x80–0xA0 (ISO 32000-1, annex D.2). */
const LOW = "˘ˇˆ˙˝˛˚˜";
const HIGH = "•†‡…—–ƒ⁄‹›−‰„“”‘’‚™ﬁﬂŁŒŠŸŽıłœšž\ufffd€";

function ofDocEncoding(byte: number): string {
  if (byte >= 0x18 && byte <= 0x1f) return LOW[byte - 0x18]!;
  if (byte >= 0x80 && byte <= 0xa0) return HIGH[byte - 0x80]!;
  return String.fromCharCode(byte);
}

/** The text of a text string: UTF-16 or UTF-8 with their marks, else PDFDocEncoding (ISO 32000-2, 7.9.2.2). */
export function decodedText(bytes: Uint8Array): string {
  const [a, b, c] = bytes;
  if (a === 0xfe && b === 0xff) return withoutLanguages(utf16(bytes, 1, 0));
  // Against the standard, but several writers do it.
  if (a === 0xff && b === 0xfe) return withoutLanguages(utf16(bytes, 0, 1));
  if (a === 0xef && b === 0xbb && c === 0xbf) {
    try {
      return withoutLanguages(utf8.decode(bytes.subarray(3)));
    } catch {
      // The mark stands there by chance.
    }
  }
  let text = "";
  for (const byte of bytes) text += ofDocEncoding(byte);
  return text;
}

function utf16(bytes: Uint8Array, low: number, high: number): string {
  let text = "";
  for (let at = 2; at + 1 < bytes.length; at += 2)
    text += String.fromCharCode(bytes[at + high]! * 256 + bytes[at + low]!);
  return text;
}

/** Language codes stand between escape characters (ISO 32000-1, 7.9.2.2). */
const withoutLanguages = (text: string): string => text.replace(/\u001b[^\u001b]{0,8}\u001b/g, "");
