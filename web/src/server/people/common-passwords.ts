import { dictionary } from "@zxcvbn-ts/language-common";

/** Passwords that many people use, some 49,000 of them, most used first; in small letters. */
let common: ReadonlySet<string> | undefined;

const isListed = (text: string): boolean => {
  common ??= new Set(dictionary["passwords-common"].map((each) => String(each).toLowerCase()));
  return common.has(text);
};

/** A common word may have so much before and behind it and still be what it is. */
const DRESSED = /^[^a-z]*|[^a-z]*$/g;
/** Letters for which figures and signs are written. */
const WRITTEN_FOR: Readonly<Record<string, string>> = {
  "0": "o",
  "1": "i",
  "3": "e",
  "4": "a",
  "5": "s",
  "7": "t",
  "@": "a",
  $: "s",
  "!": "i",
};

/**
 * Whether a password is one of those that are tried first (OWASP ASVS 4.0.3, 2.1.7): a common one, also with figures and
 * signs around it or in place of letters, or one short piece over and over.
 */
export function isCommonPassword(password: string): boolean {
  const plain = password.normalize("NFKC").toLowerCase();
  const bare = plain.replace(DRESSED, "");
  const spelt = [...plain]
    .map((c) => WRITTEN_FOR[c] ?? c)
    .join("")
    .replace(DRESSED, "");
  if ([plain, bare, spelt].some((each) => each.length >= 4 && isListed(each))) return true;
  return /^(.{1,4}?)\1{2,}.{0,3}$/u.test(plain) || isRow(plain);
}

const ROWS = ["abcdefghijklmnopqrstuvwxyz", "01234567890123456789", "qwertyuiopasdfghjklzxcvbnm"];

/** Characters in the order of the alphabet, of the figures or of the keys, one way or the other. */
const isRow = (plain: string): boolean =>
  ROWS.some((row) => row.includes(plain) || [...row].reverse().join("").includes(plain));
