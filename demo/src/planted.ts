/** What an inspection by the office standard must say of a demo drawing, and nothing else. */
export interface Planted {
  readonly rule: string;
  readonly layer?: string;
  /** Measured value as the finding has it; left out where the rule has none worth checking. */
  readonly measured?: number | string;
  readonly expected?: number | string;
  /** Marks it comes to, where the fault is on a known number of them. */
  readonly count?: number;
  /** Whether `mend` removes it. */
  readonly mends: boolean;
}

/** The planted faults of every demo drawing, by its file name. A drawing with none is faultless. */
export const PLANTED: Readonly<Record<string, readonly Planted[]>> = {
  "saltmarsh-ground-50.pdf": [],
  "saltmarsh-ground-100-a3.pdf": [],
  "saltmarsh-ground-50-drafter.pdf": [
    { rule: "layer/malformed", layer: "walls", measured: "walls", expected: "A-WALL", mends: true },
    { rule: "layer/malformed", layer: "A_Door", measured: "A_Door", expected: "A-DOOR", mends: true },
    { rule: "layer/empty", layer: "A-AREA", mends: false },
    { rule: "layer/default-used", count: 4, mends: false },
    { rule: "line/width-not-pen", layer: "A-GLAZ", measured: 0.35, expected: 0.25, mends: true },
    { rule: "line/width-off-series", layer: "A-FLOR-STRS", measured: 0.3, expected: 0.25, mends: true },
    { rule: "line/hairline", layer: "A-FURN", measured: 0, expected: 0.18, mends: true },
    { rule: "line/type-unknown", layer: "A-FLOR-OVHD", expected: "dashed", count: 2, mends: true },
    { rule: "text/height", layer: "A-ANNO-TEXT", measured: 3, expected: 3.5, mends: true },
  ],
  "saltmarsh-annotation-drafter.pdf": [
    { rule: "dim/value-not-length", layer: "A-ANNO-DIMS", measured: 1200, expected: 1250, mends: false },
    { rule: "dim/row-sum", layer: "A-ANNO-DIMS", measured: 2405, expected: 2400, mends: false },
    { rule: "dim/odd-fraction", layer: "A-ANNO-DIMS", expected: "50", count: 1, mends: false },
    { rule: "dim/format", layer: "A-ANNO-DIMS", measured: "1.20 m", expected: "1200", mends: true },
    { rule: "dim/terminator", layer: "A-ANNO-DIMS", measured: 4, expected: 2.5, mends: false },
    { rule: "dim/extension", layer: "A-ANNO-DIMS", measured: 4, expected: 2, count: 3, mends: false },
    { rule: "dim/row-spacing", layer: "A-ANNO-DIMS", measured: 15, expected: 12, mends: false },
    { rule: "dim/row-order", layer: "A-ANNO-DIMS", measured: "2400", mends: false },
    { rule: "dim/row-repeated", layer: "A-ANNO-DIMS", measured: "1200, 1200", mends: false },
    { rule: "hatch/spacing", layer: "A-WALL-PATT", measured: 2.4, expected: 1.2, mends: true },
    { rule: "hatch/unknown", layer: "A-WALL-PATT", mends: false },
    { rule: "hatch/off-layer", layer: "A-WALL", expected: "A-WALL-PATT", mends: true },
    { rule: "hatch/open-boundary", layer: "A-WALL", measured: 2, mends: false },
    { rule: "hatch/part-unit", layer: "A-FLOR-PATT", measured: 60, expected: 300, mends: false },
    { rule: "text/placeholder", layer: "A-ANNO-TEXT", measured: "ROOM NAME", mends: false },
    { rule: "text/overlaps", layer: "A-ANNO-TEXT", count: 2, mends: false },
    { rule: "text/direction", layer: "A-ANNO-TEXT", measured: -90, expected: 90, mends: true },
    { rule: "line/doubled", layer: "A-FURN", count: 1, mends: true },
    { rule: "line/untrimmed", layer: "A-DOOR", measured: 1, mends: false },
    { rule: "line/shade-not-pen", layer: "A-GLAZ", measured: "#b02020", expected: "100 %", mends: true },
    { rule: "layer/helper-showing", layer: "A-ANNO-NPLT", count: 1, mends: true },
    { rule: "layer/order", layer: "A-ANNO-TEXT", measured: "A-FLOR-PATT", count: 1, mends: false },
    { rule: "layer/wrong-content", layer: "A-FURN", expected: "A-ANNO-TEXT", mends: true },
    { rule: "layer/near-duplicate", layer: "a_glaz", expected: "A-GLAZ", mends: true },
  ],
  "saltmarsh-building-drafter.pdf": [
    { rule: "sheet/frame", measured: "0 of 4", mends: false },
    { rule: "sheet/outside", layer: "A-FURN", count: 1, mends: false },
    { rule: "sheet/titles-astray", layer: "A-ANNO-TTLT", measured: 3, mends: false },
    { rule: "title/empty", layer: "A-ANNO-TTLB-LINE", measured: "TBC", mends: false },
    { rule: "code/undefined", layer: "A-ANNO-NOTE", measured: "ZN", expected: "Zinc sheet", mends: false },
    { rule: "code/unused", layer: "A-ANNO-LEGN", measured: "TB", mends: false },
    { rule: "code/malformed", layer: "A-ANNO-NOTE", measured: "B6", expected: "B36", mends: false },
    { rule: "code/frame", layer: "A-ANNO-NOTE", count: 1, mends: false },
    { rule: "kind/not-faint", layer: "L-PLNT", expected: "faint", count: 1, mends: false },
    { rule: "ref/missing", layer: "A-ANNO-NOTE", measured: "4/A-101", expected: "1, 2", mends: false },
    { rule: "kind/left-out-showing", layer: "S-BEAM", count: 1, mends: true },
    { rule: "build/wall-thickness", layer: "A-WALL", measured: 200, expected: 160, mends: false },
    { rule: "build/opening-width", layer: "A-WALL", measured: 870, expected: 900, mends: false },
    { rule: "build/room-area", layer: "A-ANNO-TEXT", measured: "39.5 m²", expected: "37.3 m²", mends: false },
    { rule: "build/slope", layer: "A-ANNO-TEXT", measured: "3 in 12", expected: "4 in 12", mends: false },
    { rule: "build/level", layer: "A-ANNO-TEXT", measured: "+1.80", expected: "+1.700", mends: false },
  ],
  "saltmarsh-south-drafter.pdf": [
    { rule: "build/head-height", layer: "A-GLAZ", measured: 2040, expected: 2100, mends: false },
  ],
  "saltmarsh-details-drafter.pdf": [
    { rule: "line/too-close", layer: "A-ANNO-NOTE", count: 2, mends: false },
    { rule: "text/height", layer: "A-ANNO-NOTE", measured: 1.3, expected: 1.8, mends: true },
    { rule: "text/too-small-reduced", layer: "A-ANNO-NOTE", measured: 0.65, expected: 0.9, mends: true },
    { rule: "text/font", layer: "A-ANNO-NOTE", count: 1, mends: false },
    { rule: "text/case", layer: "A-ANNO-TTLT", count: 1, mends: true },
    { rule: "text/note-not-standard", layer: "A-ANNO-NOTE", count: 1, mends: true },
    { rule: "dim/crowded", layer: "A-ANNO-DIMS", count: 2, mends: false },
    { rule: "sheet/overlap", measured: "12 × 230", mends: false },
    { rule: "sheet/crowded", measured: 4, expected: 10, mends: false },
    { rule: "title/too-long", layer: "A-ANNO-TTLB-LINE", expected: 110, mends: false },
    { rule: "scale/bar-not-true", measured: 50, expected: 100, mends: false },
    { rule: "kind/missing", layer: "S-COLS", measured: "switched off", mends: false },
    { rule: "kind/undecided", layer: "S-BEAM", count: 1, mends: false },
    { rule: "ref/one-way", layer: "A-ANNO-TTLT", measured: "3/A-501", mends: false },
  ],
  "saltmarsh-quay-scanned.pdf": [
    { rule: "file/no-layers", mends: false },
    { rule: "file/picture-page", measured: "100 %", mends: false },
    { rule: "file/font-not-embedded", measured: "Helvetica", count: 2, mends: false },
    { rule: "text/stretched", measured: 55, mends: false },
  ],
  "saltmarsh-quay-plotted.pdf": [
    { rule: "file/no-layers", mends: false },
    { rule: "file/text-as-strokes", measured: 3.5, mends: false },
    { rule: "file/font-not-embedded", measured: "Helvetica", count: 2, mends: false },
    { rule: "scale/missing", mends: false },
  ],
  "saltmarsh-half-size.pdf": [
    { rule: "scale/note-not-drawn", measured: "1:100", expected: "1:50", count: 24, mends: false },
  ],
  "saltmarsh-ground-75-trimmed.pdf": [
    { rule: "sheet/size", expected: "A1", mends: false },
    { rule: "scale/unlisted", measured: "1:75", expected: "1:100", mends: false },
  ],
  "orchard-ground-48.pdf": [],
  "orchard-ground-48-drafter.pdf": [
    { rule: "layer/malformed", layer: "A-WAL", measured: "A-WAL", expected: "A-WALL", mends: true },
    { rule: "layer/unregistered", layer: "A-SIGN", measured: "A-SIGN", mends: false },
    { rule: "line/type-not-layers", layer: "A-GRID", measured: "dashed", expected: "long-dash-dot", mends: true },
    { rule: "line/width-off-series", layer: "A-DOOR", measured: 0.4, expected: 0.35, mends: true },
    { rule: "text/height", layer: "A-ANNO-DIMS", measured: 2, expected: 1.8, mends: true },
  ],
  "orchard-structure-consultant.pdf": [
    { rule: "layer/malformed", layer: "STR_GRID", mends: true },
    { rule: "layer/malformed", layer: "STR_COLUMNS", mends: false },
    { rule: "layer/malformed", layer: "Footings", mends: false },
    { rule: "layer/malformed", layer: "Beams steel", mends: false },
    { rule: "layer/malformed", layer: "TXT 2", mends: false },
    { rule: "layer/default-used", layer: "Layer 1", count: 2, mends: false },
    { rule: "line/width-off-series", layer: "Footings", measured: 0.6, mends: true },
  ],
};

/** What one of the drawings disagrees with the particulars of its work in, besides: measured, and what they have. */
export const DIFFERING: Readonly<Record<string, readonly (readonly [measured: string, expected: string])[]>> = {
  "saltmarsh-building-drafter.pdf": [
    ["Saltmarsh Harbour Trust", "Saltmarsh Harbour Board"],
    ["Quay Street, Saltmarsh", "Quay 2, Saltmarsh"],
    ["Fenn", "I. Fenn"],
    ["For review", "For comment"],
  ],
};
