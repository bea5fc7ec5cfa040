/**
 * What of the standard works on plain values, without the classes that check what comes from outside.
 * Browsers take this: the checking library would be most of what they load.
 */
export type * from "./model";
export * from "./model/choices";
export * from "./chapters";
export * from "./properties";
export { frameProblems } from "./check/frames";
export { blankEntry, withoutEntries } from "./blank-entry";
export { canonical, orderedEntry, writeStandard } from "./canonical";
export { contentsOf, isBlank, type Held } from "./contents";
export { changeOf, differences, entryDifferences } from "./differences";
export type { Difference } from "./differences";
export { applyEdits, mergeEntry } from "./edit/entries";
export type { EntryEdit, Merged } from "./edit/entries";
export { applyEdit, editInWords, inverseOf, seenNow } from "./edit/edit";
export type { Applied, DraftEdit, EditStep, SingleEdit } from "./edit/edit";
export type { CellEdit } from "./edit/cells";
export type { Facts } from "./edit/facts";
export type { Conflict, SeenEdit } from "./edit/list";
export type { WhichScheme } from "./edit/scheme";
export { sameValue } from "./edit/same-value";
export { figureInWords, severityIn } from "./rule-settings";
export type { DescribedParameter, DescribedRule, RulePage } from "./rule-settings";
export { layerOfRole } from "./role";
export { undecidedIn } from "./undecided";
export type { Undecided } from "./undecided";
export { remarks } from "./remarks";
export type { Remark } from "./remarks";
export { styleName } from "./text-style-names";
export { ISO_7200_FIELDS, ISO_HEIGHTS, ISO_PENS } from "./iso-series";
export { bestOf, findEntries, soughtWords } from "./find";
export type { FoundEntry } from "./find";
export { parseSlope } from "./slope";
export {
  centringLines,
  drawingArea,
  itemBox,
  sidesOf,
  titleBlockBox,
  zoneBox,
  zoneDivisions,
  zoneLines,
} from "./frame-lines";
export type { FrameLine } from "./frame-lines";
export type { Slope } from "./slope";
export { hatchDensity, hatchFactor } from "./hatch-density";
export type { HatchDensity } from "./hatch-density";
export { StandardLookup } from "./lookup";
