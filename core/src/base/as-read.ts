/** Hyphens and dashes of all kinds, the soft hyphen (which a drawing shows like any other) and the minus sign. */
const DASHES = /[\u00ad\u058a\u2010-\u2015\u2043\u2212\ufe58\ufe63\uff0d]/g;
/** Blanks of all widths. */
const BLANKS = /[\u00a0\u1680\u2000-\u200a\u202f\u205f\u3000\t]/g;
/** What has no width and is not seen: joiners, marks of direction, byte order marks. */
const UNSEEN = /[\u200b-\u200f\u2060-\u2064\ufeff]/g;

/**
 * Lettering as a person reads it: whatever hyphen, minus or blank a program has put in, they look the same on paper.
 * Joined letters are read apart: `ﬂoor plan` reads `floor plan`.
 */
export const asRead = (text: string): string =>
  text
    .replace(UNSEEN, "")
    .replace(DASHES, "-")
    .replace(BLANKS, " ")
    .replace(/[\ufb00-\ufb06]/g, (letters) => letters.normalize("NFKC"));
