import { rule } from "../rule";

/** Reported by the inspection itself: there is no drawing to judge. */
export const unreadable = rule({
  id: "file/unreadable",
  title: "A file that can't be read",
  severity: "stop",
  scope: "file",
  needs: [],
  reads: [],
  parameters: [],
  page: {
    measures:
      "Whether the file begins and ends as a PDF, whether it is encrypted, whether its objects can be read, and whether it met a limit: size of the file or of a page, number of pages, layers, marks and nested forms, and what its streams unpack to. The message names the reason and the limit.",
    why: "Nothing can be said of a file that can't be opened, and silence would look like praise.",
    right: "A PDF exported by any program, without a password.",
    wrong: "A file that was cut off on its way; a drawing with permission settings; a picture renamed to .pdf.",
    cannotSee: "Whether another program could repair a damaged file.",
    mend: "None: export the drawing again.",
  },
  judge() {
    // There is no drawing that it could look at.
  },
});
