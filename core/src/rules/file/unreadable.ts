import type { RuleMeta } from "../rule";

/** Reported by the inspection itself: there is no drawing to judge. */
export const UNREADABLE: RuleMeta = {
  id: "file/unreadable",
  severity: "stop",
  title: "The file is not a drawing we can read.",
};
