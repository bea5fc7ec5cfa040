import { asRead } from "../../base/as-read";
import { counted, listed, mm } from "../../base/words";
import { boxOfPoints, distanceToBox, markBox, type BoxMm } from "../../drawing";
import { drawnShare } from "../../recognise/drawn-edges";
import { SQUARE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { SHEET_FRAMES } from "../../recognise/sheet-frames";
import {
  centringLines,
  drawingArea,
  itemBox,
  sidesOf,
  titleBlockBox,
  zoneBox,
  zoneLines,
  type FrameEntry,
  type FrameLine,
} from "../../standard/plain";
import { rule, type JudgeContext } from "../rule";
import { ZONE } from "./outside";

const OFF: Parameter = {
  rule: "sheet/frame",
  name: "offMm",
  title: "Lines of the frame may be off by",
  unit: "mm on paper",
  usual: 0.5,
  least: 0.05,
  most: 10,
  sentence: "Borders, zone marks and fixed items count as being where the frame has them within this.",
};
/** A line counts as drawn where so much of it is. */
const DRAWN = 0.85;
/** A border that is elsewhere is looked for this far away. Millimetres. */
const REACH_MM = 60;

export const frame = rule({
  id: "sheet/frame",
  title: "Sheet frame with parts missing or misplaced",
  severity: "mend",
  scope: "page",
  needs: ["frames"],
  reads: [SHEET_FRAMES],
  parameters: [OFF],
  page: {
    measures:
      "Border, title block, centring marks, zone marks and fixed items against the frame that the standard has for this paper: each line of it is looked for where the frame has it. Where three sides name their zones, the fourth has to.",
    why: "Sheets are bound, folded and stamped by their frames, and people find the same thing in the same place.",
    right: "A border 20 mm from the left edge and 10 mm from the others, with its title block in the corner.",
    wrong: "A border of 15 mm, or zone marks on three sides.",
    cannotSee:
      "Sheets in another office's frame, sheets without any, which are taken for drawings, and paper that no frame is for.",
    mend: "None: put the sheet into the frame anew.",
  },
  judge(context) {
    for (const facts of context.pages) {
      const lines = facts.of(SQUARE_WORK)[0]?.value;
      const [sure] = facts.of(SHEET_FRAMES);
      if (!lines || !sure) {
        context.leaveOpen(`Page ${facts.page.index} has no frame: it is taken for a drawing, not for a sheet.`);
        continue;
      }
      const { entry, isOwn } = sure.value;
      if (!entry) context.leaveOpen(`The standard has no frame for the paper of page ${facts.page.index}.`);
      else if (isOwn) reportParts(context, facts, lines, entry);
      else
        context.leaveOpen(
          `The frame of page ${facts.page.index} is not ${entry.title || entry.id}: its parts are another office's, and are not judged.`,
        );
    }
  },
});

const SIDES = ["lower", "upper", "left", "right"] as const;

function reportParts(context: JudgeContext, facts: PageFacts, lines: LineWork, entry: FrameEntry): void {
  const off = context.valueOf(OFF);
  const isMissing = (line: FrameLine): boolean => drawnShare(lines, line, off) < DRAWN;
  const tell = (missing: readonly FrameLine[], words: string, measured: string): void => {
    if (missing.length === 0) return;
    context.report({
      page: facts.page.index,
      placed: true,
      regionMm: boxOfPoints(missing.flatMap(([x1, y1, x2, y2]) => [[x1, y1] as const, [x2, y2] as const])),
      shapes: missing.map(shapeOf),
      message: () => words,
      measured,
      expected: entry.title || entry.id,
    });
  };
  const border = sidesOf(drawingArea(entry));
  border.forEach((side, i) => {
    if (!isMissing(side)) return;
    const away = nearest(lines, side, sidesOf(zoneBox(entry))[i] ?? side, off);
    const name = SIDES[i] ?? "";
    tell(
      [side],
      away === undefined
        ? `The ${name} border of the frame is missing.`
        : `The ${name} border stands ${mm(Number(Math.abs(away).toFixed(1)))} from where the frame has it.`,
      away === undefined ? "missing" : mm(Number(Math.abs(away).toFixed(1))),
    );
  });
  const block = sidesOf(titleBlockBox(entry)).filter(isMissing);
  tell(
    block,
    `The outline of the title block lacks ${counted(block.length, "side")}.`,
    `${4 - block.length} of 4 sides`,
  );
  for (const [all, one] of [
    [centringLines(entry), "centring mark"],
    [zoneLines(entry), "zone mark"],
  ] as const) {
    const missing = all.filter(isMissing);
    tell(
      missing,
      `${counted(missing.length, one)} of ${all.length} ${missing.length === 1 ? "is" : "are"} missing or elsewhere.`,
      `${all.length - missing.length} of ${all.length}`,
    );
  }
  for (const { side, boxMm } of unnamedSides(facts, entry))
    context.report({
      page: facts.page.index,
      placed: true,
      regionMm: boxMm,
      message: () => `The letters or numerals of the zones are missing along the ${side} border.`,
      measured: "missing",
      expected: entry.title || entry.id,
    });
  const items = (entry.items ?? []).filter((item) => sidesOf(itemBox(entry, item)).every(isMissing));
  tell(
    items.flatMap((item) => sidesOf(itemBox(entry, item))),
    `${listed(items.map(({ title, kind }) => `“${title || kind}”`))} ${items.length === 1 ? "is" : "are"} missing from the frame, or elsewhere.`,
    "missing",
  );
}

/** Sides whose zones are not named, where the others name theirs. */
function unnamedSides({ page }: PageFacts, entry: FrameEntry): { side: string; boxMm: BoxMm }[] {
  if (entry.zoneMm <= 0) return [];
  const [area, outer] = [drawingArea(entry), zoneBox(entry)];
  const [right, top] = [area.x + area.width, area.y + area.height];
  const sides = [
    { side: SIDES[0], boxMm: { ...outer, height: area.y - outer.y } },
    { side: SIDES[1], boxMm: { ...outer, y: top, height: outer.y + outer.height - top } },
    { side: SIDES[2], boxMm: { ...outer, width: area.x - outer.x } },
    { side: SIDES[3], boxMm: { ...outer, x: right, width: outer.x + outer.width - right } },
  ].map((each) => ({ ...each, named: 0 }));
  const { texts } = page;
  for (let row = 0; row < texts.count; row++) {
    if (!ZONE.test(asRead(texts.strings[row] ?? "").trim())) continue;
    const { x, y, width, height } = markBox(page, "texts", row);
    for (const each of sides) if (distanceToBox(each.boxMm, [x + width / 2, y + height / 2]) <= 1) each.named++;
  }
  const unnamed = sides.filter(({ named }) => named === 0);
  return unnamed.length === 1 ? unnamed : [];
}

const shapeOf = ([x1, y1, x2, y2]: FrameLine) => ({
  kind: "line" as const,
  fromMm: [x1, y1] as const,
  toMm: [x2, y2] as const,
});

/** How far the nearest line as long as a side stands from where that should be; undefined where none is near. */
function nearest(lines: LineWork, [x1, y1, x2, y2]: FrameLine, outer: FrameLine, off: number): number | undefined {
  const isLevel = y1 === y2;
  const toOuter = isLevel ? outer[1] - y1 : outer[0] - x1;
  const length = isLevel ? x2 - x1 : y2 - y1;
  let best: number | undefined;
  const around = boxOfPoints(
    [
      [x1, y1],
      [x2, y2],
    ],
    REACH_MM,
  );
  for (const i of lines.near(around)) {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const along = isLevel ? Math.abs(p[0] - q[0]) : Math.abs(p[1] - q[1]);
    const across = isLevel ? Math.abs(p[1] - q[1]) : Math.abs(p[0] - q[0]);
    if (along < DRAWN * length || across > 0.01 * along) continue;
    const away = isLevel ? p[1] - y1 : p[0] - x1;
    // The outer edge of the zones is no border.
    if (Math.abs(away - toOuter) <= off) continue;
    if (Math.abs(away) <= REACH_MM && (best === undefined || Math.abs(away) < Math.abs(best))) best = away;
  }
  return best;
}
