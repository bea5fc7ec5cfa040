import { PDFDict, PDFHexString, PDFString, type PDFContext, type PDFObject } from "@cantoo/pdf-lib";
import type { BoxMm } from "../../../drawing";
import { POINT_MM } from "./units";

/** A stated scale for a part of a page, as any viewer measures by it. */
export interface StatedScale {
  readonly boxMm: BoxMm;
  readonly name: string;
  readonly buildingPerPaper: number;
  /** `1:100` or `1/4" = 1'-0"`. */
  readonly ratio: string;
  readonly units: "metric" | "feet-inches";
}

/** The viewports that state scales for parts of a page (measure dictionary, ISO 32000-1, 12.9). */
export function viewports(context: PDFContext, scales: readonly StatedScale[]): PDFObject {
  return context.obj(
    scales.map(({ boxMm, name, buildingPerPaper, ratio, units }) => {
      const [unit, unitMm] = units === "metric" ? ["m", 1000] : ["ft", 304.8];
      const perPoint = (buildingPerPaper * POINT_MM) / unitMm;
      const format = (label: string, factor: number, decimals: number): PDFDict =>
        context.obj({ Type: "NumberFormat", U: PDFString.of(label), C: factor, D: decimals, F: "D" });
      return context.obj({
        Type: "Viewport",
        BBox: [boxMm.x, boxMm.y, boxMm.x + boxMm.width, boxMm.y + boxMm.height].map((each) => each / POINT_MM),
        Name: PDFHexString.fromText(name),
        Measure: {
          Type: "Measure",
          Subtype: "RL",
          R: PDFHexString.fromText(ratio),
          X: [format(unit, perPoint, 1000)],
          D: [format(unit, 1, 1000)],
          A: [format(units === "metric" ? "m2" : "sq ft", 1, 100)],
        },
      });
    }),
  );
}
