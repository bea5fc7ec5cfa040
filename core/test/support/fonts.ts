import { join } from "node:path";
import { SHIPPED_FONTS, shippedFont } from "../../src/node";

const folder = join(import.meta.dirname, "../../assets/fonts");

/** The fonts that come with Hemstitch. */
export const shippedFonts = () => Object.keys(SHIPPED_FONTS).map((family) => shippedFont(folder, family)!);
export const barlow = () => shippedFont(folder, "Barlow")!;
