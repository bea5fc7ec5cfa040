import type { Drawing, DrawingChanges, Page } from "../drawing";
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
        heights: textLooks(page).map(({ rows, heightMm }) => ({ rows, heightMm: heightMm / factor })),
      },
    ],
  };
}
