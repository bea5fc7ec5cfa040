export { BARLOW, SvgBoard } from "./write";
export type { SvgFont, WidthOf } from "./write";
