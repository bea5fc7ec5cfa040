import { rule } from "../rule";

export const stale = rule({
  id: "ref/stale",
  title: "A placement older than its source drawing",
  severity: "mend",
  needs: ["planSet"],
  reads: [],
  parameters: [],
  page: {
    measures: "The version of a source drawing that a sheet was made with against the newest one of the plan set.",
    why: "A sheet that was made before its drawing changed goes out with what was true last week.",
    right: "A sheet made with version 4, the newest.",
    wrong: "A sheet made with version 3.",
    cannotSee: "A file by itself: it does not say which version it was made with. The sheet bench of a plan set does.",
    mend: "None in a file: replace the placement on the sheet bench.",
  },
  judge() {
    // What it needs is never there in a file by itself.
  },
});
