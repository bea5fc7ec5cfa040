export { findingJson, layersOnPage, reportJson, strokeCount, totals } from "./json";
export type { ReportedFile } from "./json";
export { makeManual } from "./manual";
export type { ManualRequest } from "./manual";
export { rulePages } from "./rule-pages";
