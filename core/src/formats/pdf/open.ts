import { megabytes } from "../../base/words";
import { overLimit, ReadError, type ReadLimits } from "../limits";
import { dictAt } from "./objects";
import { pagesOf, type PdfPage } from "./page-tree";
import type { Budget } from "./budget";
import { find } from "./syntax/object-parser";
import { PdfFile } from "./syntax/pdf-file";
import { resolved } from "./syntax/values";

/** A file whose objects can be asked for. */
export interface OpenedPdf {
  readonly file: PdfFile;
  readonly pages: readonly PdfPage[];
}

const latin = new TextDecoder("latin1");

/** Viewers look for the head of a PDF within its first kilobyte. */
export const claimsToBePdf = (bytes: Uint8Array): boolean => find(bytes.subarray(0, 1024), "%PDF-") >= 0;

/** Looks at the ends of the file for the reasons that people can act on. */
function checkOutside(bytes: Uint8Array, limits: ReadLimits): void {
  if (bytes.length === 0)
    throw new ReadError("empty-file", "The file is empty (0 bytes).", "Export the drawing again.");
  if (bytes.length > limits.fileBytes)
    throw overLimit(`The file has ${megabytes(bytes.length)}`, megabytes(limits.fileBytes));
  if (!claimsToBePdf(bytes))
    throw new ReadError("not-pdf", "The file is not a PDF: it does not begin with %PDF.", "Export the drawing as PDF.");
  if (!latin.decode(bytes.subarray(Math.max(0, bytes.length - 4096))).includes("%%EOF"))
    throw new ReadError(
      "truncated",
      "The file was cut off: its end mark is missing.",
      "Fetch or export the file again.",
    );
}

/** Opens a PDF. Throws `ReadError` for every file that can't be read, with the reason. */
export function openPdf(bytes: Uint8Array, budget: Budget): OpenedPdf {
  const { limits } = budget;
  checkOutside(bytes, limits);
  const file = new PdfFile(bytes, budget);
  if (resolved(file.trailer.get("Encrypt"), file))
    throw new ReadError(
      "encrypted",
      "The file is encrypted; its content can't be read.",
      "Export it without a password or permission settings.",
    );
  if (!dictAt(file.catalog, "Pages"))
    throw new ReadError(
      "damaged",
      "The file is damaged: it has no list of pages that can be read.",
      "Export the drawing again.",
    );
  const pages = pagesOf(file, limits);
  if (pages.length === 0) throw new ReadError("no-pages", "The file has no pages.", "Export the drawing again.");
  if (pages.length > limits.pages)
    throw overLimit(`The file has ${pages.length.toLocaleString("en")} pages`, limits.pages.toLocaleString("en"));
  return { file, pages };
}
