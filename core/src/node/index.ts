export { nodeInflate } from "./inflate";
export { SHIPPED_FONTS, shippedFont } from "./fonts";
