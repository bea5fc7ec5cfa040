import { readable } from "../recognition/pen";
import type { House } from "./houses";
import { Paper, between, distance, polar, turned, type Field, type Spot } from "./paper";
import type { Desk } from "./sheet";

/** How one dimension is drawn otherwise than the office would, where a fault is planted. */
export interface Odd {
  readonly words?: string;
  readonly ends?: House["ends"];
  readonly gap?: number;
  readonly fixed?: number;
  readonly moved?: number;
}

/** A blank ground beneath words that will stand level or turned about the middle of their foot. */
function ground(paper: Paper, foot: Spot, width: number, size: number, degrees: number): void {
  const [w, low, high] = [width / 2 + 0.4, -0.4, size + 0.4];
  const spots: Spot[] = [
    [-w, low],
    [w, low],
    [w, high],
    [-w, high],
  ];
  paper.patch(
    spots.map((spot) => turned(spot, foot, degrees)),
    1,
  );
}

/** A dimension line with its ends, figure and extension lines towards `from` (the object), paper millimetres. */
export function dimension(
  desk: Desk,
  a: Spot,
  b: Spot,
  away: Spot,
  mm: number,
  objects: readonly [number, number] | undefined,
  odd: Odd = {},
): Field {
  const { paper, house } = desk;
  paper.take("A-ANNO-DIMS", 0.18);
  const words = odd.words ?? house.write(mm);
  return paper.during(() => {
    if (objects)
      [a, b].forEach((spot, i) =>
        extension(paper, { ...house, ...odd }, spot, away, objects[i]!, odd.gap ?? house.gap),
      );
    lineWithFigure(paper, house, a, b, away, words, odd.moved ?? 0);
    for (const [spot, other] of [
      [a, b],
      [b, a],
    ] as const)
      end(paper, spot, other, odd.ends ?? house.ends, house.endMm);
  });
}

/** From beside the object, or a fixed length within the line, to beyond it. `depth` is how far the object is from the line. */
function extension(paper: Paper, house: House, spot: Spot, [ux, uy]: Spot, depth: number, gap: number): void {
  const inwards = house.fixed === undefined ? depth - gap : Math.min(house.fixed, depth - gap);
  if (inwards <= 0) return;
  paper.line([spot[0] - ux * inwards, spot[1] - uy * inwards], [spot[0] + ux * house.over, spot[1] + uy * house.over]);
}

function lineWithFigure(paper: Paper, house: House, a: Spot, b: Spot, away: Spot, words: string, moved: number): void {
  const size = house.figureMm;
  const degrees = readable((Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI);
  const middle = between(a, b, 0.5);
  const width = paper.widthOf(words, size);
  if (house.place === "above-line") {
    paper.line(a, b);
    const up = polar([0, 0], 0.8, degrees + 90);
    const aside = polar([0, 0], moved, degrees + 90);
    const foot: Spot = [middle[0] + up[0] + aside[0], middle[1] + up[1] + aside[1]];
    ground(paper, foot, width, size, degrees);
    paper.words(foot, words, size, degrees, "middle");
    return;
  }
  const turn = house.level ? 0 : degrees;
  const isAcross = house.level && Math.abs(b[0] - a[0]) < Math.abs(b[1] - a[1]);
  const half = (isAcross ? size : width) / 2 + 0.8;
  const length = distance(a, b);
  paper.line(a, between(a, b, 0.5 - half / length));
  paper.line(between(a, b, 0.5 + half / length), b);
  const down = polar([0, 0], size / 2, turn - 90);
  const aside = moved === 0 ? [0, 0] : [away[0] * moved, away[1] * moved];
  const foot: Spot = [middle[0] + down[0] + aside[0]!, middle[1] + down[1] + aside[1]!];
  ground(paper, foot, width, size, turn);
  paper.words(foot, words, size, turn, "middle");
}

function end(paper: Paper, spot: Spot, other: Spot, kind: House["ends"], mm: number): void {
  const degrees = (Math.atan2(other[1] - spot[1], other[0] - spot[0]) * 180) / Math.PI;
  if (kind === "oblique-tick") {
    const slope = readable(degrees) + 45;
    paper.path([polar(spot, mm / 2, slope), polar(spot, mm / 2, slope + 180)], false);
  } else if (kind === "dot")
    paper.patch(
      Array.from({ length: 16 }, (_, k) => polar(spot, mm / 4, k * 22.5)),
      0,
    );
  else if (kind === "circle") paper.ring(spot, mm / 4);
  else {
    const barbs = [polar(spot, mm, degrees + 9.5), polar(spot, mm, degrees - 9.5)] as const;
    if (kind === "filled-arrow") paper.patch([spot, ...barbs], 0);
    else for (const barb of barbs) paper.path([spot, barb], false);
  }
}
