export type { Bookmark } from "./bookmarks";
export type { FontFile } from "./fonts";
export { PdfPage } from "./page";
export type { Placed } from "./placing";
export type { StatedScale } from "./stated-scales";
export { PdfWriter } from "./writer";
