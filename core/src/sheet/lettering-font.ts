import { familyName } from "../drawing";
import { bad, good, type Result } from "../base/result";
import type { OfficeStandard } from "../standard";

/** A font at hand, by the family that it is known by. */
interface Named {
  readonly family: string;
}

/** The first font of the standard's lettering that is at hand; any where the standard takes any. */
export function letteringOf<F extends Named>(standard: OfficeStandard, fonts: readonly F[]): Result<F> {
  const wanted = [...new Set(standard.textStyles.flatMap((style) => style.fonts))];
  const [first] = fonts;
  if (wanted.length === 0 && first) return good(first);
  const found = wanted
    .map((family) => fonts.find((font) => familyName(font.family) === familyName(family)))
    .find(Boolean);
  if (found) return good(found);
  return bad("font-not-at-hand", `The standard letters in ${wanted.join(", ")}, and none of these fonts is at hand.`, {
    remedy: "Upload the font's file in the chapter Text, or name it with --font.",
  });
}

/** The fonts at hand that the standard names, besides the one that the rest is lettered in. */
export function otherFonts<F extends Named>(standard: OfficeStandard, fonts: readonly F[], own: Named): F[] {
  const named = [...standard.textStyles.flatMap((style) => style.fonts), ...standard.fonts.map((font) => font.family)];
  const wanted = new Set(named.map(familyName));
  wanted.delete(familyName(own.family));
  return fonts.filter((font) => wanted.delete(familyName(font.family)));
}
