import type { Change, Drawing, Page } from "../drawing";
import { alignments } from "../recognise/alignment";
import { strokeLooks, textLooks } from "../recognise/looks";

/**
 * Changes that keep pens, dashes and lettering as they are on paper when a drawing is afterwards
 * placed `factor` times as large: all of them are made 1/factor as large first.
 */
export function keepOnPaper(drawing: Drawing, { page, factor }: { page: Page; factor: number }): Change[] {
  const looks = strokeLooks(page).filter((look) => look.widthMm > 0);
  const on = (rows: Uint32Array) => ({ page: page.index, rows });
  return [
    ...looks.map(({ rows, widthMm }): Change => ({ kind: "set-width", ...on(rows), widthMm: widthMm / factor })),
    ...looks.flatMap(({ rows, dash }): Change[] => {
      const elements = drawing.dashes[dash] ?? [];
      const dashMm = elements.map((each) => each / factor);
      return elements.length === 0 ? [] : [{ kind: "set-line-type", ...on(rows), dashMm }];
    }),
    ...textLooks(page).flatMap(({ rows, heightMm }) =>
      byAlignment(page, rows).map((part): Change => ({
        kind: "set-height",
        ...on(part.rows),
        about: part.about,
        heightMm: heightMm / factor,
      })),
    ),
  ];
}

/** Strings parted by the point that must stay: a column keeps its edge, a name keeps its middle. */
function byAlignment(page: Page, rows: Uint32Array): { rows: Uint32Array; about: number }[] {
  const aligned = alignments(page.texts);
  return [0, 0.5, 1]
    .map((about) => ({ about, rows: rows.filter((row) => aligned[row] === about) }))
    .filter((part) => part.rows.length > 0);
}
