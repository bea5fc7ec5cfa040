import type { BoxMm } from "../drawing";
import { editDrawing, readDrawing, type InflateFn, type ReadLimits } from "../formats";
import type { PictureFile } from "../formats/picture-file";
import { PdfWriter, type FontFile, type PdfPage } from "../formats/pdf/write";
import { drawScaleBar, Lettered, scaleBar } from "../plot";
import { bad, good, type Result } from "../base/result";
import { formatScale, type Scale } from "../quantity";
import { StandardLookup, type FrameEntry, type OfficeStandard } from "../standard";
import { extentOf } from "./extent";
import { drawFixedItems, itemBox } from "./fixed-items";
import { drawFrame, drawingArea, penOn, titleBlockBox, type Particulars } from "./frame";
import { keepOnPaper } from "./restyle";

/** A source drawing put on a sheet. */
export interface Placement {
  /** The drawing as PDF; its first page is placed. */
  readonly bytes: Uint8Array;
  /** Scale that the source is drawn at. */
  readonly drawnAt: Scale;
  /** Scale that it is placed at. */
  readonly placedAt: Scale;
  readonly title: string;
  /** Where the middle of the drawing goes, sheet millimetres; the middle of the free room unless said. */
  readonly middleMm?: { readonly x: number; readonly y: number };
}

export interface SheetRequest {
  readonly standard: OfficeStandard;
  readonly frame: FrameEntry;
  readonly particulars: Particulars;
  readonly units: "metric" | "feet-inches";
  /** The font of what no style of the standard asks another for. */
  readonly font: FontFile & { readonly family?: string };
  /** Fonts at hand that the standard's text styles name besides. */
  readonly fonts?: readonly (FontFile & { readonly family: string })[];
  readonly placements: readonly Placement[];
  /** Pictures of stamps by their SHA-256; a stamp whose picture is missing is left as an empty area. */
  readonly pictures?: ReadonlyMap<string, PictureFile>;
  readonly limits?: Partial<ReadLimits>;
  readonly inflate?: InflateFn;
}

/** A composed sheet, and how its drawings came to lie. */
export interface ComposedSheet {
  readonly bytes: Uint8Array;
  readonly placed: readonly { readonly title: string; readonly boxMm: BoxMm; readonly fits: boolean }[];
}

/** A placed drawing with the names of its layers. */
type Laid = ComposedSheet["placed"][number] & { readonly layers: readonly string[] };

/** Room below a drawing for its title and scale bar, millimetres. */
const TITLE_ROOM_MM = 22;
/** Kept around the marks of a placed drawing when it is cropped, millimetres on the sheet. */
const CROP_MARGIN_MM = 2;
const BAR_FROM_TITLE_MM = 8;
const TITLE_MM = 5;
const SCALE_MM = 2.5;

/**
 * Composes one sheet: the frame, its title block filled, and each drawing at its scale with its
 * title, its scale and a true scale bar. Pens, dashes and lettering keep their size on paper.
 */
export async function composeSheet(request: SheetRequest): Promise<Result<ComposedSheet>> {
  const { frame, particulars, placements, standard, font, fonts = [] } = request;
  const drawing = await PdfWriter.create(
    font,
    [particulars["number"], particulars["title"]].filter(Boolean).join(" ") || frame.title,
    fonts,
  );
  const page = drawing.addPage(frame.widthMm, frame.heightMm);
  const placed: Laid[] = [];
  for (const placement of placements) {
    const one = await placeOne(page, request, placement);
    if (!one.ok) return one;
    placed.push(one.value);
  }
  const lookup = new StandardLookup(standard);
  drawFrame(page, frame, particulars, lookup);
  const used = new Set(placed.flatMap((each) => each.layers));
  const legend = standard.layers.filter((layer) => layer.plots && used.has(layer.name));
  drawFixedItems(page, frame, lookup, legend);
  const stamped = await drawStamps(page, request);
  if (!stamped.ok) return stamped;
  page.stateScale(
    placements.map((placement, i) => ({
      boxMm: placed[i]?.boxMm ?? drawingArea(frame),
      name: placement.title,
      buildingPerPaper: placement.placedAt.toNumber(),
      ratio: formatScale(placement.placedAt, request.units),
      units: request.units,
    })),
  );
  page.finish();
  const sheetTitle = [particulars["number"], particulars["title"]].filter(Boolean).join(" – ") || frame.title;
  drawing.bookmark([
    { title: sheetTitle, page },
    ...placed.map(({ title, boxMm }, i) => ({
      title: `${title} ${scaleWords(placements[i], request.units)}`,
      page,
      boxMm,
    })),
  ]);
  return good({
    bytes: await drawing.save(),
    placed: placed.map(({ title, boxMm, fits: inside }) => ({ title, boxMm, fits: inside })),
  });
}

const scaleWords = (placement: Placement | undefined, units: SheetRequest["units"]): string =>
  placement ? formatScale(placement.placedAt, units) : "";

/** Puts the pictures of stamps into their areas, whole and upright. */
async function drawStamps(page: PdfPage, { frame, pictures }: SheetRequest): Promise<Result<undefined>> {
  for (const item of frame.items ?? []) {
    const picture = item.kind === "stamp" && item.sha256 !== undefined ? pictures?.get(item.sha256) : undefined;
    if (!picture) continue;
    const box = itemBox(frame, item);
    const inner = { x: box.x + 1, y: box.y + 1, width: box.width - 2, height: box.height - 2 };
    const drawn = await page.layer(frame.layers.cells).picture(picture, inner);
    if (!drawn.ok) return bad(drawn.problem.code, `The picture of “${item.title}”: ${drawn.problem.message}`);
  }
  return good(undefined);
}

/** The part of the drawing area that the title block leaves free for a drawing and its title. */
export function freeRoom(frame: FrameEntry): BoxMm {
  const [area, block] = [drawingArea(frame), titleBlockBox(frame)];
  const above = { x: area.x, y: block.y + block.height, width: area.width, height: area.height - block.height };
  const beside = { x: area.x, y: area.y, width: area.width - block.width, height: area.height };
  return above.width * above.height >= beside.width * beside.height ? above : beside;
}

async function placeOne(page: PdfPage, request: SheetRequest, placement: Placement): Promise<Result<Laid>> {
  const options = {
    ...(request.limits ? { limits: request.limits } : {}),
    ...(request.inflate ? { inflate: request.inflate } : {}),
  };
  const read = await readDrawing(placement.bytes, options);
  if (!read.ok) return read;
  const { drawing, origin } = read.value;
  const source = drawing.pages[0];
  const extent = source && extentOf(source);
  if (!source || !extent)
    return bad("nothing-to-place", `The drawing “${placement.title}” has nothing on it.`, {
      remedy: "Choose another source drawing.",
    });
  const factor = placement.drawnAt.toNumber() / placement.placedAt.toNumber();
  const restyled =
    Math.abs(factor - 1) < 1e-9
      ? good(placement.bytes)
      : await editDrawing(placement.bytes, origin, keepOnPaper(drawing, { page: source, factor }), options);
  if (!restyled.ok) return restyled;
  const [width, height] = [extent.width * factor, extent.height * factor];
  const room = freeRoom(request.frame);
  const middle = placement.middleMm ?? {
    x: room.x + room.width / 2,
    y: room.y + TITLE_ROOM_MM + (room.height - TITLE_ROOM_MM) / 2,
  };
  const boxMm = { x: middle.x - width / 2, y: middle.y - height / 2, width, height };
  const margin = CROP_MARGIN_MM / factor;
  const cropMm = {
    x: extent.x - margin,
    y: extent.y - margin,
    width: extent.width + 2 * margin,
    height: extent.height + 2 * margin,
  };
  const done = await page.place(
    restyled.value,
    { x: boxMm.x, y: boxMm.y, fromX: extent.x, fromY: extent.y, factor, cropMm },
    options,
  );
  if (!done.ok) return done;
  drawDrawingTitle(page, request, placement, boxMm);
  return good({
    title: placement.title,
    boxMm,
    fits: fits(request.frame, boxMm),
    layers: drawing.layers.map((layer) => layer.name),
  });
}

function drawDrawingTitle(
  page: PdfPage,
  { frame, standard, units }: SheetRequest,
  placement: Placement,
  box: BoxMm,
): void {
  const y = box.y - 12;
  const lookup = new StandardLookup(standard);
  const [title, small] = [TITLE_MM, SCALE_MM].map((each) => Lettered.near(page, lookup, each)) as [Lettered, Lettered];
  const words = `Scale ${formatScale(placement.placedAt, units)}`;
  page
    .layer(frame.layers.titles)
    .ink(0)
    .fillInk(0)
    .pen(penOn(lookup, frame.layers.titles, 0.35));
  const width = Math.max(title.widthOfWords(placement.title), small.widthOfWords(words));
  title.words(placement.title, box.x, y + 2);
  page.line(box.x, y, box.x + width, y);
  small.words(words, box.x, y - 1.5 - small.heightMm);
  drawScaleBar(page, scaleBar(placement.placedAt, units), box.x + width + BAR_FROM_TITLE_MM, y - 2, small);
}

const overlap = (a: BoxMm, b: BoxMm): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Whether a drawing with its title lies inside the borders and clear of the title block and the fixed items. */
export function fits(frame: FrameEntry, box: BoxMm): boolean {
  const [area, block] = [drawingArea(frame), titleBlockBox(frame)];
  const bottom = box.y - TITLE_ROOM_MM + 4;
  const inside =
    box.x >= area.x &&
    bottom >= area.y &&
    box.x + box.width <= area.x + area.width &&
    box.y + box.height <= area.y + area.height;
  const clear = box.x + box.width <= block.x || bottom >= block.y + block.height;
  const overItem = (frame.items ?? []).map((item) => itemBox(frame, item)).some((item) => overlap(item, box));
  return inside && clear && !overItem;
}
