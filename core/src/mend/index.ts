export { mendFile } from "./mend";
export type { Mended, MendOptions } from "./mend";
export type { MendDone } from "./plan";
export { ChangeLog, unmeantDifferences } from "./prove";
