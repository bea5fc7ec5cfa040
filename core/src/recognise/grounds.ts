import { overlap, PAINT, pathBox, type BoxMm, type Page } from "../drawing";

const WHITE = 0xffffff;
/** Areas that are compared with white strokes one by one; a page with more has its white strokes judged as lines. */
const MOST_AREAS = 2000;
const MOST_COMPARED = 4_000_000;

interface Area {
  readonly box: BoxMm;
  readonly order: number;
}

/**
 * Tells white strokes that lie on white: they keep what is beneath them from sight (behind lettering, where lines
 * cross), and are no lines. On a tint, a solid area or a picture that was painted before them they are seen, and count.
 */
export function groundsOf(page: Page): (row: number) => boolean {
  const { paths } = page;
  if (!paths.strokeColour.subarray(0, paths.count).includes(WHITE)) return () => false;
  const areas = areasOf(page);
  let left = areas.length > MOST_AREAS ? 0 : MOST_COMPARED;
  return (row) => {
    if (paths.strokeColour[row] !== WHITE || !((paths.paint[row] ?? 0) & PAINT.stroke)) return false;
    left -= areas.length;
    if (left < 0) return false;
    const [box, order] = [pathBox(paths, row), paths.order[row] ?? 0];
    return !areas.some((area) => area.order < order && overlap(area.box, box));
  };
}

/** Whatever is not white and has an extent: a fill, a picture, a shading. */
function areasOf({ paths, images }: Page): Area[] {
  const areas: Area[] = images.map(({ boxMm, order }) => ({ box: boxMm, order }));
  for (let row = 0; row < paths.count && areas.length <= MOST_AREAS; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.hidden) !== 0 || !(paint & PAINT.fill)) continue;
    if (paths.fillColour[row] === WHITE && paths.fillPattern[row] === 0) continue;
    areas.push({ box: pathBox(paths, row), order: paths.order[row] ?? 0 });
  }
  return areas;
}
