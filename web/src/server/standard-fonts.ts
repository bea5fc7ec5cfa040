import { join } from "node:path";
import { readFontFile, type LetteringFont } from "@hemstitch/core/formats/font-file";
import { SHIPPED_FONTS, shippedFont } from "@hemstitch/core/node";
import type { OfficeStandard } from "@hemstitch/core/standard";
import { database } from "./database/client";
import { officeFileBytes } from "./files/keep";
import { projectRoot } from "./jobs/threads";

const folder = (): string => join(projectRoot(), "core", "assets", "fonts");

/** The font that Hemstitch itself writes in. */
export const barlow = (): LetteringFont => {
  const font = shippedFont(folder(), "Barlow");
  if (!font) throw new Error("The font Barlow is missing.");
  return font;
};

/** Fonts at hand for a standard: those that were uploaded for it, and those that come with Hemstitch. */
export async function fontsOf(officeId: string, standard: OfficeStandard): Promise<LetteringFont[]> {
  const hashes = standard.fonts.flatMap((font) => font.sha256 ?? []);
  const rows = await officeFileBytes(database(), officeId, hashes);
  const uploaded = standard.fonts.flatMap((font) => {
    const row = rows.find((each) => each.sha256 === font.sha256);
    const read = row && readFontFile(row.bytes);
    return read?.ok ? [{ ...read.value, family: font.family }] : [];
  });
  return [...uploaded, ...Object.keys(SHIPPED_FONTS).flatMap((family) => shippedFont(folder(), family) ?? [])];
}
