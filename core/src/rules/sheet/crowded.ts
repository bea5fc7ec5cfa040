import { mm } from "../../base/words";
import { clearBetween, contains, grown, type BoxMm } from "../../drawing";
import type { Parameter } from "../../recognise/parameter";
import { PLACES, type Place } from "../../recognise/places";
import { SHEET_FRAMES } from "../../recognise/sheet-frames";
import { rule } from "../rule";

const ROOM: Parameter = {
  rule: "sheet/crowded",
  name: "roomMm",
  title: "Room around a drawing",
  unit: "mm on paper",
  usual: 10,
  least: 0,
  most: 200,
  sentence: "Between what belongs to a drawing and the border, or the next drawing, is as much room as this.",
};
/** Drawings that share more than this overlap, which is told by itself. Millimetres. */
const OVER_MM = 0.5;

export const crowded = rule({
  id: "sheet/crowded",
  title: "No room around a drawing",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [PLACES, SHEET_FRAMES],
  parameters: [ROOM],
  page: {
    measures:
      "The clear paper between all that belongs to a drawing, its dimensions and titles too, and the border of the sheet or the next drawing.",
    why: "A drawing that just fits leaves no room for what is noted on it later.",
    right: "25 mm between the last row of dimensions and the border.",
    wrong: "4 mm between them.",
    cannotSee:
      "The shape of a drawing within the box around it, room beside title blocks and tables, and sheets without a border where a drawing stands alone.",
    mend: "None: choose a smaller scale, a larger sheet, or split the drawing.",
  },
  judge({ pages, report, valueOf }) {
    const room = valueOf(ROOM);
    for (const facts of pages) {
      const places = facts.of(PLACES).map(({ value }) => value);
      const area = facts.of(SHEET_FRAMES)[0]?.value.areaMm;
      const tell = (place: Place, clear: number, beside: string): void =>
        report({
          page: facts.page.index,
          placed: true,
          regionMm: place.contentMm,
          message: () =>
            `${mm(Number(Math.max(0, clear).toFixed(1)))} are clear between a drawing and ${beside}; there should be ${mm(room)}.`,
          measured: Number(Math.max(0, clear).toFixed(1)),
          expected: room,
          unit: "mm",
        });
      for (const place of places) {
        const toBorder =
          area && contains(grown(area, OVER_MM), place.contentMm) ? clearWithin(area, place.contentMm) : room;
        if (toBorder < room - 0.05) tell(place, toBorder, "the border of the sheet");
      }
      places.forEach((place, i) => {
        for (const other of places.slice(i + 1)) {
          const clear = clearBetween(place.contentMm, other.contentMm);
          if (clear > -OVER_MM && clear < room - 0.05) tell(place, clear, "the next one");
        }
      });
    }
  },
});

const clearWithin = (area: BoxMm, { x, y, width, height }: BoxMm): number =>
  Math.min(x - area.x, y - area.y, area.x + area.width - x - width, area.y + area.height - y - height);
