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
 * place, the others go to the nearest spot that is free. Both in pixels of the window.
 */
export function parted(places: readonly Point[]): Point[] {
  const taken = new Map<string, Point[]>();
  const cell = (value: number): number => Math.floor(value / APART_PX);
  const isFree = ([x, y]: Point): boolean => {
    for (let column = cell(x) - 1; column <= cell(x) + 1; column++)
      for (let row = cell(y) - 1; row <= cell(y) + 1; row++)
        if (taken.get(`${column} ${row}`)?.some(([a, b]) => Math.hypot(a - x, b - y) < APART_PX)) return false;
    return true;
  };
  return places.map((place) => {
    const shift = freeShift(place, isFree);
    const at: Point = [place[0] + shift[0], place[1] + shift[1]];
    const key = `${cell(at[0])} ${cell(at[1])}`;
    taken.set(key, [...(taken.get(key) ?? []), at]);
    return shift;
  });
}

function freeShift([x, y]: Point, isFree: (at: Point) => boolean): Point {
  if (isFree([x, y])) return [0, 0];
  for (let far = APART_PX; far <= FARTHEST_PX; far += APART_PX / 2)
    for (const [across, up] of DIRECTIONS) {
      const shift: Point = [across * far, up * far];
      if (isFree([x + shift[0], y + shift[1]])) return shift;
    }
  return [0, 0];
}
