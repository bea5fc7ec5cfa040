import type { LoadedFont } from "./font";

/** Encodings of the predefined character maps by the first part of their names (ISO 32000-1, 9.7.5.2). */
const ENCODINGS: readonly (readonly [RegExp, string])[] = [
  [/^(90ms|90msp|90pv|83pv|Add|Ext)-RKSJ/, "shift_jis"],
  [/^EUC-/, "euc-jp"],
  [/^(GBK|GBKp|GBK2K|GBpc|GB)-/, "gb18030"],
  [/^(B5pc|ETen-B5|ETenms-B5|HKscs-B5)/, "big5"],
  [/^(KSC|KSCms|KSCpc)/, "euc-kr"],
];

/**
 * Decodes strings by a predefined character map whose codes are those of a well-known encoding; undefined for all others.
 * Glyphs are as wide as is usual for the font, those of one byte half of it: their numbers in the font are not known.
 */
export function predefined(name: string, usualWidth: number): LoadedFont["decode"] | undefined {
  if (/^Uni.*-(UCS2|UTF16)/.test(name)) return utf16(usualWidth);
  const encoding = ENCODINGS.find(([pattern]) => pattern.test(name))?.[1];
  return encoding === undefined ? undefined : ofBytes(encoding, usualWidth);
}

const utf16 =
  (width: number): LoadedFont["decode"] =>
  (bytes, each) => {
    for (let at = 0; at + 1 < bytes.length; at += 2) {
      const unit = bytes[at]! * 256 + bytes[at + 1]!;
      const isPair = unit >= 0xd800 && unit < 0xdc00 && at + 3 < bytes.length;
      const text = isPair
        ? String.fromCharCode(unit, bytes[at + 2]! * 256 + bytes[at + 3]!)
        : String.fromCharCode(unit);
      if (isPair) at += 2;
      each(width, text, false);
    }
  };

/** One byte or two: the first of two lies in the upper half, for Shift JIS without its half-wide kana. */
const ofBytes = (encoding: string, width: number): LoadedFont["decode"] => {
  const decoder = new TextDecoder(encoding);
  const leads = (byte: number): boolean => byte >= 0x81 && !(encoding === "shift_jis" && byte >= 0xa0 && byte <= 0xdf);
  return (bytes, each) => {
    for (let at = 0; at < bytes.length;) {
      const length = leads(bytes[at]!) && at + 1 < bytes.length ? 2 : 1;
      each(length === 2 ? width : width / 2, decoder.decode(bytes.subarray(at, at + length)), false);
      at += length;
    }
  };
};
