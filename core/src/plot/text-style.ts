import type { Lettering } from "../drawing";
import type { TextStyleEntry } from "../standard/plain";

/** Text as a style sets it: letter case applied. */
export const asSet = (style: Pick<TextStyleEntry, "letterCase">, text: string): string =>
  style.letterCase === "capitals" ? text.toUpperCase() : text;

/** How a style letters: its fonts in the order in which it allows them, and its spacing. */
export function styleLettering(style: TextStyleEntry | undefined): Lettering | undefined {
  if (!style) return undefined;
  // A style that is being written has no fonts yet.
  return { families: style.fonts ?? [], spacing: (style.spacingPercent ?? 0) / 100 };
}
