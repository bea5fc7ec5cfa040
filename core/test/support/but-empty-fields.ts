import type { Finding } from "../../src/inspect";

/** What is rightly said of a sheet that nobody has filled in or drawn in full yet. */
const UNFINISHED = new Set(["title/empty", "kind/missing"]);

/** Findings of such a sheet but for empty fields of its title block, and layers that its kind needs. */
export const butEmptyFields = <F extends Pick<Finding, "rule">>(findings: readonly F[]): F[] =>
  findings.filter(({ rule }) => !UNFINISHED.has(rule));
