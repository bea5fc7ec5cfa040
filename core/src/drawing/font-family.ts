/** A font family as it is compared: lower case, letters and figures only, style words taken off. */
export function familyName(name: string): string {
  const family =
    name
      .replace(/^[A-Z]{6}\+/, "")
      .replace(/(PS)?MT$/, "")
      .split(/[-,]/)[0] ?? "";
  const bare = family.replace(
    /(?<=[a-z ])(Thin|ExtraLight|Light|Regular|Medium|SemiBold|Bold|ExtraBold|Black|Heavy|Demi|DemiBold|Book|Normal|Italic|Oblique|Roman| )+$/g,
    "",
  );
  return bare.toLowerCase().replace(/[^\p{L}\p{N}]/gu, "");
}
