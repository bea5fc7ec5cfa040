import type { Change } from "../../drawing";
import { dashesOf, type JudgedLineType } from "../../recognise/judged-line-types";

/** Sets a look to its layer's line type at the width of the pen to plot with; none on layers without one. */
export const typeMend = (page: number, { look, wanted, widthMm }: JudgedLineType): { readonly mend?: Change[] } =>
  wanted && !look.asArea
    ? { mend: [{ kind: "set-line-type", page, rows: look.rows, dashMm: dashesOf(wanted, widthMm) }] }
    : {};
