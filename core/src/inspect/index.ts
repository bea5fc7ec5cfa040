export { inspect } from "./inspect";
export type { InspectOptions } from "./inspect";
export { readAndInspect } from "./read-and-inspect";
export type { InspectedFile } from "./read-and-inspect";
export { effectOf, effectOn, singleChanges } from "./effect";
export type { Effect, SingleChange } from "./effect";
export { MOST_PLACES } from "./finding";
export type { Finding, FoundOn, Inspected, NotJudged } from "./finding";
export { statedScale } from "../recognise/stated-scale";
