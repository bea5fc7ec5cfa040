import { megabytes } from "../../base/words";
import { overLimit, ReadError, type ReadLimits } from "../limits";
import { dictAt, numberAt } from "./objects";
import { pagesOf, type PdfPage } from "./page-tree";
import type { Budget } from "./budget";
import { find } from "./syntax/object-parser";
import { NotOpened } from "./syntax/encryption";
import { headOf } from "./syntax/head";
import { PdfFile } from "./syntax/pdf-file";

/** A file whose objects can be asked for. */
export interface OpenedPdf {
  readonly file: PdfFile;
  readonly pages: readonly PdfPage[];
  /** How many pages the file says that it has; as many as there are where it doesn't say. */
  readonly listed: number;
}

export const claimsToBePdf = (bytes: Uint8Array): boolean => headOf(bytes) >= 0;

/** Looks at the ends of the file for the reasons that people can act on. */
function checkOutside(bytes: Uint8Array, limits: ReadLimits): void {
  if (bytes.length === 0)
    throw new ReadError("empty-file", "The file is empty (0 bytes).", "Export the drawing again.");
  if (bytes.length > limits.fileBytes)
    throw overLimit(`The file has ${megabytes(bytes.length)}`, megabytes(limits.fileBytes));
  if (!claimsToBePdf(bytes))
    throw new ReadError("not-pdf", "The file is not a PDF: it does not begin with %PDF.", "Export the drawing as PDF.");
}

/** Whether the file has an end mark; one that has none was cut off. */
export const hasEnd = (bytes: Uint8Array): boolean =>
  find(bytes.subarray(Math.max(0, bytes.length - 4096)), "%%EOF") >= 0;

/** A file that opens without a password, encrypted or not. */
function fileOf(bytes: Uint8Array, budget: Budget): PdfFile {
  try {
    return new PdfFile(bytes, budget);
  } catch (error) {
    if (!(error instanceof NotOpened)) throw error;
    throw new ReadError("encrypted", error.message, "Export it without a password.");
  }
}

/** Opens a PDF. Throws `ReadError` for every file that can't be read, with the reason. */
export function openPdf(bytes: Uint8Array, budget: Budget): OpenedPdf {
  const { limits } = budget;
  checkOutside(bytes, limits);
  const file = fileOf(bytes, budget);
  const wasCutOff = new ReadError(
    "truncated",
    "The file was cut off before its pages; nothing of it can be read.",
    "Fetch or export the file again.",
  );
  if (!dictAt(file.catalog, "Pages"))
    throw hasEnd(bytes)
      ? new ReadError(
          "damaged",
          "The file is damaged: it has no list of pages that can be read.",
          "Export the drawing again.",
        )
      : wasCutOff;
  const pages = pagesOf(file, limits);
  if (pages.length === 0)
    throw hasEnd(bytes) ? new ReadError("no-pages", "The file has no pages.", "Export the drawing again.") : wasCutOff;
  if (pages.length > limits.pages)
    throw overLimit(`The file has ${pages.length.toLocaleString("en")} pages`, limits.pages.toLocaleString("en"));
  const said = numberAt(dictAt(file.catalog, "Pages"), "Count");
  return { file, pages, listed: said !== undefined && Number.isInteger(said) ? said : pages.length };
}
