import type { PointMm } from "../drawing";
import { LETTERING, type TextLine } from "./lettering";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

/** From one baseline to the next, in heights of capitals. */
const PITCH = { least: 1.15, most: 3.2 };
/** Lines of one block are as high as each other but for this share, and begin, end or have their middles under each other. */
const SAME_HEIGHT = 0.06;
const ALIGNED = 0.7;
const SAME_DEG = 0.5;
const CONFIDENCE = 0.9;

/** Lines of lettering that are read one after the other. */
export interface TextBlock {
  /** From the top down. */
  readonly lines: readonly TextLine[];
  /** Counter-clockwise from where its lowest line begins. */
  readonly corners: readonly PointMm[];
  readonly heightMm: number;
  readonly angleDeg: number;
}

export const TEXT_BLOCKS: PageRecogniser<TextBlock> = {
  id: "text-blocks",
  on: "page",
  ofDrawing: true,
  finds: "blocks of lettering",
  from: "lines of one height and direction, one under the other, that begin, end or have their middles in line",
  find: (facts) =>
    blocksOf(facts).map((block) => ({
      ...measuredOn(facts.page.index, block, {
        of: "texts",
        rows: Uint32Array.from(new Set(block.lines.flatMap(({ rows }) => rows))).sort(),
      }),
      confidence: CONFIDENCE,
    })),
};

/** A line in its own direction: from, to, and how far up its baseline lies. */
interface Placed {
  readonly line: TextLine;
  readonly from: number;
  readonly to: number;
  readonly up: number;
}

function blocksOf(facts: PageFacts): TextBlock[] {
  const directions = new Map<number, Placed[]>();
  for (const { value: line } of facts.of(LETTERING)) {
    const key = Math.round(line.angleDeg / SAME_DEG);
    const known = directions.get(key);
    const placed = placedIn(line);
    if (known) known.push(placed);
    else directions.set(key, [placed]);
  }
  return [...directions.values()].flatMap(stacked).map((lines) => ({
    lines: lines.map(({ line }) => line),
    corners: cornersOfBlock(lines),
    heightMm: lines[0]?.line.heightMm ?? 0,
    angleDeg: lines[0]?.line.angleDeg ?? 0,
  }));
}

function cornersOfBlock(lines: readonly Placed[]): PointMm[] {
  const turn = ((lines[0]?.line.angleDeg ?? 0) * Math.PI) / 180;
  const [from, to] = [Math.min(...lines.map((each) => each.from)), Math.max(...lines.map((each) => each.to))];
  const low = Math.min(...lines.map(({ up }) => up));
  const high = Math.max(...lines.map(({ up, line }) => up + line.heightMm));
  const on = (along: number, up: number): PointMm => [
    along * Math.cos(turn) - up * Math.sin(turn),
    along * Math.sin(turn) + up * Math.cos(turn),
  ];
  return [on(from, low), on(to, low), on(to, high), on(from, high)];
}

function placedIn(line: TextLine): Placed {
  const turn = (line.angleDeg * Math.PI) / 180;
  const [x, y] = line.startMm;
  const from = x * Math.cos(turn) + y * Math.sin(turn);
  return { line, from, to: from + line.lengthMm, up: y * Math.cos(turn) - x * Math.sin(turn) };
}

/** Blocks that a line may go on from, the last ones begun: what has so many beside it is a table. */
const MOST_OPEN = 200;

/** Lines from the top down, each put under the one that it goes on from. */
function stacked(lines: readonly Placed[]): Placed[][] {
  const blocks: Placed[][] = [];
  let open: Placed[][] = [];
  for (const line of lines.slice().sort((a, b) => b.up - a.up || a.from - b.from)) {
    const block = open.find((each) => goesOn(each.at(-1), line));
    if (block) block.push(line);
    else {
      const own = [line];
      blocks.push(own);
      open.push(own);
    }
    if (open.length > MOST_OPEN) open = open.slice(-MOST_OPEN / 2);
  }
  return blocks;
}

function goesOn(above: Placed | undefined, { line, from, to, up }: Placed): boolean {
  if (!above) return false;
  const { heightMm } = above.line;
  if (Math.abs(line.heightMm - heightMm) > SAME_HEIGHT * heightMm) return false;
  const pitch = (above.up - up) / heightMm;
  if (pitch < PITCH.least || pitch > PITCH.most) return false;
  const off = Math.min(
    Math.abs(from - above.from),
    Math.abs(to - above.to),
    Math.abs(from + to - above.from - above.to) / 2,
  );
  return off <= ALIGNED * heightMm;
}
