import { Length, onPaper, type Scale } from "../quantity";
import type { Board } from "../drawing";
import type { Lettered } from "./lettered";

/** A scale bar as lengths on paper: where each block begins and ends, and the figures at the ends. */
export interface ScaleBar {
  readonly blocks: readonly { readonly fromMm: number; readonly toMm: number; readonly filled: boolean }[];
  readonly figures: readonly { readonly atMm: number; readonly text: string }[];
  readonly lengthMm: number;
}

/** Lengths that one step of a bar can stand for, millimetres in the building. */
const METRIC_STEPS = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000, 50_000, 100_000];
const INCH = Length.of(1, "in");
/** Steps of a bar in feet and inches, in inches; below a foot for large scales, where 8 feet are longer than a sheet has room for. */
const INCH_STEPS = [1, 3, 6, 12, 24, 60, 120, 240, 600, 1200, 2400];
const LONGEST_BAR_MM = 160;
const FEET_BLOCKS = [1, 1, 2, 4];
/** A step is at least so long on paper that its figure fits. */
const LEAST_STEP_MM = 6;

/**
 * A bar that measures true: in feet, blocks of 1, 1, 2 and 4 steps as offices draw them (common
 * practice); in metres, five equal steps.
 */
export function scaleBar(scale: Scale, units: "metric" | "feet-inches"): ScaleBar {
  return units === "metric" ? metricBar(scale) : feetBar(scale);
}

function bar(step: Length, multiples: readonly number[], scale: Scale, figure: (multiple: number) => string): ScaleBar {
  const at = (multiple: number): number => onPaper(step.times(multiple), scale).toNumber();
  const ends = multiples.reduce<number[]>((sums, each) => [...sums, (sums.at(-1) ?? 0) + each], [0]);
  return {
    blocks: multiples.map((_, i) => ({ fromMm: at(ends[i] ?? 0), toMm: at(ends[i + 1] ?? 0), filled: i % 2 === 0 })),
    figures: ends.map((end) => ({ atMm: at(end), text: figure(end) })),
    lengthMm: at(ends.at(-1) ?? 0),
  };
}

function metricBar(scale: Scale): ScaleBar {
  const stepMm =
    METRIC_STEPS.find((each) => onPaper(Length.of(each, "mm"), scale).toNumber() >= LEAST_STEP_MM * 1.5) ?? 100_000;
  return bar(Length.of(stepMm, "mm"), [1, 1, 1, 1, 1], scale, (n) =>
    n === 5 ? `${(n * stepMm) / 1000} m` : `${(n * stepMm) / 1000}`,
  );
}

/** The step of a foot where the whole bar has room, else the largest that does; larger ones where a foot is too short. */
function feetBar(scale: Scale): ScaleBar {
  const onSheet = (inches: number): number => onPaper(INCH.times(inches), scale).toNumber();
  const whole = FEET_BLOCKS.reduce((sum, each) => sum + each, 0);
  const fitting = INCH_STEPS.filter(
    (step) => onSheet(step) >= LEAST_STEP_MM && onSheet(step) * whole <= LONGEST_BAR_MM,
  );
  const inches = fitting.find((step) => step >= 12) ?? fitting.at(-1) ?? 12;
  const figure = (n: number): string => ((n * inches) % 12 === 0 ? `${(n * inches) / 12}'` : `${n * inches}"`);
  return bar(INCH.times(inches), FEET_BLOCKS, scale, figure);
}

const BAR_HEIGHT_MM = 2;

/** Draws a bar with its left end at (x, y); the page's pen and layer are those of drawing titles. */
export function drawScaleBar(
  board: Board,
  { blocks, figures }: ScaleBar,
  x: number,
  y: number,
  lettered: Lettered,
): void {
  for (const { fromMm, toMm, filled } of blocks) {
    const box = { x: x + fromMm, y, width: toMm - fromMm, height: BAR_HEIGHT_MM };
    if (filled) board.rectangle(box, "f");
    board.rectangle(box);
  }
  for (const { atMm, text } of figures)
    lettered.asWritten(text, x + atMm, y + BAR_HEIGHT_MM + 1.2, { align: "middle" });
}
