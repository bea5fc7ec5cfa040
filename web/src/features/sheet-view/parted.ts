import { addTo } from "@hemstitch/core/base/grouped";

/** How wide a flag is, with a little air. Pixels. */
const APART_PX = 25;
/** A flag goes no farther from its place than this; a crowd that needs more stays a crowd. Pixels. */
const FARTHEST_PX = 6 * APART_PX;

type Point = readonly [x: number, y: number];

/** Directions in which a free spot is looked for, up first: flags stand above what they mark. */
const DIRECTIONS: readonly Point[] = Array.from({ length: 12 }, (_, i) => {
  const turn = Math.PI / 2 + ((i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * Math.PI) / 6;
  return [Math.cos(turn), -Math.sin(turn)];
});

/**
 * Where flags stand so that none hides another, as shifts from their places in pixels: who comes first stays at its
 * place, the others go to the nearest spot that is free. Both in pixels; moving all places alike changes no shift.
 */
export function parted(places: readonly Point[]): Point[] {
  const taken = new Map<number, Point[]>();
  const isFree = ([x, y]: Point): boolean => {
    const [column, row] = [cell(x), cell(y)];
    for (let across = -1; across <= 1; across++)
      for (let down = -1; down <= 1; down++)
        if (taken.get(square(column + across, row + down))?.some(([a, b]) => Math.hypot(a - x, b - y) < APART_PX))
          return false;
    return true;
  };
  // Where one has found no room, those beside it find none either.
  const full = new Set<number>();
  return places.map(([x, y]): Point => {
    const own = square(cell(x), cell(y));
    const shift = full.has(own) ? undefined : freeShift([x, y], isFree);
    if (!shift) {
      full.add(own);
      return [0, 0];
    }
    const at: Point = [x + shift[0], y + shift[1]];
    addTo(taken, square(cell(at[0]), cell(at[1])), at);
    return shift;
  });
}

const cell = (value: number): number => Math.floor(value / APART_PX);
/** One number for a square of cells; a sheet has fewer cells in a row, at any zoom. */
const square = (column: number, row: number): number => column * 2 ** 24 + row;

function freeShift([x, y]: Point, isFree: (at: Point) => boolean): Point | undefined {
  if (isFree([x, y])) return [0, 0];
  for (let far = APART_PX; far <= FARTHEST_PX; far += APART_PX / 2)
    for (const [across, up] of DIRECTIONS) {
      const shift: Point = [across * far, up * far];
      if (isFree([x + shift[0], y + shift[1]])) return shift;
    }
  return undefined;
}
