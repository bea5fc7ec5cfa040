import type { Format } from "../format";
import { editPdf } from "./edit";
import { claimsToBePdf } from "./open";
import { readPdf } from "./read";

/** PDF (ISO 32000), with its optional-content groups as layers. */
export const PDF: Format = { id: "pdf", title: "PDF", accepts: claimsToBePdf, read: readPdf, edit: editPdf };
