import type { OfficeStandard } from "@hemstitch/core/standard";
import type { EffectRow, FindingRow, MendRow } from "../database/rows";

/** What a thread is asked to do; all of it plain values that can be sent between threads. */
export type ThreadTask =
  | {
      readonly kind: "inspect";
      readonly bytes: Uint8Array;
      readonly standard: OfficeStandard;
      readonly maxFileBytes: number;
    }
  | {
      readonly kind: "mend";
      readonly bytes: Uint8Array;
      readonly standard: OfficeStandard;
      readonly maxFileBytes: number;
      readonly only: readonly string[] | null;
    }
  | {
      readonly kind: "effect";
      readonly before: OfficeStandard;
      readonly after: OfficeStandard;
      readonly drawings: readonly {
        readonly fileId: string;
        readonly inspectionId: string;
        readonly name: string;
        readonly planSet: string;
        /** Packed and gzipped. */
        readonly drawing: Uint8Array;
      }[];
    }
  | { readonly kind: "compose"; readonly standard: OfficeStandard; readonly sheet: ComposeTask };

export interface ComposeTask {
  readonly frame: string;
  readonly units: "metric" | "feet-inches";
  readonly particulars: Readonly<Record<string, string>>;
  readonly placement: {
    readonly bytes: Uint8Array;
    readonly drawnAt: string;
    readonly placedAt: string;
    readonly title: string;
    readonly middleMm?: { readonly x: number; readonly y: number };
  } | null;
  /** The font of the standard's lettering. */
  readonly font: { readonly bytes: Uint8Array; readonly capHeight: number };
  /** Pictures of the frame's stamps. */
  readonly pictures: readonly { readonly sha256: string; readonly bytes: Uint8Array }[];
  /** Whether the drawing is wanted too, for showing. */
  readonly withDrawing: boolean;
}

export interface ThreadProblem {
  readonly ok: false;
  readonly problem: string;
  readonly remedy: string;
}

export interface InspectedResult {
  readonly ok: true;
  readonly pages: number;
  readonly layers: readonly string[];
  readonly statedScale: string | null;
  readonly findings: readonly FindingRow[];
  readonly notJudged: readonly { rule: string; reason: string }[];
  /** Packed and gzipped. */
  readonly drawing: Uint8Array;
}

export interface MendedResult {
  readonly ok: true;
  readonly bytes: Uint8Array;
  readonly sha256: string;
  readonly mended: readonly MendRow[];
  readonly left: readonly FindingRow[];
  readonly drawing: Uint8Array;
}

export interface ComposedResult {
  readonly ok: true;
  readonly bytes: Uint8Array;
  readonly drawing: Uint8Array | null;
  readonly placed: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
    readonly fits: boolean;
  } | null;
  readonly findings: readonly FindingRow[];
}

export interface EffectResult {
  readonly ok: true;
  readonly effect: EffectRow;
}

/** Told now and then while a thread works: 0–1. */
export interface ThreadProgress {
  readonly progress: number;
}
