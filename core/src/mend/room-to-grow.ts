import Flatbush from "flatbush";
import { linesOfLettering } from "../base/words";
import { boxOfPoints, changeOfSome, PAINT, textLines, type BoxMm, type HeightChange, type Page } from "../drawing";

/**
 * Lettering that is set larger grows to the right of its start, and upwards. Where it would then lie over other
 * lettering that it is clear of now, it is left as it is: a height that is off reads better than two words in one place.
 */
export interface Roomy {
  /** What of the change has room; undefined where nothing has. */
  readonly change?: HeightChange;
  /** Why the rest is left. */
  readonly reason?: string;
}

/** Two boxes that overlap by less than this touch. Millimetres. */
const TOUCHES_MM = 0.1;

interface Line {
  readonly rows: readonly number[];
  readonly was: BoxMm;
  readonly becomes: BoxMm;
}

export function withRoom(page: Page, change: HeightChange): Roomy {
  const set = new Set(change.rows);
  const lines = linesOf(page, change, set);
  const [first] = lines;
  if (!first) return { change };
  const index = new Flatbush(lines.length);
  for (const { becomes: box } of lines) index.add(box.x, box.y, box.x + box.width, box.y + box.height);
  index.finish();
  const crowded = new Set<number>();
  let left = 0;
  for (const line of lines) {
    if (!line.rows.some((row) => set.has(row))) continue;
    const { x, y, width, height } = line.becomes;
    const runsInto = index.search(x, y, x + width, y + height).some((at) => {
      const other = lines[at];
      return other && other !== line && overlaps(line.becomes, other.becomes) && !overlaps(line.was, other.was);
    });
    if (!runsInto) continue;
    left++;
    line.rows.forEach((row) => crowded.add(row));
  }
  const kept = [...change.rows.keys()].filter((i) => !crowded.has(change.rows[i] ?? -1));
  if (kept.length === change.rows.length) return { change };
  const reason = `${linesOfLettering(left)} would run into other lettering at this height, and ${left === 1 ? "is" : "are"} left as ${left === 1 ? "it is" : "they are"}.`;
  return kept.length === 0 ? { reason } : { change: changeOfSome(change, kept) as HeightChange, reason };
}

/** Lines of lettering that are seen, each with its box as it is and as it would be. */
function linesOf({ texts }: Page, { heightMm }: HeightChange, set: ReadonlySet<number>): Line[] {
  const rows = new Map<number, number[]>();
  textLines(texts).forEach((first, row) => {
    const isSeen = ((texts.paint[row] ?? 0) & PAINT.hidden) === 0 && (texts.strings[row] ?? "").trim() !== "";
    if (isSeen) rows.set(first, [...(rows.get(first) ?? []), row]);
  });
  return [...rows.values()].map((own) => {
    const start = own[0] ?? 0;
    const factor = set.has(start) ? heightMm / (texts.heightMm[start] || heightMm) : 1;
    return { rows: own, was: boxOf(own, 1), becomes: boxOf(own, factor) };
  });

  /** The box of a line that has grown by a factor about its start. */
  function boxOf(own: readonly number[], factor: number): BoxMm {
    const start = own[0] ?? 0;
    const [x0, y0] = [texts.anchors[start * 2] ?? 0, texts.anchors[start * 2 + 1] ?? 0];
    const corners = own.flatMap((row): [number, number][] => {
      const turn = ((texts.angleDeg[row] ?? 0) * Math.PI) / 180;
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
      const [x, y] = [texts.anchors[row * 2] ?? 0, texts.anchors[row * 2 + 1] ?? 0];
      const [along, up] = [texts.advanceMm[row] ?? 0, texts.heightMm[row] ?? 0];
      return [
        [x, y],
        [x + along * cos, y + along * sin],
        [x - up * sin, y + up * cos],
        [x + along * cos - up * sin, y + along * sin + up * cos],
      ];
    });
    return boxOfPoints(corners.map(([x, y]): [number, number] => [x0 + (x - x0) * factor, y0 + (y - y0) * factor]));
  }
}

const overlaps = (a: BoxMm, b: BoxMm): boolean =>
  Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > TOUCHES_MM &&
  Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > TOUCHES_MM;
