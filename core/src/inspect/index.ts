export { inspect, statedScale } from "./inspect";
export type { InspectOptions } from "./inspect";
export { effectOf, effectOn, singleChanges } from "./effect";
export type { ChangedFinding, Effect, SingleChange } from "./effect";
export type { Finding, Inspected, NotJudged } from "./finding";
