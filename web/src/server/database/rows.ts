/** A finding as it is kept and shown: the report's JSON with its places as one flat list. */
export interface FindingRow {
  readonly rule: string;
  readonly severity: "stop" | "mend" | "note";
  readonly page: number;
  readonly layer?: string;
  readonly message: string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  /** Kind of the mend a machine can make. */
  readonly mend?: string;
  readonly suggestions?: readonly string[];
  readonly count: number;
  readonly atMm: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** x, y, width, height of each place in turn, millimetres; at most `MOST_PLACES` places. */
  readonly placesMm: readonly number[];
}

/** Findings that a change brings or takes away, summed up for people. */
export interface EffectSums {
  readonly gained: number;
  readonly lost: number;
}

export interface EffectFinding {
  readonly rule: string;
  readonly severity: "stop" | "mend" | "note";
  readonly layer?: string;
  readonly message: string;
  readonly count: number;
}

/** What the draft would do to the plan sets in work. */
export interface EffectRow {
  readonly drawings: number;
  readonly sets: readonly (EffectSums & {
    readonly planSet: string;
    readonly drawings: readonly (EffectSums & {
      readonly name: string;
      readonly fileId: string;
      readonly inspectionId: string;
      readonly gainedFindings: readonly EffectFinding[];
      readonly lostFindings: readonly EffectFinding[];
    })[];
  })[];
  readonly changes: readonly (EffectSums & {
    readonly part: string;
    readonly entry: string;
    readonly words: readonly string[];
    /** The change needs others to stand, so it was not judged alone. */
    readonly together: boolean;
  })[];
}

/** A browser marks no more places of one finding than this; the count says how many there are. */
export const MOST_PLACES = 2000;

export interface MendRow {
  readonly rule: string;
  readonly page: number;
  readonly layer?: string;
  readonly count: number;
  readonly message: string;
}

/** A source drawing on a sheet. */
export interface PlacementRow {
  readonly sourceId: string;
  /** As written: `1:100`. */
  readonly placedAt: string;
  readonly title: string;
  /** Middle of the drawing on the sheet, millimetres; in the free room where not said. */
  readonly xMm?: number;
  readonly yMm?: number;
}

/** Identifies a finding across inspections of one file, so that one of many can be chosen. */
export const findingKey = ({
  rule,
  page,
  layer,
  measured,
}: Pick<FindingRow, "rule" | "page" | "layer" | "measured">): string =>
  JSON.stringify([rule, page, layer ?? null, measured ?? null]);
