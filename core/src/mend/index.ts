export { mendFile } from "./mend";
export type { Mended, MendOptions } from "./mend";
export type { MendDone, MendLeft } from "./plan";
export { ChangeLog } from "./change-log";
export { unmeantDifferences } from "./prove";
export { pictureDifference, type Paint, type Picture } from "./picture";
