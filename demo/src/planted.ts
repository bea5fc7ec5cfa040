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
