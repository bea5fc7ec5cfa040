import { box, stroke } from "./drawn";
import { lettering } from "./raw-pdf";

/** A cell of a title block: where, its label and its value. Millimetres on paper. */
export interface DrawnCell {
  readonly at: readonly [x: number, y: number, width: number, height: number];
  readonly label: string;
  readonly value?: string;
  readonly heightMm?: number;
}

/** Cells with a label in the upper left corner and the value below it. */
export const cellsOf = (cells: readonly DrawnCell[]): string =>
  cells
    .map(({ at: [x, y, width, height], label, value, heightMm = 2.5 }) => {
      const words = lettering(label, x + 1, y + height - 3, 1.8);
      return (
        box(x, y, width, height, 0.25) + words + (value === undefined ? "" : lettering(value, x + 2, y + 2, heightMm))
      );
    })
    .join("");

/** A block as one grid of lines, labels to the left and values to the right; each value in its own cell or beside its label. */
export function gridOf(rows: readonly (readonly [label: string, value: string])[], x: number, y: number): string {
  const [width, pitch, middle] = [90, 8, 30];
  const height = rows.length * pitch;
  const lines = Array.from({ length: rows.length + 1 }, (_, i) =>
    stroke(x, y + i * pitch, x + width, y + i * pitch, 0.25),
  );
  const sides = [0, width].map((at) => stroke(x + at, y, x + at, y + height, 0.25));
  const words = rows.map(
    ([label, value], i) =>
      lettering(label, x + 1.5, y + height - i * pitch - 5.5, 1.8) +
      (value === "" ? "" : lettering(value, x + middle, y + height - i * pitch - 5.5, 2.5)),
  );
  return [...lines, ...sides, ...words].join("");
}
