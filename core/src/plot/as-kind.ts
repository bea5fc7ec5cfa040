import { PAINT, type Drawing, type Page } from "../drawing";
import { StandardLookup, type OfficeStandard, type Showing } from "../standard/plain";
import { penIn } from "./pen-in";

/** How light faint marks are: the share of the way from their colour to white. */
const FAINTNESS = 0.62;

/**
 * A drawing as it would show and plot in a drawing kind: layers that the kind leaves out hidden,
 * faint ones lightened, each in the kind's pen. Undecided layers show as they are.
 */
export function asKind(drawing: Drawing, standard: OfficeStandard, kindId: string): Drawing {
  const lookup = new StandardLookup(standard);
  const penOf = penIn(standard, kindId);
  const states = drawing.layers.map(({ name }) => standard.showing[name]?.[kindId]);
  const widths = drawing.layers.map(({ name }) => {
    const layer = lookup.layer(name);
    return layer && lookup.pen(penOf(layer) ?? "")?.widthMm;
  });
  return { ...drawing, pages: drawing.pages.map((page) => pageAsKind(page, states, widths)) };
}

function pageAsKind(
  page: Page,
  states: readonly (Showing | undefined)[],
  widths: readonly (number | undefined)[],
): Page {
  const { paths, texts } = page;
  const stateOf = (layer: number): Showing | undefined => states[layer];
  const paint = paths.paint.map((each, row) => hiddenIf(each, stateOf(paths.layer[row] ?? -1)));
  const tint = (colours: Uint32Array, layers: Int32Array): Uint32Array =>
    colours.map((colour, row) => (stateOf(layers[row] ?? -1) === "faint" ? lighter(colour) : colour));
  return {
    ...page,
    paths: {
      ...paths,
      paint,
      widthMm: paths.widthMm.map((width, row) => widths[paths.layer[row] ?? -1] ?? width),
      strokeColour: tint(paths.strokeColour, paths.layer),
      fillColour: tint(paths.fillColour, paths.layer),
    },
    texts: {
      ...texts,
      paint: texts.paint.map((each, row) => hiddenIf(each, stateOf(texts.layer[row] ?? -1))),
      colour: tint(texts.colour, texts.layer),
    },
  };
}

const hiddenIf = (paint: number, state: Showing | undefined): number =>
  state === "left-out" ? paint | PAINT.hidden : paint;

function lighter(colour: number): number {
  const byte = (shift: number): number => {
    const value = (colour >> shift) & 255;
    return Math.round(value + (255 - value) * FAINTNESS) << shift;
  };
  return byte(16) | byte(8) | byte(0);
}
