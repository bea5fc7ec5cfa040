import type { BoxMm } from "../drawing";
import { centringLines, drawingArea, sidesOf, titleBlockBox, zoneLines, type FrameEntry } from "../standard/plain";
import { drawnShare } from "./drawn-edges";
import { SQUARE_WORK, type LineWork } from "./line-work";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

/** Paper may be off by this. Millimetres. */
const PAPER_MM = 2;
/** A border runs along so much of its side of the paper, and no farther from it than this. */
const BORDER_SHARE = 0.75;
const BORDER_MM = 45;
const LEVEL_SIN = 0.002;
/** Lines of the office's frame are drawn where it has them, within this; so many of them, and it is that frame. */
const AT_MM = 0.5;
const DRAWN = 0.9;
const LINES_OF_OWN = 0.6;

/** The border of a sheet, as it is drawn. Millimetres on paper. */
export interface SheetFrame {
  /** Within the border lines that are drawn; a side that has none is the edge of the paper. */
  readonly areaMm: BoxMm;
  /** Which sides have a border line: lower, upper, left, right. */
  readonly sides: readonly [boolean, boolean, boolean, boolean];
  /** The frame of the standard that it is, or that its paper is for; none for another size of paper. */
  readonly entry?: FrameEntry;
  /** How many lines of that frame are drawn where it has them: 0–1. */
  readonly share: number;
  /** Whether it is the standard's frame, if not in all of its parts. */
  readonly isOwn: boolean;
}

export const SHEET_FRAMES: PageRecogniser<SheetFrame> = {
  id: "sheet-frames",
  on: "page",
  finds: "the frame of the sheet",
  from: "lines along the edges of the paper, and the frames that the standard has for this paper",
  find: (facts) => {
    const lines = facts.of(SQUARE_WORK)[0]?.value;
    const frame = lines && frameOf(facts, lines);
    return frame ? [measuredOn(facts.page.index, frame)] : [];
  },
};

function frameOf(facts: PageFacts, lines: LineWork): SheetFrame | undefined {
  const { widthMm, heightMm } = facts.page;
  const entries = facts.file.standard.standard.frames.filter(
    (frame) => Math.abs(frame.widthMm - widthMm) <= PAPER_MM && Math.abs(frame.heightMm - heightMm) <= PAPER_MM,
  );
  const best = entries
    .map((entry) => ({ entry, share: shareOf(lines, entry) }))
    .sort((a, b) => b.share - a.share || Number(b.entry === titledBy(facts)) - Number(a.entry === titledBy(facts)))[0];
  const border = borderOf(facts, lines);
  const isOwn = best !== undefined && (best.share >= LINES_OF_OWN || best.entry === titledBy(facts));
  if (!border && !isOwn) return undefined;
  const own = best ? { entry: best.entry } : {};
  const areaMm = isOwn ? drawingArea(best.entry) : (border?.areaMm ?? { x: 0, y: 0, width: widthMm, height: heightMm });
  return { areaMm, sides: border?.sides ?? NONE, ...own, share: best?.share ?? 0, isOwn };
}

const NONE = [false, false, false, false] as const;

const titledBy = (facts: PageFacts): FrameEntry | undefined =>
  facts.of(TITLE_BLOCKS).find(({ value }) => value.frame)?.value.frame;

/** How many lines of a frame are drawn: border, title block, centring and zone marks. */
function shareOf(lines: LineWork, entry: FrameEntry): number {
  const outlines = [...sidesOf(drawingArea(entry)), ...sidesOf(titleBlockBox(entry))];
  const sides = [...outlines, ...centringLines(entry), ...zoneLines(entry)];
  return sides.filter((side) => drawnShare(lines, side, AT_MM) >= DRAWN).length / sides.length;
}

/** Whatever border is drawn: of each side the innermost long line near it that the others reach. */
function borderOf({ page }: PageFacts, lines: LineWork): Pick<SheetFrame, "areaMm" | "sides"> | undefined {
  const { widthMm, heightMm } = page;
  const found: [number | undefined, number | undefined, number | undefined, number | undefined] = [
    undefined,
    undefined,
    undefined,
    undefined,
  ];
  const innermost = (side: 0 | 1 | 2 | 3, at: number, isLower: boolean): void => {
    const known = found[side];
    if (known === undefined || (isLower ? at > known : at < known)) found[side] = at;
  };
  for (let i = 0; i < lines.count; i++) {
    const length = lines.length(i);
    if (length < BORDER_SHARE * Math.min(widthMm, heightMm)) continue;
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    if (Math.abs(p[1] - q[1]) <= LEVEL_SIN * length && length >= BORDER_SHARE * widthMm) {
      if (p[1] < BORDER_MM) innermost(0, p[1], true);
      if (heightMm - p[1] < BORDER_MM) innermost(1, p[1], false);
    } else if (Math.abs(p[0] - q[0]) <= LEVEL_SIN * length && length >= BORDER_SHARE * heightMm) {
      if (p[0] < BORDER_MM) innermost(2, p[0], true);
      if (widthMm - p[0] < BORDER_MM) innermost(3, p[0], false);
    }
  }
  const sides = found.map((each) => each !== undefined) as unknown as SheetFrame["sides"];
  if (sides.filter(Boolean).length < 3) return undefined;
  const [low = 0, high = heightMm, left = 0, right = widthMm] = found;
  return { areaMm: { x: left, y: low, width: right - left, height: high - low }, sides };
}
