export { findingJson, layersOnPage, reportJson, strokeCount, totals } from "./json";
export type { ReportedFile } from "./json";
