import { isLibraryItem } from "@hemstitch/core/specimen";
import { complain, guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { complainOfWork, formatAsked, libraryItemOf } from "@/server/making/made-files";
import { standardAsked } from "@/server/making/standard-asked";

/** An item of the office library as PDF or SVG. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const { searchParams } = new URL(request.url);
  const id = searchParams.get("item") ?? "";
  if (!isLibraryItem(id)) return complain(404, { message: "The library has no such item." });
  const [scale, kind] = [searchParams.get("scale"), searchParams.get("kind")];
  const format = formatAsked(request);
  const made = await libraryItemOf(asker.officeId, {
    standard: asked.standard,
    item: id,
    options: { ...(scale ? { scale } : {}), ...(kind ? { kind } : {}) },
    format,
  });
  const name = [id, scale?.replace(/[^\w]+/g, "-"), kind].filter(Boolean).join("-");
  return made.ok ? download(made.bytes, `${name}.${format}`) : complainOfWork(made);
});
