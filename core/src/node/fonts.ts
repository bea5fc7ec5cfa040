import { readFileSync } from "node:fs";
import { join } from "node:path";
import { readFontFile, type LetteringFont } from "../formats/font-file";
import { must } from "../base/result";

/** The fonts that come with Hemstitch, each with its licence beside it. */
export const SHIPPED_FONTS: Readonly<Record<string, string>> = {
  Barlow: "Barlow-Regular.ttf",
  Archivo: "Archivo-Regular.ttf",
  "Spline Sans Mono": "SplineSansMono-Regular.ttf",
};

/** A shipped font from the folder of fonts; undefined for a family that does not come with Hemstitch. */
export function shippedFont(folder: string, family: string): LetteringFont | undefined {
  const file = Object.hasOwn(SHIPPED_FONTS, family) ? SHIPPED_FONTS[family] : undefined;
  return file === undefined ? undefined : must(readFontFile(new Uint8Array(readFileSync(join(folder, file)))));
}
