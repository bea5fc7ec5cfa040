import { boxOfPoints, type BoxMm, type PointMm } from "../drawing";
import type { LineWork } from "./line-work";

/**
 * What a draughtsman sees: a frame, whether a program drew it as one outline or as lines one after another. Lines close a
 * frame when each begins where another ends and nothing else ends there; a leader may touch it elsewhere. Of tables,
 * where three lines meet at a place, nothing is said here.
 */

/** Ends that meet. Millimetres. */
const MEET_MM = 0.06;
const SIDES = { least: 3, most: 8 };
const LONGEST_MM = 200;

/** Boxes around closed chains of straight lines, one for each. */
export function closedChains(lines: LineWork): BoxMm[] {
  const at = endsByPlace(lines);
  const seen = new Set<number>();
  const boxes: BoxMm[] = [];
  for (let first = 0; first < lines.count; first++) {
    if (seen.has(first) || lines.length(first) > LONGEST_MM) continue;
    const chain = chainFrom(lines, at, first);
    if (!chain) continue;
    chain.forEach(({ piece }) => seen.add(piece));
    boxes.push(boxOfPoints(chain.map(({ corner }) => corner)));
  }
  return boxes;
}

interface Side {
  readonly piece: number;
  readonly corner: PointMm;
}

/** The sides of a frame that a piece is one of, each with the corner that it leads to. */
function chainFrom(lines: LineWork, at: Places, first: number): Side[] | undefined {
  const sides: Side[] = [];
  let [piece, end]: [number, 0 | 1] = [first, 1];
  while (sides.length < SIDES.most) {
    const corner = lines.end(piece, end);
    sides.push({ piece, corner });
    const meeting = at.near(corner);
    const next = meeting.find((each) => each.piece !== piece);
    if (meeting.length !== 2 || !next || lines.length(next.piece) > LONGEST_MM) return undefined;
    if (next.piece === first) return next.end === 0 && sides.length >= SIDES.least ? sides : undefined;
    [piece, end] = [next.piece, next.end === 0 ? 1 : 0];
  }
  return undefined;
}

interface End {
  readonly piece: number;
  readonly end: 0 | 1;
}

interface Places {
  near(point: PointMm): End[];
}

function endsByPlace(lines: LineWork): Places {
  const cells = new Map<number, End[]>();
  const cellOf = (x: number, y: number): number => Math.floor(x / CELL_MM) * ROWS + Math.floor(y / CELL_MM);
  for (let piece = 0; piece < lines.count; piece++)
    for (const end of [0, 1] as const) {
      const [x, y] = lines.end(piece, end);
      const cell = cellOf(x, y);
      const known = cells.get(cell);
      if (known) known.push({ piece, end });
      else cells.set(cell, [{ piece, end }]);
    }
  return {
    near: ([x, y]) => {
      const around = new Set(
        [-MEET_MM, MEET_MM].flatMap((dx) => [-MEET_MM, MEET_MM].map((dy) => cellOf(x + dx, y + dy))),
      );
      const ends = [...around].flatMap((cell) => {
        const here = cells.get(cell) ?? [];
        return here.length > MOST_ENDS ? here.slice(0, MOST_ENDS) : here;
      });
      return ends.filter(({ piece, end }) => {
        const [px, py] = lines.end(piece, end);
        return Math.hypot(px - x, py - y) <= MEET_MM;
      });
    },
  };
}

/** Where more lines end in one place, none of them is the corner of a frame. */
const MOST_ENDS = 64;
/** Cells in which ends are looked up, and more rows of them than any sheet has. */
const CELL_MM = 0.5;
const ROWS = 1_000_003;
