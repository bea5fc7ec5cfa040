import { PAINT, straightsOfRow, type MarkSort } from "../drawing";
import { inItsUnits } from "../quantity";
import { partAt } from "./dimensions/drawings";
import { scaleInWords } from "./dimensions/scale-in-words";
import { ImpliedLayers, type ImpliedLayer } from "./implied-layer";
import { entriesOf, NAMED_LAYERS } from "./layer-names";
import { isLineType } from "./line-types";
import { DASH_OFF } from "./judged-line-types";
import type { PageFacts } from "./recogniser";

/** What can be said of one mark that somebody points at. Lengths on paper in millimetres. */
export interface AskedMark {
  readonly what: "line" | "area" | "lettering";
  /** Its layer's name; none for a mark on no layer. */
  readonly layer?: string;
  /** Unknown where the standard registers no layers, or may not be seen. So for what else is compared with it: null says that it is none of them. */
  readonly isRegistered?: boolean;
  /** Of its strokes; none for an area. */
  readonly widthMm?: number;
  /** The pen of that width, and the one that its layer plots with. */
  readonly pen?: string | null;
  readonly layersPen?: string;
  /** The line type of the standard that it is drawn in. */
  readonly lineType?: string | null;
  readonly dashMm?: readonly number[];
  /** 0xRRGGBB. */
  readonly colour: number;
  readonly lengthMm?: number;
  /** The same in the building, in the drawing's units, and the scale that it was worked out at. */
  readonly inBuilding?: string;
  readonly scale?: string;
  readonly text?: string;
  readonly heightMm?: number;
  readonly font?: string;
  readonly textStyle?: string | null;
  /** The registered layer that its look and content imply. */
  readonly implied?: ImpliedLayer;
}

const SAME_WIDTH_MM = 0.005;
const SAME_HEIGHT_SHARE = 0.04;

/** Says of a mark what it is, how it plots and where it belongs. `row` is one of the page's paths or texts. */
export function askedOf(facts: PageFacts, of: MarkSort, row: number): AskedMark {
  const { page, file } = facts;
  const id = page[of].layer[row] ?? -1;
  const entry = entriesOf(file.of(NAMED_LAYERS))[id];
  const layer = file.drawing.layers[id]?.name;
  const layersPen = file.standard.penOf(entry)?.id;
  const belongs = new ImpliedLayers(facts);
  const implied = of === "paths" ? belongs.ofPath(row) : belongs.ofText(row);
  return {
    ...(of === "paths" ? pathOf(facts, row) : textOf(facts, row)),
    ...(layer === undefined ? {} : { layer }),
    ...(file.standard.standard.layers.length === 0 ? {} : { isRegistered: entry !== undefined }),
    ...(layersPen === undefined ? {} : { layersPen }),
    ...(implied ? { implied } : {}),
  };
}

type OfLook = Omit<AskedMark, "layer" | "isRegistered" | "layersPen" | "implied">;

function pathOf(facts: PageFacts, row: number): OfLook {
  const { page, file } = facts;
  const { paths } = page;
  const paint = paths.paint[row] ?? 0;
  if ((paint & PAINT.stroke) === 0) return { what: "area", colour: paths.fillColour[row] ?? 0 };
  const widthMm = paths.widthMm[row] ?? 0;
  const dashMm = file.drawing.dashes[paths.dash[row] ?? 0] ?? [];
  const share = file.valueOf(DASH_OFF);
  const capped = (paint & PAINT.capped) !== 0;
  const { lineTypes } = file.standard.standard;
  const type = lineTypes.find((each) => isLineType(dashMm, each, widthMm, capped, share));
  const pen = file.standard.pens.find((each) => Math.abs(each.widthMm - widthMm) <= SAME_WIDTH_MM);
  return {
    what: "line",
    colour: paths.strokeColour[row] ?? 0,
    widthMm,
    ...(file.standard.pens.length === 0 ? {} : { pen: pen?.id ?? null }),
    dashMm,
    ...(lineTypes.length === 0 ? {} : { lineType: type?.id ?? null }),
    ...lengthOf(facts, row),
  };
}

function lengthOf(facts: PageFacts, row: number): Pick<AskedMark, "lengthMm" | "inBuilding" | "scale"> {
  let [lengthMm, x, y]: [number, number | undefined, number] = [0, undefined, 0];
  straightsOfRow(facts.page.paths, row, (x1, y1, x2, y2) => {
    lengthMm += Math.hypot(x2 - x1, y2 - y1);
    if (x === undefined) [x, y] = [(x1 + x2) / 2, (y1 + y2) / 2];
  });
  const part = x === undefined ? undefined : partAt(facts, [x, y]);
  const scale = part?.implied?.scale ?? part?.stated?.scale;
  if (!part || !scale) return { lengthMm };
  const like = part.dimensions.find(({ reading }) => reading);
  const inBuilding = lengthMm * scale.toNumber();
  return {
    lengthMm,
    inBuilding: like?.reading
      ? inItsUnits(inBuilding, like.reading, like.dimension.written.form)
      : `${Number(inBuilding.toFixed(1))} mm`,
    scale: scaleInWords(part, scale),
  };
}

function textOf({ page, file }: PageFacts, row: number): OfLook {
  const { texts } = page;
  const heightMm = texts.heightMm[row] ?? 0;
  const style = file.standard.nearestTextStyle(heightMm);
  const isStyles = style && Math.abs(style.heightMm / heightMm - 1) <= SAME_HEIGHT_SHARE;
  const font = file.drawing.fonts[texts.font[row] ?? 0]?.name;
  return {
    what: "lettering",
    colour: texts.colour[row] ?? 0,
    text: texts.strings[row] ?? "",
    heightMm,
    ...(font === undefined ? {} : { font }),
    ...(style ? { textStyle: isStyles ? style.id : null } : {}),
  };
}
