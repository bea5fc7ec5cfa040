import type { Change } from "../../drawing";
import { JUDGED_LINE_TYPES, type JudgedLineType } from "../../recognise/judged-line-types";
import { JUDGED_WIDTHS, type JudgedWidth } from "../../recognise/widths";
import type { JudgeContext } from "../rule";

/** Reports the looks whose width is in one state, each to be set to the pen that it should be drawn with. */
export function reportWidths(
  { file, pages, report }: JudgeContext,
  state: JudgedWidth["state"],
  message: (count: number, judged: JudgedWidth, pen: string) => string,
): void {
  for (const facts of pages) {
    const types = facts.of(JUDGED_LINE_TYPES);
    facts.of(JUDGED_WIDTHS).forEach(({ value }, i) => {
      const { look, pen, ofLayer, ofMeant } = value;
      if (value.state !== state || !pen) return;
      const plots = ofLayer ? file.layerName(look.layer) : ofMeant;
      const words = plots ? `${plots} plots in the ${pen.widthMm} mm pen` : `the nearest pen is ${pen.widthMm} mm`;
      report({
        page: facts.page.index,
        layer: look.layer,
        marks: { of: "paths", rows: look.rows },
        message: (count) => `${message(count, value, words)}${look.asArea ? AS_AREA : ""}`,
        measured: look.widthMm,
        expected: pen.widthMm,
        unit: "mm",
        ...(look.asArea ? {} : { mend: widthMend(facts.page.index, value, pen.widthMm, types[i]?.value) }),
      });
    });
  }
}

/** What is told besides of lines that are none in the file. */
export const AS_AREA = " The file has it as a thin area, which is not mended.";

/** Dashes are multiples of the width: where they are right for the width that a line has, they go with it. */
function widthMend(page: number, { look }: JudgedWidth, widthMm: number, type: JudgedLineType | undefined): Change[] {
  const { rows } = look;
  return [
    { kind: "set-width", page, rows, widthMm },
    ...(type?.inStepMm ? [{ kind: "set-line-type", page, rows, dashMm: type.inStepMm } as const] : []),
  ];
}
