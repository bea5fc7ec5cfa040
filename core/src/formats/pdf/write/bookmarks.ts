import { PDFHexString, PDFName, type PDFDocument } from "@cantoo/pdf-lib";
import type { BoxMm } from "../../../drawing";
import type { PdfPage } from "./page";
import { POINT_MM } from "./units";

/** A line of the file's table of contents; it leads to a page, or to a part of one. Millimetres. */
export interface Bookmark {
  readonly title: string;
  readonly page: PdfPage;
  readonly boxMm?: BoxMm;
}

/** Writes the file's bookmarks, which viewers then open beside the pages. */
export function writeBookmarks(document: PDFDocument, entries: readonly Bookmark[]): void {
  const { context, catalog } = document;
  const root = context.nextRef();
  const refs = entries.map(() => context.nextRef());
  entries.forEach(({ title, page, boxMm }, i) => {
    const pageRef = page.ref;
    const to = boxMm
      ? [
          pageRef,
          "FitR",
          boxMm.x / POINT_MM,
          boxMm.y / POINT_MM,
          (boxMm.x + boxMm.width) / POINT_MM,
          (boxMm.y + boxMm.height) / POINT_MM,
        ]
      : [pageRef, "Fit"];
    const item = context.obj({ Title: PDFHexString.fromText(title), Parent: root, Dest: to });
    const [previous, next, ref] = [refs[i - 1], refs[i + 1], refs[i]];
    if (previous) item.set(PDFName.of("Prev"), previous);
    if (next) item.set(PDFName.of("Next"), next);
    if (ref) context.assign(ref, item);
  });
  const [first, last] = [refs[0], refs.at(-1)];
  if (!first || !last) return;
  context.assign(root, context.obj({ Type: "Outlines", First: first, Last: last, Count: entries.length }));
  catalog.set(PDFName.of("Outlines"), root);
  catalog.set(PDFName.of("PageMode"), PDFName.of("UseOutlines"));
}
