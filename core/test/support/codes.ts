import { box } from "./drawn";
import { lettering } from "./raw-pdf";

/** A label in a frame as large as it needs to be. */
export const framed = (text: string, x: number, y: number): string =>
  box(x - 1.5, y - 1.5, text.length * 1.95 + 3, 5.5, 0.25) + lettering(text, x, y, 2.5);

/** A headed list of codes and what they mean, in two columns. */
export const legend = (...rows: readonly (readonly [code: string, meaning: string])[]): string =>
  lettering("LEGEND", 250, 200, 3.5) +
  rows
    .map(([code, meaning], i) => lettering(code, 250, 192 - i * 6, 2.5) + lettering(meaning, 266, 192 - i * 6, 2.5))
    .join("");
