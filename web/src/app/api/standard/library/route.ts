import { asPdf, asSvg } from "@hemstitch/core/formats/export";
import { letteringOf, otherFonts } from "@hemstitch/core/sheet";
import { isLibraryItem, libraryItem } from "@hemstitch/core/specimen";
import { complain, guarded } from "@/server/access/guarded";
import { download } from "@/server/download";
import { standardAsked } from "@/server/standard-asked";
import { fontsOf } from "@/server/standard-fonts";

/** An item of the office library as PDF or SVG. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const { searchParams } = new URL(request.url);
  const id = searchParams.get("item") ?? "";
  const [scale, kind] = [searchParams.get("scale"), searchParams.get("kind")];
  const item = isLibraryItem(id)
    ? libraryItem(asked.standard, id, { ...(scale ? { scale } : {}), ...(kind ? { kind } : {}) })
    : undefined;
  if (!item)
    return complain(404, { message: "The library has no such item, or the standard has nothing to make it of." });
  const fonts = await fontsOf(asker.officeId, asked.standard);
  const font = letteringOf(asked.standard, fonts);
  if (!font.ok) return complain(422, font.problem);
  const others = otherFonts(asked.standard, fonts, font.value);
  const name = [id, scale?.replace(/[^\w]+/g, "-"), kind].filter(Boolean).join("-");
  return searchParams.get("format") === "svg"
    ? download(new TextEncoder().encode(asSvg(item, id, font.value, others)), `${name}.svg`)
    : download(await asPdf(item, id, font.value, others), `${name}.pdf`);
});
