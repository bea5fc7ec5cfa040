import { LIST_NAMES, type Entry, type ListName } from "./chapters";
import type { OfficeStandard } from "./model";

/** What a new entry of a list begins with; its key is still to be given. */
export function blankEntry(standard: OfficeStandard, list: ListName): Entry {
  const first = (entries: readonly { readonly id: string }[]): string => entries[0]?.id ?? "";
  const finePen = [...standard.pens].sort((a, b) => a.widthMm - b.widthMm)[1]?.id ?? first(standard.pens);
  const pen = finePen ? { pen: finePen } : {};
  switch (list) {
    case "unitStyles":
      return {
        id: "",
        title: "",
        system: standard.units === "metric" ? "mm" : "feet-inches",
        decimals: 0,
        finestFraction: 16,
        suffix: false,
        zeroInches: true,
      };
    case "scales":
      return { scale: "", system: standard.units };
    case "reductions":
      return { id: "", title: "", percent: 50 };
    case "layers":
      return {
        name: "",
        purpose: "",
        ...pen,
        ...(standard.lineTypes[0] ? { lineType: first(standard.lineTypes) } : {}),
        screenColour: "#1b2a41",
        plots: true,
      };
    case "pens":
      return { id: "", widthMm: 0.25, shadePercent: 100, screenColour: "#1b2a41" };
    case "lineTypes":
      return { id: "", title: "", pattern: [12, 3] };
    case "penSchedules":
      return { id: "", title: "", changes: [] };
    case "hatches":
      return {
        id: "",
        title: "",
        material: "",
        basis: "paper",
        start: "anywhere",
        families: [{ angleDeg: 45, spacingMm: 1.5, offsetMm: 0, shiftMm: 0, dashMm: [] }],
        ...pen,
      };
    case "textStyles":
      return { id: "", heightMm: 2.5, fonts: standard.textStyles[0]?.fonts ?? [], use: "" };
    case "fonts":
      return { family: "", licence: "" };
    case "dimensionStyles":
      return {
        id: "",
        title: "",
        terminator: "oblique-tick",
        terminatorMm: 2.5,
        leaderTerminator: "filled-arrow",
        leaderTerminatorMm: 2.5,
        textStyle: standard.textStyles[1]?.id ?? first(standard.textStyles),
        textPlace: "above-line",
        textDirection: "along-line",
        unitStyle: first(standard.unitStyles),
        gapMm: 2,
        extension: "fixed",
        extensionMm: 5,
        overshootMm: 2,
        firstRowMm: 12,
        pitchMm: 8,
        rows: ["overall", "grid", "masses", "openings"],
        repeats: "left-out",
      };
    case "kinds":
      return { id: "", title: "", scales: [], textStyles: [] };
    case "sheetSizes":
      return { id: "", widthMm: 297, heightMm: 420 };
    case "frames":
      return {
        id: "",
        title: "",
        widthMm: 841,
        heightMm: 594,
        border: { leftMm: 20, rightMm: 10, topMm: 10, bottomMm: 10 },
        centringMarks: true,
        zoneMm: 50,
        titleBlock: structuredClone(standard.frames[0]?.titleBlock ?? { widthMm: 180, heightMm: 40, cells: [] }),
        layers: { ...(standard.frames[0]?.layers ?? sameLayer(standard.layers[0]?.name ?? "frame")) },
      };
    case "series":
      return { id: "", title: "", prefix: "A", kinds: [] };
    case "codes":
      return { code: "", meaning: "", group: "materials" };
    case "labelPatterns":
      return {
        id: "",
        title: "",
        pattern: {
          id: "label",
          title: "",
          source: "own",
          separator: "",
          fields: [
            { id: "letter", title: "letter", minLength: 1, maxLength: 1, characters: "letters", required: true },
          ],
          examples: [],
        },
      };
    case "wallTypes":
      return { id: "", title: "", thicknessMm: 150 };
    case "openings":
      return { id: "", title: "", use: "door", widthMm: 900 };
    case "slopes":
      return { slope: "", use: "" };
    case "notes":
      return { id: "", title: "", text: "" };
  }
}

/** A frame begins with all that it draws on one layer. */
const sameLayer = (name: string) => ({ frame: name, cells: name, titles: name });

/** A standard of the same form in whose lists nothing stands: for those who ask without seeing the office's own. */
export const withoutEntries = (standard: OfficeStandard): OfficeStandard => ({
  ...standard,
  ...Object.fromEntries(LIST_NAMES.map((list) => [list, []])),
  showing: {},
  rules: {},
});
