import { readFileSync } from "node:fs";
import { join } from "node:path";
import { SHIPPED_FONTS } from "@hemstitch/core/node";
import type { OfficeStandard } from "@hemstitch/core/standard";
import { forTheOffice } from "../base/asking";
import { database } from "../database/client";
import { officeFileBytes } from "../files/keep";
import { inThread, projectRoot, TookTooLong } from "../work/threads";
import type { NamedFont, ReadFontResult, ThreadProblem } from "../work/thread-work";

const shipped = new Map<string, NamedFont>();

/** A font that comes with Hemstitch. */
function shippedFont(family: string): NamedFont {
  const known = shipped.get(family);
  if (known) return known;
  const path = join(projectRoot(), "core", "assets", "fonts", SHIPPED_FONTS[family] ?? "");
  const font = { family, bytes: new Uint8Array(readFileSync(path)) };
  shipped.set(family, font);
  return font;
}

/** The font that Hemstitch itself writes in. */
export const barlow = (): NamedFont => shippedFont("Barlow");

/** How long the reading of a font may take. A sound one is read in a tenth of a second. Milliseconds. */
const FONT_MS = 5_000;

/** Reads a font that somebody handed in, in a thread: what it does with letters is a program that need never end. */
export async function readUploadedFont(bytes: Uint8Array): Promise<ReadFontResult | ThreadProblem> {
  try {
    return await inThread({ kind: "read-font", bytes }, { deadlineMs: FONT_MS });
  } catch (error) {
    if (!(error instanceof TookTooLong)) throw error;
    return {
      ok: false,
      problem: `The font could not be read within ${FONT_MS / 1000} seconds: its substitutions of glyphs do not end.`,
      remedy: "Choose another font, or save it without its substitutions.",
    };
  }
}

/** Fonts that were read, by SHA-256: whether drawings can be lettered with them. */
const sound = new Map<string, Promise<boolean>>();
const MOST_REMEMBERED = 500;

/** Whether a kept font can be used; one is looked at once a process, as it may have been kept by an earlier version. */
function isSound(officeId: string, sha256: string, bytes: Uint8Array): Promise<boolean> {
  const known = sound.get(sha256);
  if (known) return known;
  if (sound.size >= MOST_REMEMBERED) sound.clear();
  const looking = forTheOffice(officeId, () => readUploadedFont(bytes)).then(({ ok }) => ok);
  sound.set(sha256, looking);
  // What could not be looked at now is looked at the next time.
  looking.catch(() => sound.delete(sha256));
  return looking;
}

/** Fonts at hand for a standard: those that were uploaded for it, and those that come with Hemstitch. */
export async function fontsOf(officeId: string, standard: OfficeStandard): Promise<NamedFont[]> {
  const hashes = standard.fonts.flatMap((font) => font.sha256 ?? []);
  const rows = await officeFileBytes(database(), officeId, hashes);
  const uploaded = await Promise.all(
    standard.fonts.map(async ({ family, sha256 }) => {
      const row = rows.find((each) => each.sha256 === sha256);
      return row && (await isSound(officeId, row.sha256, row.bytes)) ? [{ family, bytes: row.bytes }] : [];
    }),
  );
  return [...uploaded.flat(), ...Object.keys(SHIPPED_FONTS).map(shippedFont)];
}
