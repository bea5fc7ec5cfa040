import type { Format } from "../format";
import { attachedToPdf } from "./attached";
import { editPdf } from "./edit/edit";
import { claimsToBePdf } from "./open";
import { readPdf } from "./read";

/** PDF (ISO 32000), with its optional-content groups as layers. */
export const PDF: Format = {
  id: "pdf",
  title: "PDF",
  accepts: claimsToBePdf,
  // What they throw – a cancelled reading – comes as a rejection.
  read: async (...asked) => Promise.resolve(readPdf(...asked)),
  attached: async (...asked) => Promise.resolve(attachedToPdf(...asked)),
  edit: async (...asked) => Promise.resolve(editPdf(...asked)),
};
