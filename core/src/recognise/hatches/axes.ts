import type { BoxMm } from "../../drawing";
import type { Straights } from "../straights";
import type { HatchFamily } from "./families";

/** Directions that so much of the length of all other lines around has are axes of a building. */
const AXIS_SHARE = 0.1;
/** Where one direction has so much of it, and another so little, a building is turned. */
const MOST_SHARE = 0.4;
const FEW_SHARE = 0.04;
const QUARTER_STEPS = 900;
/** Level and upright within this. Degrees. */
const ON_AXIS_DEG = 0.3;
/** How far around: a sheet may bear several drawings, turned in several ways. Millimetres. */
const AROUND_MM = 80;

/** Directions of a sheet, of a building that is turned: those that most lines around a place have. */
export class Axes {
  /** Length of lines by direction, for each square of the sheet; the last is that of all. */
  private squares: Map<string, Float32Array> | undefined;

  constructor(
    private readonly straights: Straights,
    private readonly families: readonly HatchFamily[],
  ) {}

  /** Measured when somebody first asks for more than the sheet's own directions. */
  private measured(): ReadonlyMap<string, Float32Array> {
    return (this.squares ??= squaresOf(this.straights, this.families));
  }

  /** Whether a direction is an axis of what is drawn around a box, or of the sheet. */
  has(angleDeg: number, box: BoxMm): boolean {
    return this.isOfSheet(angleDeg) || this.isOfBuilding(angleDeg, box);
  }

  /** Whether a direction is the sheet's alone: what is drawn around a box is turned, and nothing else there is level. */
  isOfSheetAlone(angleDeg: number, box: BoxMm): boolean {
    if (!this.isOfSheet(angleDeg)) return false;
    const { own, most, all } = this.around(angleDeg, box);
    return own < FEW_SHARE * all && most >= MOST_SHARE * all;
  }

  private isOfSheet(angleDeg: number): boolean {
    const off = angleDeg % 90;
    return Math.min(off, 90 - off) <= ON_AXIS_DEG;
  }

  private isOfBuilding(angleDeg: number, box: BoxMm): boolean {
    const { own, all } = this.around(angleDeg, box);
    return own >= AXIS_SHARE * all && own > 0;
  }

  /** Length of lines around a box: in a direction and at right angles to it, in the one that has most, and of all. */
  private around(angleDeg: number, { x, y, width, height }: BoxMm): { own: number; most: number; all: number } {
    const [column, line] = [Math.floor((x + width / 2) / AROUND_MM), Math.floor((y + height / 2) / AROUND_MM)];
    const sums = new Float64Array(QUARTER_STEPS + 1);
    for (const [c, l] of NEIGHBOURS) {
      const square = this.measured().get(`${column + c} ${line + l}`);
      square?.forEach((length, step) => (sums[step] = (sums[step] ?? 0) + length));
    }
    const near = (step: number): number =>
      [-1, 0, 1].reduce((sum, by) => sum + (sums[(step + by + QUARTER_STEPS) % QUARTER_STEPS] ?? 0), 0);
    let heaviest = 0;
    for (let step = 0; step < QUARTER_STEPS; step++) if ((sums[step] ?? 0) > (sums[heaviest] ?? 0)) heaviest = step;
    return { own: near(stepOf(angleDeg)), most: near(heaviest), all: sums[QUARTER_STEPS] ?? 0 };
  }
}

/** Length of all lines but those of families, by direction, for each square. */
function squaresOf(straights: Straights, families: readonly HatchFamily[]): Map<string, Float32Array> {
  const squares = new Map<string, Float32Array>();
  const inFamily = new Set(families.flatMap(({ rows }) => [...rows]));
  for (let i = 0; i < straights.count; i++) {
    if (inFamily.has(straights.rows[i] ?? 0)) continue;
    const { x1, y1, x2, y2 } = straights.at(i);
    const key = `${Math.floor((x1 + x2) / 2 / AROUND_MM)} ${Math.floor((y1 + y2) / 2 / AROUND_MM)}`;
    const square = squares.get(key) ?? new Float32Array(QUARTER_STEPS + 1);
    squares.set(key, square);
    const step = stepOf((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI);
    const length = Math.hypot(x2 - x1, y2 - y1);
    square[step] = (square[step] ?? 0) + length;
    square[QUARTER_STEPS] = (square[QUARTER_STEPS] ?? 0) + length;
  }
  return squares;
}

/** The square of a place, and those around it. */
const NEIGHBOURS = [-1, 0, 1].flatMap((c) => [-1, 0, 1].map((l) => [c, l] as const));

/** Directions at right angles to each other are one step of a quarter turn. */
const stepOf = (degrees: number): number =>
  Math.round(((((degrees % 90) + 90) % 90) / 90) * QUARTER_STEPS) % QUARTER_STEPS;
