import type { Drawing, DrawingChanges, PageChanges } from "../drawing";
import type { Finding } from "../inspect";
import { isLineType } from "../recognise/line-types";
import type { OfficeStandard } from "../standard";

/** A mend that was carried out, in the terms of the finding it answers. */
export interface MendDone {
  readonly rule: string;
  readonly mend: string;
  readonly page: number;
  readonly layer?: string;
  readonly count: number;
  readonly from: string;
  readonly to: string;
  readonly message: string;
}

/** What a set of findings asks to change, and in what words. */
export interface Plan {
  readonly changes: DrawingChanges;
  readonly done: readonly MendDone[];
}

type Draft = { -readonly [K in keyof PageChanges]: PageChanges[K] extends readonly (infer T)[] ? T[] : PageChanges[K] };

/** Turns findings that carry a mend into changes. `chosen` leaves some of them out. */
export function planMends(
  drawing: Drawing,
  findings: readonly Finding[],
  standard: OfficeStandard,
  chosen: (finding: Finding) => boolean = () => true,
): Plan {
  const layerNames = new Map<number, string>();
  const pages = new Map<number, Draft>();
  const done: MendDone[] = [];
  const draftOf = (page: number): Draft => {
    const known = pages.get(page) ?? { page, widths: [], dashes: [], heights: [] };
    pages.set(page, known);
    return known;
  };
  for (const finding of findings) {
    if (!finding.mend || !chosen(finding)) continue;
    if (finding.mend.kind === "rename") layerNames.set(finding.mend.layer, finding.mend.to);
    else setOnMarks(drawing, standard, finding, draftOf(finding.page));
    done.push(inWords(finding));
  }
  return { changes: { layerNames, pages: [...pages.values()] }, done };
}

function setOnMarks(drawing: Drawing, standard: OfficeStandard, { mend, marks, page }: Finding, draft: Draft): void {
  for (const { rows } of marks) {
    if (mend?.kind === "set-width") {
      draft.widths.push({ rows, widthMm: mend.widthMm });
      draft.dashes.push(...dashesInStep(drawing, standard, page, rows, mend.widthMm));
    } else if (mend?.kind === "set-line-type") draft.dashes.unshift({ rows, dashMm: mend.dashMm });
    else if (mend?.kind === "set-height") draft.heights.push({ rows, heightMm: mend.heightMm });
  }
}

/**
 * Dashes are multiples of the line width. Where a line is dashed rightly for the width it had,
 * the dashes go with the width; those of a finding of their own come first and win.
 */
function dashesInStep(
  drawing: Drawing,
  standard: OfficeStandard,
  pageIndex: number,
  rows: Uint32Array,
  widthMm: number,
): PageChanges["dashes"] {
  const paths = drawing.pages[pageIndex - 1]?.paths;
  const first = rows[0];
  if (!paths || first === undefined) return [];
  const [dash, was] = [drawing.dashes[paths.dash[first] ?? 0] ?? [], paths.widthMm[first] ?? 0];
  if (dash.length === 0 || was <= 0) return [];
  const share = standard.tolerances.dashShare;
  const fits = (width: number) => standard.lineTypes.find((type) => isLineType(dash, type, width, false, share));
  const type = fits(was);
  if (!type || fits(widthMm)) return [];
  return [{ rows, dashMm: type.pattern.map((each) => each * widthMm) }];
}

function inWords(finding: Finding): MendDone {
  const { mend, rule, page, layer, count } = finding;
  const unit = finding.unit ? ` ${finding.unit}` : "";
  const to = mend?.kind === "rename" ? mend.to : `${finding.expected ?? ""}${unit}`;
  const from = `${finding.measured ?? ""}${unit}`;
  const where = layer === undefined ? "" : ` on ${layer}`;
  const what = {
    rename: "layer renamed",
    "set-width": "line width set",
    "set-line-type": "line type set",
    "set-height": "lettering height set",
  }[mend?.kind ?? "rename"];
  const message =
    mend?.kind === "rename"
      ? `${what}: ${from} → ${to}`
      : `${what}${where}: ${from} → ${to} (${count.toLocaleString("en")} ${count === 1 ? "mark" : "marks"})`;
  return { rule, mend: mend?.kind ?? "", page, ...(layer === undefined ? {} : { layer }), count, from, to, message };
}
