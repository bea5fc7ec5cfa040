import type { Board } from "../drawing";
import type { LayerEntry, StandardLookup, TextStyleEntry } from "../standard/plain";
import { Lettered } from "./lettered";

/** Rows of a layer key stand so far apart, millimetres (500 mm at 1:100; common practice, no source). */
export const KEY_ROW_MM = 5;
export const KEY_SAMPLE_MM = 24;

/** Pen width and dashes that a layer plots with, in a schedule that may change its pen. Millimetres. */
export function plotsWith(
  standard: StandardLookup,
  layer: LayerEntry,
  penOf: (layer: LayerEntry) => string | undefined = (each) => each.pen,
): { readonly widthMm: number; readonly dashMm: readonly number[]; readonly shadePercent: number } {
  const pen = standard.pen(penOf(layer) ?? "");
  const widthMm = pen?.widthMm ?? standard.pens[0]?.widthMm ?? 0.25;
  const type = layer.lineType === undefined ? undefined : standard.lineType(layer.lineType);
  return {
    widthMm,
    dashMm: (type?.pattern ?? []).map((each) => each * widthMm),
    shadePercent: pen?.shadePercent ?? 100,
  };
}

/** A shade of black as a colour, 0xRRGGBB. */
export const shade = (percent: number): number => {
  const level = Math.round(255 - percent * 2.55);
  return (level << 16) | (level << 8) | level;
};

/** The lettering of a key: its layer, pen and style; of a usual height where the standard has no styles. */
export interface KeyLettering {
  readonly layer: string;
  readonly penMm: number;
  readonly style: TextStyleEntry | undefined;
  readonly usualMm: number;
}

/**
 * A layer key: a sample line of each layer, on that layer, and its name. The first row's baseline at
 * (x, y), further rows below it. Returns the height, millimetres.
 */
export function drawLayerKey(
  board: Board,
  standard: StandardLookup,
  layers: readonly LayerEntry[],
  x: number,
  y: number,
  lettering: KeyLettering,
  penOf?: (layer: LayerEntry) => string | undefined,
): number {
  const names = new Lettered(board, lettering.style, lettering.usualMm);
  layers.forEach((layer, i) => {
    const row = y - i * KEY_ROW_MM;
    const { widthMm, dashMm, shadePercent } = plotsWith(standard, layer, penOf);
    board.layer(layer.name).ink(shade(shadePercent)).pen(widthMm, dashMm);
    board.line(x, row + names.heightMm / 2, x + KEY_SAMPLE_MM, row + names.heightMm / 2);
    board.layer(lettering.layer).ink(0).fillInk(0).pen(lettering.penMm);
    names.asWritten(layer.name, x + KEY_SAMPLE_MM + 3, row);
  });
  return layers.length * KEY_ROW_MM;
}
