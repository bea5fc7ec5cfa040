import { IDENTITY, type Matrix } from "../../drawing";
import type { ColourSpace, Rgb } from "./colour";
import { fromGrey } from "./colour";
import type { Span } from "./columns";
import type { LoadedFont } from "./fonts/font";

/** Where the state's value was set; an instance of -1 says nowhere that can be edited. */
export interface SetAt extends Span {
  readonly instance: number;
}

export const NOWHERE: SetAt = { instance: -1, from: 0, to: 0 };

const grey: ColourSpace = (v) => fromGrey(v[0] ?? 0);

/** The graphics state of ISO 32000-1, 8.4, as far as it shows on paper. */
export class GraphicsState {
  ctm: Matrix = IDENTITY;
  /** √|det| of the matrix: millimetres of one unit of user space. */
  unitMm = 1;
  lineWidth = 1;
  dash: readonly number[] = [];
  dashPhase = 0;
  /** Cache of the dash's id on paper; -1 when the dash or the matrix changed. */
  dashId = 0;
  cap = 0;
  strokeColour: Rgb = 0;
  fillColour: Rgb = 0;
  /** Index into the file's fill patterns. */
  fillPattern = 0;
  strokeSpace: ColourSpace = grey;
  fillSpace: ColourSpace = grey;
  /** Index into the page's clips. */
  clip = 0;

  strokeAlpha = 1;
  fillAlpha = 1;
  /** What the groups around let through of all that is in them. */
  groupAlpha = 1;
  blend = "Normal";
  masked = false;
  /** Cache of the transparency's id; -1 when something of it changed. */
  transparencyId = 0;

  font: LoadedFont | undefined;
  fontId = 0;
  fontName = "";
  fontSize = 0;
  characterSpacing = 0;
  wordSpacing = 0;
  horizontal = 1;
  leading = 0;
  rise = 0;
  textMode = 0;

  widthSet: SetAt = NOWHERE;
  dashSet: SetAt = NOWHERE;

  clone(): GraphicsState {
    return Object.assign(Object.create(GraphicsState.prototype) as GraphicsState, this);
  }
}
