export { inspect, statedScale } from "./inspect";
export type { InspectOptions } from "./inspect";
export type { Finding, Inspected, NotJudged } from "./finding";
