import { PAINT, type Page } from "../drawing";
import { groundsOf } from "./grounds";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** Colours are grey where their parts differ by no more than this, of 255. */
const GREY = 10;

/** Visible strokes of one layer in one colour. */
export interface ColourLook {
  readonly layer: number;
  readonly colour: number;
  readonly rows: Uint32Array;
}

export const STROKE_COLOURS: PageRecogniser<ColourLook> = {
  id: "stroke-colours",
  on: "page",
  ofDrawing: true,
  finds: "lines by the colour that they plot in",
  from: "the layer and colour of each visible stroke; white ones on the bare paper are grounds",
  find: ({ page }) => coloursOf(page).map((look) => measuredOn(page.index, look, { of: "paths", rows: look.rows })),
};

function coloursOf(page: Page): ColourLook[] {
  const { paths } = page;
  const isGround = groundsOf(page);
  const groups = new Map<number, number[]>();
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) === 0 || (paint & PAINT.hidden) !== 0 || isGround(row)) continue;
    const key = ((paths.layer[row] ?? -1) + 1) * 0x1000000 + (paths.strokeColour[row] ?? 0);
    const known = groups.get(key);
    if (known) known.push(row);
    else groups.set(key, [row]);
  }
  return [...groups].map(([key, rows]) => ({
    layer: Math.floor(key / 0x1000000) - 1,
    colour: key % 0x1000000,
    rows: Uint32Array.from(rows),
  }));
}

/** How dark a grey is, per cent of black; undefined for a colour. */
export function shadeOf(colour: number): number | undefined {
  const [r, g, b] = [(colour >> 16) & 255, (colour >> 8) & 255, colour & 255];
  if (Math.max(r, g, b) - Math.min(r, g, b) > GREY) return undefined;
  return 100 - ((r + g + b) / 3 / 255) * 100;
}
