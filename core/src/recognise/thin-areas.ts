import { PAINT, pathBox, VERB, type Dash, type Page } from "../drawing";
import { dashedRows, type Thin } from "./dashed-areas";
import type { StrokeLook } from "./looks";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

/** An area that is wider than this is no line: pens of drawings end here, nearly. Millimetres. */
const WIDEST_MM = 1;
/** A line is so many times as long as it is wide; shorter areas are marks, arrows, parts of letters. */
const LEAST_SHARE = 20;
/** Edges that lie nearer to each other than this are one. Millimetres. */
const SAME_MM = 0.05;
/** Programs that write five digits put corners of far areas 0.02 mm beside their place each; no more than this share of the width. */
const ROUNDED = { exactMm: 0.005, mostMm: 0.07, share: 0.25 };
const WHITE = 0xffffff;
/** Marks beside thin areas that are looked at on a page; where thousands lie upon each other, the rest are no lines. */
const MOST_LOOKED_AT = 2_000_000;
const SHIFT = 1000;

/**
 * Lines that a program wrote as thin areas. Thin walls that are filled are areas, too; they are told apart by their
 * outlines, which are drawn as lines, or by the areas that they make together with others beside them.
 */
export const THIN_AREAS: PageRecogniser<StrokeLook> = {
  id: "thin-areas",
  on: "page",
  ofDrawing: true,
  finds: "lines drawn as thin areas",
  from: "rectangles without outline, up to 1 mm wide and twenty times as long, or six and more in a row that repeat dashes and gaps, with nothing along their sides",
  find: (facts) => looksOf(facts).map((look) => measuredOn(facts.page.index, look, { of: "paths", rows: look.rows })),
};

function looksOf(facts: PageFacts): StrokeLook[] {
  const thins = thinsOf(facts.page);
  const looks = new Looks(roughnessOf(thins));
  let looked = 0;
  const isAlone = (thin: Thin): boolean => {
    if (looked >= MOST_LOOKED_AT) return false;
    const around = nearTo(facts, thin);
    looked += around.length;
    return !around.some((other) => other !== thin.row && runsAlong(facts.page, other, thin));
  };
  const inRows = new Set<number>();
  for (const { pieces, dashMm } of dashedRows(thins)) {
    for (const { row } of pieces) inRows.add(row);
    if (pieces.every(isAlone)) looks.add(pieces, dashMm);
  }
  for (const thin of thins)
    if (thin.lengthMm >= thin.widthMm * LEAST_SHARE && !inRows.has(thin.row) && isAlone(thin)) looks.add([thin], []);
  return looks.all();
}

/**
 * How far corners are rounded on a page, where most slanting rectangles show that they are; millimetres. What stands
 * upright or level stays a rectangle when it is rounded, and is as rough as they are. One odd shape says nothing.
 */
function roughnessOf(thins: readonly Thin[]): number {
  const slanting = thins.filter(({ along: [ux, uy] }) => Math.min(Math.abs(ux), Math.abs(uy)) > SLANTING_SIN);
  const rising = slanting.map(({ roughMm }) => roughMm).sort((a, b) => a - b);
  const isRounded = (rising[rising.length >> 1] ?? 0) > ROUNDED.exactMm;
  return isRounded ? (rising[Math.floor(rising.length * 0.9)] ?? 0) : 0;
}
const SLANTING_SIN = 0.01;

/** Gathers lines that plot alike. */
class Looks {
  private readonly groups = new Map<string, { layer: number; widthMm: number; dashMm: Dash; rows: number[] }>();

  constructor(private readonly roughMm: number) {}

  add(pieces: readonly Thin[], dashMm: Dash): void {
    const [first] = pieces;
    if (!first) return;
    const { layer } = first;
    const widthMm = Math.round(first.widthMm * SHIFT) / SHIFT;
    const key = `${layer} ${widthMm} ${dashMm.map((each) => each.toFixed(1)).join(" ")}`;
    const group = this.groups.get(key) ?? { layer, widthMm, dashMm, rows: [] };
    this.groups.set(key, group);
    group.rows.push(...pieces.map(({ row }) => row));
  }

  all(): StrokeLook[] {
    return [...this.groups.values()].map(({ layer, widthMm, dashMm, rows }) => ({
      layer,
      widthMm,
      dash: 0,
      ...(dashMm.length > 0 ? { dashMm } : {}),
      capped: false,
      asArea: true,
      ...(this.roughMm > ROUNDED.exactMm ? { roughMm: this.roughMm } : {}),
      rows: Uint32Array.from(rows),
    }));
  }
}

/** All thin rectangles of a page, however short. */
function thinsOf(page: Page): Thin[] {
  const thins: Thin[] = [];
  for (let row = 0; row < page.paths.count; row++) {
    const thin = thinAt(page, row);
    if (thin) thins.push(thin);
  }
  return thins;
}

/** A thin rectangle as the line that it shows, whatever lies beside it; undefined where a row is none. */
export function thinAt({ paths }: Page, row: number): Thin | undefined {
  const paint = paths.paint[row] ?? 0;
  if ((paint & (PAINT.fill | PAINT.stroke | PAINT.hidden)) !== PAINT.fill) return undefined;
  if (paths.fillPattern[row] !== 0 || paths.fillColour[row] === WHITE) return undefined;
  const [from, to] = [paths.firstVerb[row] ?? 0, paths.firstVerb[row + 1] ?? 0];
  const count = to - from;
  if (count !== 4 && count !== 5) return undefined;
  for (let v = from + 1; v < to; v++) if (paths.verbs[v] !== VERB.line) return undefined;
  const at = (i: number): [number, number] => {
    const p = ((paths.firstPoint[row] ?? 0) + i) * 2;
    return [paths.points[p] ?? 0, paths.points[p + 1] ?? 0];
  };
  const [a, b, c, d] = [at(0), at(1), at(2), at(3)];
  // A fifth point only leads back.
  if (count === 5 && distance(a, at(4)) > SAME_MM / 10) return undefined;
  const [first, second] = [distance(a, b), distance(b, c)];
  const lengthMm = Math.max(first, second);
  const widthMm = areaOf([a, b, c, d]) / lengthMm;
  if (widthMm > WIDEST_MM || widthMm <= 0 || widthMm > lengthMm * (1 + ROUNDED.share)) return undefined;
  // How far the corners lie beside those of a rectangle: the fourth of its place, and the ends of their slant.
  const beside = distance([a[0] + c[0], a[1] + c[1]], [b[0] + d[0], b[1] + d[1]]);
  const slant = Math.abs((b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1])) / lengthMm;
  const mostMm = Math.min(ROUNDED.mostMm, widthMm * ROUNDED.share);
  if (beside > Math.max(ROUNDED.exactMm, mostMm) || slant > Math.max(widthMm * 0.01, mostMm)) return undefined;
  const [p, q] = first > second ? [a, b] : [b, c];
  return {
    row,
    layer: paths.layer[row] ?? -1,
    widthMm,
    lengthMm,
    roughMm: Math.max(beside, slant),
    middle: [(a[0] + c[0]) / 2, (a[1] + c[1]) / 2],
    along: [(q[0] - p[0]) / lengthMm, (q[1] - p[1]) / lengthMm],
  };
}

/** By its corners. */
const areaOf = (corners: readonly (readonly [number, number])[]): number =>
  Math.abs(
    corners.reduce((sum, [x, y], i) => {
      const [u, v] = corners[(i + 1) % corners.length]!;
      return sum + x * v - u * y;
    }, 0) / 2,
  );

const distance = (a: readonly [number, number], b: readonly [number, number]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Rows of the marks beside a thin area, its own too. */
function nearTo(facts: PageFacts, { row, widthMm }: Thin): Uint32Array {
  const { x, y, width, height } = pathBox(facts.page.paths, row);
  const reach = SAME_MM + widthMm;
  return facts.near("paths", { x: x - reach, y: y - reach, width: width + 2 * reach, height: height + 2 * reach });
}

/** Whether a mark runs along one of the long sides. */
function runsAlong({ paths }: Page, row: number, { widthMm, lengthMm, middle, along }: Thin): boolean {
  if (((paths.paint[row] ?? 0) & PAINT.hidden) !== 0) return false;
  const [first, last] = [paths.firstPoint[row] ?? 0, paths.firstPoint[row + 1] ?? 0];
  for (let i = first; i < last; i++) {
    const j = i + 1 < last ? i + 1 : first;
    const [p, q] = [i, j].map((n) => {
      const [dx, dy] = [(paths.points[n * 2] ?? 0) - middle[0], (paths.points[n * 2 + 1] ?? 0) - middle[1]];
      return { along: dx * along[0] + dy * along[1], across: dx * along[1] - dy * along[0] };
    }) as [{ along: number; across: number }, { along: number; across: number }];
    const onSide = [p, q].every(({ across }) => Math.abs(Math.abs(across) - widthMm / 2) <= SAME_MM);
    if (!onSide || p.across * q.across < 0) continue;
    const together =
      Math.min(lengthMm / 2, Math.max(p.along, q.along)) - Math.max(-lengthMm / 2, Math.min(p.along, q.along));
    if (together > lengthMm / 2) return true;
  }
  return false;
}
