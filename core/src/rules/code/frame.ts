import { mm } from "../../base/words";
import { boxOfPoints, type BoxMm } from "../../drawing";
import { CODE_LABELS } from "../../recognise/codes/labels";
import { drawnShare } from "../../recognise/drawn-edges";
import { frameAround } from "../../recognise/label-frames";
import { cornersOf, type TextLine } from "../../recognise/lettering";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { sidesOf } from "../../standard/plain";
import { rule, type Report } from "../rule";

const parameter = (name: string, title: string, usual: number, sentence: string): Parameter => ({
  ...{ rule: "code/frame", name, title, unit: "mm on paper", usual, least: 0, most: 20, sentence },
});
const LEAST = parameter("leastMm", "Least room", 0.3, "Between a code and its frame there is at least this.");
const MOST = parameter("mostMm", "Most room", 3, "Between a code and its frame there is no more than this.");
const OFF = parameter("offMm", "Off centre by", 0.5, "A code may stand this far from the middle of its frame.");

/** Sides of a rectangle have lines on them; of a lozenge or a ring only points touch them. */
const DRAWN_SHARE = 0.9;
const ON_SIDE_MM = 0.2;
/** Letters are not as wide as their places on the line: what that makes of the room at either side. Millimetres. */
const BEARING_MM = 0.15;

export const frame = rule({
  id: "code/frame",
  title: "A frame that does not fit its code",
  severity: "note",
  scope: "page",
  needs: ["codes"],
  reads: [CODE_LABELS, LINE_WORK],
  parameters: [LEAST, MOST, OFF],
  page: {
    measures:
      "The room between a code and the four sides of the rectangle that it stands in by itself, and how far it stands from the middle, left to right and up and down. Height is that of capitals.",
    why: "A frame that is only as big as its code finds room on a crowded drawing, and one that touches it can't be read when it is printed smaller.",
    right: "QT in a frame with 1.2 mm around it.",
    wrong: "QT in a frame that was drawn for ZN-125, at its left end.",
    cannotSee:
      "Frames that are not rectangles or are turned, frames with several words, and whether a frame is blank behind its code (text/overlaps tells what crosses it).",
    mend: "None: the frame has to be drawn anew.",
  },
  judge({ pages, report, valueOf }) {
    const [least, most, off] = [valueOf(LEAST), valueOf(MOST), valueOf(OFF)];
    for (const facts of pages) {
      const lines = facts.of(LINE_WORK)[0]?.value;
      for (const { value: label } of lines ? facts.of(CODE_LABELS) : []) {
        if (!lines || label.by !== "frame" || label.text !== label.line.text.trim()) continue;
        const own = boxOfPoints(cornersOf(label.line));
        const box = frameAround(facts, label.line);
        if (!box || !isRectangle(lines, box) || holdsMore(facts, box, label.line)) continue;
        const room = roomIn(own, box);
        const found = departure(room, least, most, off);
        if (found) report(reported(facts, label.line, box, found));
      }
    }
  },
});

const isRectangle = (lines: LineWork, box: BoxMm): boolean =>
  sidesOf(box).every((side) => drawnShare(lines, side, ON_SIDE_MM) >= DRAWN_SHARE);

/** Whether other lettering stands in a frame, too. */
const holdsMore = (facts: PageFacts, box: BoxMm, { rows }: TextLine): boolean =>
  [...facts.near("texts", box)].some((row) => !rows.includes(row));

interface Room {
  readonly left: number;
  readonly right: number;
  readonly below: number;
  readonly above: number;
}

const roomIn = (own: BoxMm, box: BoxMm): Room => ({
  left: own.x - box.x,
  right: box.x + box.width - own.x - own.width,
  below: own.y - box.y,
  above: box.y + box.height - own.y - own.height,
});

interface Departure {
  readonly measured: number;
  readonly expected: number;
  readonly words: string;
}

function departure(
  { left, right, below, above }: Room,
  least: number,
  most: number,
  off: number,
): Departure | undefined {
  const [aside, up] = [Math.abs(left - right) / 2, Math.abs(above - below) / 2];
  const tightest = Math.min(left, right, below, above);
  const widest = Math.max((left + right) / 2, (above + below) / 2);
  if (tightest < least - BEARING_MM)
    return {
      measured: tightest,
      expected: least,
      words: `leaves it ${mm(rounded(Math.max(0, tightest)))}, where ${mm(least)} is the least`,
    };
  if (Math.max(aside, up) > off + BEARING_MM)
    return {
      measured: Math.max(aside, up),
      expected: off,
      words: `has it ${mm(rounded(Math.max(aside, up)))} off its middle`,
    };
  if (widest > most + BEARING_MM)
    return {
      measured: widest,
      expected: most,
      words: `leaves it ${mm(rounded(widest))}, where ${mm(most)} is the most`,
    };
  return undefined;
}

const rounded = (value: number): number => Number(value.toFixed(1));

function reported(facts: PageFacts, line: TextLine, box: BoxMm, { measured, expected, words }: Departure): Report {
  return {
    page: facts.page.index,
    layer: line.layer,
    placed: true,
    marks: { of: "texts", rows: Uint32Array.from(line.rows) },
    regionMm: box,
    message: () => `The frame of “${line.text.trim()}” ${words}.`,
    measured: rounded(measured),
    expected,
    unit: "mm",
  };
}
