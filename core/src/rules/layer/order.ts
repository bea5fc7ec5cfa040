import { counted, linesOfLettering } from "../../base/words";
import { PAINT, visibleStraightsOfRow, type Marks, type Page, type PointMm } from "../../drawing";
import { HIDING_AREAS, type HidingArea } from "../../recognise/hiding-areas";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { cornersOf, type TextLine } from "../../recognise/lettering";
import { LINE_OF_ROW } from "../../recognise/line-of-row";
import type { PageFacts } from "../../recognise/recogniser";
import { rule } from "../rule";

/** So much of a line has to be hidden. Millimetres. */
const LEAST_HIDDEN_MM = 1;
/** A line is looked at every so often; what lies this near to an area's edge is its outline. Millimetres. */
const STEP_MM = 0.4;
const EDGE_MM = 0.15;
/** Marks at areas, and corners of areas for each place along a mark, that are looked at on one page. */
const MOST_LOOKED_AT = 20_000_000;

export const order = rule({
  id: "layer/order",
  title: "Marks hidden by what should lie below them",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register"],
  reads: [NAMED_LAYERS, HIDING_AREAS, LINE_OF_ROW],
  parameters: [],
  page: {
    measures:
      "Filled areas that were painted after lines and lettering which they hide, where the standard has the layer of the area lie below theirs.",
    why: "What is painted later hides what was there: of a room's name under a shade only the shade is left.",
    right: "A shaded floor, then the walls, then the names of rooms.",
    wrong: "The shade is painted last, and a name is gone.",
    cannotSee:
      "Areas that let something through, white ones (they are grounds), patterns and pictures, and layers of which the standard does not say what they lie above. Hatch lines over lettering are told by text/overlaps.",
    mend: "None: what lies above what has to be set where the sheet was drawn.",
  },
  judge({ file, pages, report, leaveOpen }) {
    const orders = entriesOf(file.of(NAMED_LAYERS)).map((entry) => entry?.order);
    if (new Set(orders.filter((each) => each !== undefined)).size < 2) return;
    for (const facts of pages) {
      const looked = { left: MOST_LOOKED_AT };
      for (const { over, layer, of, rows } of hiddenOn(facts, orders, looked))
        report({
          page: facts.page.index,
          layer,
          marks: { of, rows: Uint32Array.from(rows).sort() },
          message: (count) =>
            `${of === "paths" ? counted(count, "line") : linesOfLettering(count)} of ${file.layerName(layer)} ${count === 1 ? "is" : "are"} hidden by what was painted later on ${file.layerName(over)}, which should lie below.`,
          measured: file.layerName(over),
        });
      if (looked.left <= 0)
        leaveOpen(`On page ${facts.page.index} so much lies at filled areas that what they hide can't be told.`);
    }
  },
});

/** Marks of one layer that areas of another hide. */
interface Hidden {
  readonly over: number;
  readonly layer: number;
  readonly of: Marks["of"];
  readonly rows: Set<number>;
}

/** How far down a layer lies, by its index. */
type Orders = readonly (number | undefined)[];

function hiddenOn(facts: PageFacts, orders: Orders, looked: { left: number }): Iterable<Hidden> {
  const { page } = facts;
  const found = new Map<string, Hidden>();
  const areas = facts.of(HIDING_AREAS);
  const lineOf = areas.length > 0 ? facts.of(LINE_OF_ROW)[0]?.value : undefined;
  for (const { value: area } of areas) {
    const own = orders[area.layer];
    if (own === undefined) continue;
    for (const sort of ["paths", "texts"] as const)
      for (const row of facts.near(sort, area.boxMm)) {
        if (looked.left-- <= 0) return found.values();
        const layer = page[sort].layer[row] ?? -1;
        if ((orders[layer] ?? own) <= own || (page[sort].order[row] ?? 0) >= area.order) continue;
        if (sort === "texts") looked.left -= 3 * area.corners;
        const isHidden =
          sort === "paths" ? hidesLine(page, row, area, looked) : hidesString(facts, row, lineOf?.get(row), area);
        if (!isHidden) continue;
        const key = `${area.layer} ${layer} ${sort}`;
        if (!found.has(key)) found.set(key, { over: area.layer, layer, of: sort, rows: new Set() });
        found.get(key)?.rows.add(row);
      }
  }
  return found.values();
}

/** Whether an area hides a stroke, other than one that runs along its edge. */
function hidesLine(page: Page, row: number, area: HidingArea, looked: { left: number }): boolean {
  const paint = page.paths.paint[row] ?? 0;
  if ((paint & PAINT.hidden) !== 0 || (paint & PAINT.stroke) === 0) return false;
  const clear = (page.paths.widthMm[row] ?? 0) / 2 + EDGE_MM;
  let hidden = 0;
  visibleStraightsOfRow(page, row, (x0, y0, x1, y1) => {
    const steps = Math.ceil(Math.hypot(x1 - x0, y1 - y0) / STEP_MM);
    for (let i = 0; i < steps && hidden < LEAST_HIDDEN_MM && looked.left > 0; i++) {
      looked.left -= 1 + area.corners;
      const [x, y] = [x0 + ((x1 - x0) * (i + 0.5)) / steps, y0 + ((y1 - y0) * (i + 0.5)) / steps];
      if (area.hides(x, y, clear)) hidden += Math.hypot(x1 - x0, y1 - y0) / steps;
    }
  });
  return hidden >= LEAST_HIDDEN_MM;
}

/** Whether an area hides a whole string. */
function hidesString({ page }: PageFacts, row: number, line: TextLine | undefined, area: HidingArea): boolean {
  if (!line || line.text.trim() === "" || ((page.texts.paint[row] ?? 0) & PAINT.hidden) !== 0) return false;
  const [from, , to] = cornersOf(line) as [PointMm, PointMm, PointMm, PointMm];
  return [0.1, 0.5, 0.9].every((share) =>
    area.hides(from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share, 0),
  );
}
