import { familyName, type Lettering } from "../drawing";

/** The first of the wanted families that is at hand; undefined where none is, or none is wanted. */
export function wantedFont<T extends { readonly family: string }>(
  set: Lettering | undefined,
  fonts: readonly T[],
): T | undefined {
  for (const family of set?.families ?? []) {
    const found = fonts.find((font) => familyName(font.family) === familyName(family));
    if (found) return found;
  }
  return undefined;
}

/** What is added after each letter, millimetres. */
export const spacingMm = (set: Lettering | undefined, heightMm: number): number => (set?.spacing ?? 0) * heightMm;

/** A string as spacing counts it: by characters, as they are seen in the file. */
export const letterCount = (text: string): number => [...text].length;
