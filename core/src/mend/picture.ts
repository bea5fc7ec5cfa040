import { grown, pathBox, textBox, type BoxMm, type Drawing, type PathColumns, type TextColumns } from "../drawing";
import type { ChangeLog } from "./change-log";

/** A page as another program paints it: red, green, blue and alpha, rows from the top. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly pixelsPerMm: number;
  readonly rgba: Uint8ClampedArray;
}

/** Paints a page (1 for the first); nothing where that would take too long. Throws where the file can't be painted. */
export type Paint = (bytes: Uint8Array, drawing: Drawing, page: number) => Promise<Picture | undefined>;

/** Which pages were painted before and after a mend and found alike, and which were not compared, and why. */
export interface Compared {
  readonly alike: readonly number[];
  readonly notCompared: readonly { readonly page: number; readonly reason: string }[];
}

const TOO_MUCH = "There is too much to paint.";

/** Levels of 255 that a pixel may differ by: the painter is the same, so that what is not changed is not changed. */
const SAME_LEVEL = 24;
/** How far around a mark its edge reaches: a pixel for the smoothing, and a mitre as far as it may stand out. */
const EDGE_PX = 2;
const MITRE = 5;
/** What of lettering lies below its baseline, above its capitals and beside its ends, as a share of its height. */
const AROUND_LETTERS = 0.5;

interface Side {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
}

/**
 * Compares how pages look before and after a mend, painted by a program that shares nothing with our reader. They may
 * differ within the boxes of the mended marks alone. Returns what differs in words, or which pages were compared.
 */
export async function comparePictures(
  before: Side,
  after: Side,
  log: ChangeLog,
  paint: Paint,
): Promise<string | Compared> {
  const alike: number[] = [];
  const notCompared: { page: number; reason: string }[] = [];
  for (const page of log.pagesChanged()) {
    const was = await paintedOrWhy(before, page, paint);
    const is = typeof was === "string" ? was : await paintedOrWhy(after, page, paint);
    if (typeof was === "string") notCompared.push({ page, reason: was });
    else if (is === TOO_MUCH) notCompared.push({ page, reason: is });
    else if (typeof is === "string") return `Page ${page} can't be painted any more: ${is}`;
    else {
      const difference = pictureDifference(was, is, boxesOf(before.drawing, after.drawing, log, page));
      if (difference !== undefined) return difference;
      alike.push(page);
    }
  }
  return { alike, notCompared };
}

/** The picture of a page, or why there is none. */
async function paintedOrWhy({ bytes, drawing }: Side, page: number, paint: Paint): Promise<Picture | string> {
  try {
    return (await paint(bytes, drawing, page)) ?? TOO_MUCH;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Where two pictures of a page differ beyond some boxes, in words; nothing where they don't. */
export function pictureDifference(was: Picture, is: Picture, boxes: readonly BoxMm[]): string | undefined {
  if (was.width !== is.width || was.height !== is.height) return "The picture of the page has another size.";
  const free = within(boxes, was);
  for (let i = 0; i < free.length; i++) {
    if (free[i] === 1 || samePixel(was.rgba, is.rgba, i * 4)) continue;
    const [x, y] = [(i % was.width) / was.pixelsPerMm, (was.height - Math.floor(i / was.width)) / was.pixelsPerMm];
    return `The picture of the page differs at ${x.toFixed(0)}, ${y.toFixed(0)} mm, where nothing was to be changed.`;
  }
  return undefined;
}

function samePixel(a: Uint8ClampedArray, b: Uint8ClampedArray, at: number): boolean {
  for (let c = at; c < at + 3; c++) if (Math.abs((a[c] ?? 0) - (b[c] ?? 0)) > SAME_LEVEL) return false;
  return true;
}

/** 1 for each pixel that lies within one of the boxes. */
function within(boxes: readonly BoxMm[], { width, height, pixelsPerMm }: Picture): Uint8Array {
  const free = new Uint8Array(width * height);
  for (const box of boxes) {
    const left = Math.max(0, Math.floor(box.x * pixelsPerMm) - EDGE_PX);
    const right = Math.min(width, Math.ceil((box.x + box.width) * pixelsPerMm) + EDGE_PX);
    const top = Math.max(0, Math.floor(height - (box.y + box.height) * pixelsPerMm) - EDGE_PX);
    const bottom = Math.min(height, Math.ceil(height - box.y * pixelsPerMm) + EDGE_PX);
    for (let y = top; y < bottom && left < right; y++) free.fill(1, y * width + left, y * width + right);
  }
  return free;
}

/** Around all marks of a page that look otherwise now, as they were and as they are. */
function boxesOf(before: Drawing, after: Drawing, log: ChangeLog, page: number): BoxMm[] {
  const [paths, texts] = [log.looksChanged(page, "paths"), log.looksChanged(page, "texts")];
  const [was, is] = [before.pages[page - 1], after.pages[page - 1]];
  if (!was || !is) return [];
  const aroundPath = (found: PathColumns, row: number): BoxMm =>
    grown(pathBox(found, row), ((found.widthMm[row] ?? 0) / 2) * MITRE);
  const aroundText = (found: TextColumns, row: number): BoxMm =>
    grown(textBox(found, row), (found.heightMm[row] ?? 0) * AROUND_LETTERS);
  const left = log.pathsLeft(page);
  return [
    ...Array.from(paths)
      .filter((row) => row < was.paths.count)
      .map((row) => aroundPath(was.paths, row)),
    ...Array.from(is.paths.order.keys())
      .filter((row) => paths.has(left?.[row] ?? row))
      .map((row) => aroundPath(is.paths, row)),
    ...[was, is].flatMap((found) => Array.from(texts, (row) => aroundText(found.texts, row))),
    ...log.writtenOn(page).map((_, i) => aroundText(is.texts, was.texts.count + i)),
  ];
}
