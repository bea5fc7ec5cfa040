import { isDrawn, type OfficeStandard, type Showing } from "../../standard";
import type { Flow } from "./flow";
import { TEXT_WIDTH_MM, type Column } from "./flow";

const NAME_MM = 52;
/** Kinds beside each other on one page; more go below as a further table. */
const MOST_KINDS = 9;

/** The showing chart: a row for each layer, a mark for each kind. */
export function drawChart(flow: Flow, standard: OfficeStandard): void {
  for (let from = 0; from < standard.kinds.length; from += MOST_KINDS) {
    const kinds = standard.kinds.slice(from, from + MOST_KINDS);
    const width = (TEXT_WIDTH_MM - NAME_MM) / kinds.length;
    const columns: Column[] = kinds.map((kind) => ({
      title: kind.title || kind.id,
      widthMm: width,
      draw: (row, page, x, y) =>
        mark(page, standard.showing[standard.layers[row]?.name ?? ""]?.[kind.id], x + 3, y + 1.9),
    }));
    flow.table(
      [{ title: "Layer", widthMm: NAME_MM }, ...columns],
      standard.layers.map((layer) => [layer.name]),
    );
  }
}

function mark(
  page: Parameters<NonNullable<Column["draw"]>>[1],
  state: Showing | undefined,
  x: number,
  y: number,
): void {
  const box = { x, y, width: 2.4, height: 2.4 };
  page.fillInk(0x1b2a41).ink(0x1b2a41).pen(0.18);
  if (state === "needed") page.rectangle({ x: x - 0.7, y: y - 0.7, width: 3.8, height: 3.8 });
  if (isDrawn(state)) page.rectangle(box, "f");
  else if (state === "faint") page.rectangle(box);
  else if (state === "left-out") page.line(x, y + 1.2, x + 2.4, y + 1.2);
  else page.text("?", x, y, { heightMm: 2.5 });
}
