import type { Drawing, DrawingChanges, Page } from "../drawing";
import { alignments } from "../recognise/alignment";
import { strokeLooks, textLooks } from "../recognise/looks";

/**
 * Changes that keep pens, dashes and lettering as they are on paper when a drawing is afterwards
 * placed `factor` times as large: all of them are made 1/factor as large first.
 */
export function keepOnPaper(drawing: Drawing, page: Page, factor: number): DrawingChanges {
  const looks = strokeLooks(page).filter((look) => look.widthMm > 0);
  return {
    layerNames: new Map(),
    pages: [
      {
        page: page.index,
        widths: looks.map(({ rows, widthMm }) => ({ rows, widthMm: widthMm / factor })),
        dashes: looks.flatMap(({ rows, dash }) => {
          const elements = drawing.dashes[dash] ?? [];
          return elements.length === 0 ? [] : [{ rows, dashMm: elements.map((each) => each / factor) }];
        }),
        heights: textLooks(page).flatMap(({ rows, heightMm }) =>
          byAlignment(page, rows).map((part) => ({ ...part, heightMm: heightMm / factor })),
        ),
      },
    ],
  };
}

/** Strings parted by the point that must stay: a column keeps its edge, a name keeps its middle. */
function byAlignment(page: Page, rows: Uint32Array): { rows: Uint32Array; about: number }[] {
  const aligned = alignments(page.texts);
  return [0, 0.5, 1]
    .map((about) => ({ about, rows: rows.filter((row) => aligned[row] === about) }))
    .filter((part) => part.rows.length > 0);
}
