import { asRead } from "../../base/as-read";
import { addTo } from "../../base/grouped";
import { counted } from "../../base/words";
import { boxOfPoints, contains, grown, markBox, PAINT, type BoxMm, type Page } from "../../drawing";
import type { PageFacts } from "../../recognise/recogniser";
import { SHEET_FRAMES, type SheetFrame } from "../../recognise/sheet-frames";
import { STRAIGHTS } from "../../recognise/straights";
import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import { zoneLines } from "../../standard/plain";
import { rule } from "../rule";
import { tooLongIn } from "../title/too-long";

/** A mark reaches over a border by more than this before it counts. Millimetres. */
const OVER_MM = 0.5;
/** Marks of the frame itself: along an edge for most of it, on the middle of a side, or short and in the band of the zones. */
const LONG_SHARE = 0.6;
const MIDDLE_MM = 1;
const SHORT_MM = 30;
/** A zone is named by a letter or a figure or two; some programs write those of several as one string. */
export const ZONE = /^(?:[A-Z]{1,2}|\d{1,2})(?:\s+(?:[A-Z]{1,2}|\d{1,2}))*$/;

export const outside = rule({
  id: "sheet/outside",
  title: "Marks outside the drawing area",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [SHEET_FRAMES, STRAIGHTS, TITLE_BLOCKS],
  parameters: [],
  page: {
    measures:
      "Visible marks that reach over the border of the sheet or stand beyond it, but for the frame's own: zone marks where the frame has them, centring marks, marks for trimming at the corners of the paper, and the letters and figures of zones. Of a frame that is not the standard's, any short line from the border straight out counts as a zone mark.",
    why: "What stands beyond the border is cut off when the sheet is trimmed, or hidden where it is bound.",
    right: "Every line within the border.",
    wrong: "A dimension that runs into the binding edge.",
    cannotSee: "Sheets without a border, and marks that are clipped at it.",
    mend: "None: move the drawing, or choose a larger sheet.",
  },
  judge({ pages, report }) {
    for (const facts of pages) {
      const frame = facts.of(SHEET_FRAMES)[0]?.value;
      if (!frame) continue;
      for (const sort of ["paths", "texts"] as const) {
        const rowsOn = new Map<number, number[]>();
        const { layer, count, paint } = facts.page[sort];
        const ofOthers = sort === "paths" ? frameInPieces(facts, frame) : tooLong(facts);
        for (let row = 0; row < count; row++) {
          if (((paint[row] ?? 0) & PAINT.hidden) !== 0 || ofOthers.has(row) || !isOutside(facts.page, sort, row, frame))
            continue;
          addTo(rowsOn, layer[row] ?? -1, row);
        }
        for (const [own, rows] of rowsOn)
          report({
            page: facts.page.index,
            layer: own,
            marks: { of: sort, rows: Uint32Array.from(rows) },
            message: (all) =>
              `${counted(all, "mark")} ${all === 1 ? "reaches" : "reach"} over the border of the sheet, or ${all === 1 ? "stands" : "stand"} beyond it.`,
          });
      }
    }
  },
});

/** Rows of values of the title block that run out of their fields: title/too-long tells of those. */
const tooLong = (facts: PageFacts): ReadonlySet<number> =>
  new Set(
    facts
      .of(TITLE_BLOCKS)
      .flatMap(({ value }) => value.cells.flatMap(tooLongIn))
      .flatMap(({ rows }) => rows),
  );

/** Rows of the frame's lines that a file wrote in pieces. */
function frameInPieces(facts: PageFacts, frame: SheetFrame): ReadonlySet<number> {
  const rows = new Set<number>();
  for (const {
    rows: own,
    ends: [x1, y1, x2, y2],
  } of facts.of(STRAIGHTS)[0]?.value.inPieces() ?? []) {
    const box = boxOfPoints([
      [x1, y1],
      [x2, y2],
    ]);
    if (isOfFrame(facts.page, box, frame)) for (const row of own) rows.add(row);
  }
  return rows;
}

function isOutside(page: Page, sort: "paths" | "texts", row: number, frame: SheetFrame): boolean {
  const box = markBox(page, sort, row);
  const area = grown(frame.areaMm, OVER_MM);
  if (contains(area, box) || !isSeen(page, box)) return false;
  return sort === "texts" ? !ZONE.test(asRead(page.texts.strings[row] ?? "").trim()) : !isOfFrame(page, box, frame);
}

/** What lies beyond the paper is not on the sheet at all. */
const isSeen = ({ widthMm, heightMm }: Page, { x, y, width, height }: BoxMm): boolean =>
  x < widthMm && y < heightMm && x + width > 0 && y + height > 0;

function isOfFrame({ widthMm, heightMm }: Page, box: BoxMm, { areaMm, entry, isOwn }: SheetFrame): boolean {
  const { x, y, width, height } = box;
  // The edge of the paper, the outer edge of the zones, grounds of the whole sheet.
  const isAround = width >= LONG_SHARE * widthMm && height >= LONG_SHARE * heightMm;
  const isAlong = (width >= LONG_SHARE * widthMm && height < 1) || (height >= LONG_SHARE * heightMm && width < 1);
  if (isAround || isAlong) return true;
  const [cx, cy] = [x + width / 2, y + height / 2];
  const isCentring =
    (width < 1 && Math.abs(cx - widthMm / 2) <= MIDDLE_MM && height <= SHORT_MM + areaMm.y) ||
    (height < 1 && Math.abs(cy - heightMm / 2) <= MIDDLE_MM && width <= SHORT_MM + areaMm.x);
  if (isCentring) return true;
  if (isAtCorner(widthMm, heightMm, box)) return true;
  // The office's frame says where the marks of its zones are.
  if (isOwn && entry)
    return zoneLines(entry).some(([x1, y1, x2, y2]) =>
      contains(
        grown(
          boxOfPoints([
            [x1, y1],
            [x2, y2],
          ]),
          OVER_MM,
        ),
        box,
      ),
    );
  // Of any other, what stands on the border, at a right angle to it and in the band beside it, is a mark of its zones.
  const isUpright = width < 1 && height <= SHORT_MM;
  const isLevel = height < 1 && width <= SHORT_MM;
  const touches = (a: number, b: number): boolean => Math.abs(a - b) <= OVER_MM;
  return (
    (isUpright && (touches(y + height, areaMm.y) || touches(y, areaMm.y + areaMm.height))) ||
    (isLevel && (touches(x + width, areaMm.x) || touches(x, areaMm.x + areaMm.width)))
  );
}

/** Marks for trimming stand at the corners of the paper. */
const CORNER_MM = 15;
const isAtCorner = (widthMm: number, heightMm: number, { x, y, width, height }: BoxMm): boolean =>
  (x + width <= CORNER_MM || x >= widthMm - CORNER_MM) && (y + height <= CORNER_MM || y >= heightMm - CORNER_MM);
