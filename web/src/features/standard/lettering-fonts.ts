import { useEffect, useMemo, useState } from "react";
import { familyName } from "@hemstitch/core/drawing";
import { BARLOW, type SvgFont } from "@hemstitch/core/formats/svg";
import type { FontEntry } from "@hemstitch/core/standard/plain";
import { getBytes } from "../shared/api";

/** Families that come with Hemstitch, and what the page calls them. */
const SHIPPED: Readonly<Record<string, string>> = {
  Archivo: "Archivo Variable",
  "Spline Sans Mono": "Spline Sans Mono",
};

let measuring: CanvasRenderingContext2D | null | undefined;

function canvas(): CanvasRenderingContext2D | null {
  if (measuring === undefined)
    measuring = typeof document === "undefined" ? null : document.createElement("canvas").getContext("2d");
  return measuring;
}

const MEASURED_AT_PX = 100;

function measure(face: string, text: string): TextMetrics | undefined {
  const context = canvas();
  if (!context) return undefined;
  context.font = `${MEASURED_AT_PX}px "${face}"`;
  return context.measureText(text);
}

const widthIn =
  (face: string): SvgFont["widthOf"] =>
  (text) =>
    (measure(face, text)?.width ?? BARLOW.widthOf(text) * MEASURED_AT_PX) / MEASURED_AT_PX;

/** Barlow as the browser sets it, so that frames and places fit what is shown. */
export const OWN_FONT: SvgFont = { ...BARLOW, widthOf: widthIn("Barlow") };

/** Fonts that were uploaded on this page: seen at once, also before the standard that names them is stored. */
const handedIn = new Map<string, { readonly sha256: string; readonly file: Blob }>();

export const rememberFont = (family: string, sha256: string, file: Blob): void =>
  void handedIn.set(familyName(family), { sha256, file });

/** What was opened or is being opened, by face; a font that can't be is null. */
const opened = new Map<string, Promise<SvgFont | null>>();

function open(family: string, uploaded: readonly FontEntry[]): Promise<SvgFont | null> {
  const alike = (other: string): boolean => familyName(other) === familyName(family);
  const sha256 =
    uploaded.find((font) => alike(font.family) && font.sha256 !== undefined)?.sha256 ??
    handedIn.get(familyName(family))?.sha256;
  const shipped = Object.keys(SHIPPED).find(alike);
  const face = sha256 ? `office-${sha256}` : shipped && SHIPPED[shipped];
  if (face === undefined) return Promise.resolve(null);
  const known = opened.get(face);
  if (known) return known;
  const font = bring(face, sha256)
    .then((): SvgFont => {
      const capHeight = (measure(face, "H")?.actualBoundingBoxAscent ?? 0) / MEASURED_AT_PX;
      return { family, face, capHeight: capHeight || BARLOW.capHeight, widthOf: widthIn(face) };
    })
    .catch(() => {
      // It may be there next time: stored meanwhile, or the line is back.
      opened.delete(face);
      return null;
    });
  opened.set(face, font);
  return font;
}

async function bring(face: string, sha256: string | undefined): Promise<void> {
  if (sha256 !== undefined) {
    document.fonts.add(await new FontFace(face, await fileOf(sha256)).load());
  }
  await document.fonts.load(`${MEASURED_AT_PX}px "${face}"`, "Hamburg 0123");
}

async function fileOf(sha256: string): Promise<ArrayBuffer> {
  const own = [...handedIn.values()].find((each) => each.sha256 === sha256);
  if (own) return own.file.arrayBuffer();
  const { bytes } = await getBytes(`/api/standard/fonts?sha256=${sha256}`);
  return bytes.slice().buffer;
}

/** Of the families that a drawing asks for, the fonts that the browser has by now; the others are brought. */
export function useLetteringFonts(families: readonly string[], uploaded: readonly FontEntry[]): readonly SvgFont[] {
  const [fonts, setFonts] = useState<readonly SvgFont[]>([]);
  const wanted = useMemo(() => families.filter((family) => familyName(family) !== "barlow").join("\n"), [families]);
  useEffect(() => {
    if (wanted === "") return;
    let left = false;
    void Promise.all(wanted.split("\n").map((family) => open(family, uploaded))).then((all) => {
      const found = all.filter((font) => font !== null);
      if (!left) setFonts((was) => (sameFonts(was, found) ? was : found));
    });
    return () => {
      left = true;
    };
  }, [wanted, uploaded]);
  return fonts;
}

const sameFonts = (a: readonly SvgFont[], b: readonly SvgFont[]): boolean =>
  a.length === b.length && a.every((font, i) => font === b[i]);
