const FIGURES = ["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"];

/**
 * Names of the standard strings that letters and figures bear (Adobe Technical Note 5176, appendix A): they stand in
 * the order of ASCII, the first for the space. Undefined for the others; capitals are not measured by them.
 */
export function nameOfStandardString(id: number): string | undefined {
  const code = id + 31;
  if (code >= 0x30 && code <= 0x39) return FIGURES[code - 0x30];
  const letter = String.fromCharCode(code);
  return id > 0 && /^[A-Za-z]$/.test(letter) ? letter : undefined;
}

/** The name that a letter's or a figure's glyph usually bears. */
export const usualGlyphName = (letter: string): string => FIGURES[Number(letter === "" ? NaN : letter)] ?? letter;
