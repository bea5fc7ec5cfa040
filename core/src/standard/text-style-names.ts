import type { TextStyleEntry } from "./model";

/** What a text style is called at a scale where an office names one style per scale: `T25-100`. */
export function styleName(pattern: string, style: TextStyleEntry, scale: string): string {
  return pattern
    .replaceAll("{style}", style.id)
    .replaceAll("{height}", String(style.heightMm).replace(".", ""))
    .replaceAll(
      "{scale}",
      scale
        .replace(/^1:/, "")
        .replace(/\s*=\s*1'-0"$/, "")
        .replace(/[^0-9A-Za-z./]+/g, "-")
        .replace(/^-|-$/g, ""),
    );
}
