/** Something of a file that was not read. */
export interface UnreadRow {
  readonly code: string;
  readonly message: string;
  readonly page?: number;
  /** Names of files that are kept in it. */
  readonly files?: readonly string[];
}

/** Findings that a change brings or takes away, summed up for people. */
export interface EffectSums {
  readonly gained: number;
  readonly lost: number;
}

export interface EffectFinding {
  readonly rule: string;
  readonly title: string;
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

export interface MendRow {
  readonly rule: string;
  readonly title: string;
  readonly page: number;
  readonly layer?: string;
  readonly count: number;
  /** What was done; or why it was left undone. */
  readonly message: string;
  readonly undone?: true;
  /** Key of the finding that was left undone. */
  readonly key?: string;
  /** Not a mend: how the page looks was not compared, and why. */
  readonly notCompared?: true;
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
