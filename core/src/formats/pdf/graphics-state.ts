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
  /** Index into the file's transparencies. */
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

  /** Takes over another state, field by field: whole drawings save and restore it for every line. */
  copy(other: GraphicsState): this {
    this.ctm = other.ctm;
    this.unitMm = other.unitMm;
    this.lineWidth = other.lineWidth;
    this.dash = other.dash;
    this.dashPhase = other.dashPhase;
    this.dashId = other.dashId;
    this.cap = other.cap;
    this.strokeColour = other.strokeColour;
    this.fillColour = other.fillColour;
    this.fillPattern = other.fillPattern;
    this.strokeSpace = other.strokeSpace;
    this.fillSpace = other.fillSpace;
    this.clip = other.clip;
    this.strokeAlpha = other.strokeAlpha;
    this.fillAlpha = other.fillAlpha;
    this.groupAlpha = other.groupAlpha;
    this.blend = other.blend;
    this.masked = other.masked;
    this.transparencyId = other.transparencyId;
    this.font = other.font;
    this.fontId = other.fontId;
    this.fontName = other.fontName;
    this.fontSize = other.fontSize;
    this.characterSpacing = other.characterSpacing;
    this.wordSpacing = other.wordSpacing;
    this.horizontal = other.horizontal;
    this.leading = other.leading;
    this.rise = other.rise;
    this.textMode = other.textMode;
    this.widthSet = other.widthSet;
    this.dashSet = other.dashSet;
    return this;
  }

  clone(): GraphicsState {
    return new GraphicsState().copy(this);
  }
}
