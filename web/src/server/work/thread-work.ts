import type { Problem } from "@hemstitch/core/quantity";
import type { Difference, EntryEdit, ListName, OfficeStandard } from "@hemstitch/core/standard";
import type { LibraryItem, LibraryOptions } from "@hemstitch/core/specimen";
import type { DryRun, Correction, Mapping, Table } from "@hemstitch/core/tables";
import type { Finding, InspectOptions, KindOfPage, NotJudged, Known } from "@hemstitch/core/inspect";
import type { DraftChange, WorkedOut } from "./thread-draft";
import type { EffectRow, EffectSums, MendRow, UnreadRow } from "../database/rows";

/** What is known of a file beside what stands in it: its kind, and the facts of its plan set. */
export type GivenOfFile = Pick<InspectOptions, "kind" | "particulars" | "register">;

/** What a thread is asked to do; all of it plain values that can be sent between threads. */
export type ThreadTask =
  | {
      readonly kind: "inspect";
      readonly bytes: Uint8Array;
      readonly standard: OfficeStandard;
      readonly given: GivenOfFile;
      readonly maxFileBytes: number;
    }
  | {
      readonly kind: "mend";
      readonly bytes: Uint8Array;
      readonly standard: OfficeStandard;
      readonly given: GivenOfFile;
      readonly maxFileBytes: number;
      /** The findings to mend, as they were kept; all that can be where null. */
      readonly only: readonly Known[] | null;
    }
  | { readonly kind: "read"; readonly bytes: Uint8Array; readonly maxFileBytes: number }
  /** Judges a kept drawing, packed and gzipped; no file is opened. */
  | {
      readonly kind: "judge";
      readonly drawing: Uint8Array;
      readonly standard: OfficeStandard;
      readonly given: GivenOfFile;
    }
  | {
      readonly kind: "effect";
      /** The question that it belongs to: what it has in common for all drawings is worked out once. */
      readonly effectId: string;
      readonly before: OfficeStandard;
      readonly after: OfficeStandard;
      /** Packed and gzipped; none to be told the changes alone. */
      readonly drawing: Uint8Array | null;
    }
  | { readonly kind: "compose"; readonly standard: OfficeStandard; readonly sheet: ComposeTask }
  | {
      readonly kind: "manual";
      readonly standard: OfficeStandard;
      /** The font that it is set in. */
      readonly font: Uint8Array;
      /** Fonts at hand for samples of the standard's lettering. */
      readonly fonts: readonly NamedFont[];
      readonly summary?: string;
      readonly date?: string;
      readonly changes?: { readonly since: string; readonly list: readonly Difference[] };
    }
  | { readonly kind: "change-draft"; readonly content: OfficeStandard; readonly change: DraftChange }
  | {
      readonly kind: "starter";
      readonly standard: OfficeStandard;
      readonly fonts: readonly NamedFont[];
      readonly format: DrawingFormat;
      readonly drawingKind?: string;
    }
  | {
      readonly kind: "library-item";
      readonly standard: OfficeStandard;
      readonly fonts: readonly NamedFont[];
      readonly format: DrawingFormat;
      readonly item: LibraryItem;
      readonly options: LibraryOptions;
    }
  /** Files that somebody hands in are looked at in a thread, which ends where one of them never would. */
  | { readonly kind: "read-font"; readonly bytes: Uint8Array }
  | { readonly kind: "read-picture"; readonly bytes: Uint8Array }
  | {
      readonly kind: "attached";
      readonly bytes: Uint8Array;
      /** Name of the file that is wanted. */
      readonly name: string;
      readonly maxFileBytes: number;
    }
  | { readonly kind: "check-entry"; readonly list: ListName; readonly entry: unknown }
  | { readonly kind: "compare"; readonly before: OfficeStandard; readonly after: OfficeStandard }
  | { readonly kind: "workbook"; readonly tables: readonly Table[] }
  | { readonly kind: "read-standard"; readonly bytes: Uint8Array; readonly fromOutside: boolean }
  | {
      readonly kind: "try-table";
      readonly standard: OfficeStandard;
      readonly list: ListName;
      readonly bytes: Uint8Array;
      /** Sheet of a workbook; its first where it has none of that name. */
      readonly sheet: string;
      /** Paths of properties by column as somebody chose them; none where nothing was chosen. */
      readonly chosen: Mapping | null;
      /** What was chosen earlier, by the titles of the columns. */
      readonly remembered: Readonly<Record<string, Mapping>>;
      readonly replace: boolean;
      /** Rows that are right go without those that are wrong. */
      readonly partly: boolean;
      readonly corrections: readonly Correction[];
      /** Whether the edits are wanted, too; a dry run tells them row by row. */
      readonly wantsEdits: boolean;
    };

/** A font's file, and what the office calls its family: the file itself may say otherwise. */
export interface NamedFont {
  readonly family: string;
  readonly bytes: Uint8Array;
}

/** Formats in which drawings are given out that begin with Hemstitch. */
export type DrawingFormat = "pdf" | "svg";

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
  /** The font of what no text style asks another for. */
  readonly font: NamedFont;
  /** Fonts at hand that the text styles name besides. */
  readonly fonts: readonly NamedFont[];
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

/** A problem as a thread tells it. */
export const problemOf = ({ message, remedy }: Problem): ThreadProblem => ({
  ok: false,
  problem: message,
  remedy: remedy ?? "",
});

export type TaskOf<K extends ThreadTask["kind"]> = Extract<ThreadTask, { kind: K }>;

export interface InspectedResult {
  readonly ok: true;
  readonly pages: number;
  readonly layers: readonly string[];
  readonly statedScale: string | null;
  readonly kinds: readonly (KindOfPage | null)[];
  readonly findings: readonly Finding[];
  readonly notJudged: readonly NotJudged[];
  readonly unread: readonly UnreadRow[];
  /** Packed and gzipped. */
  readonly drawing: Uint8Array;
}

/** What a kept drawing was found to be. */
export type JudgedResult = Pick<InspectedResult, "ok" | "kinds" | "findings" | "notJudged">;

export interface MendedResult {
  readonly ok: true;
  readonly bytes: Uint8Array;
  readonly sha256: string;
  readonly mended: readonly MendRow[];
  readonly left: readonly Finding[];
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
  readonly findings: readonly Finding[];
}

/** A drawing that was read again. */
export interface ReadResult {
  readonly ok: true;
  /** Packed and gzipped. */
  readonly drawing: Uint8Array;
}

/** What a draft would do on one drawing. */
export interface EffectResult {
  readonly ok: true;
  readonly changes: readonly Pick<EffectRow["changes"][number], "part" | "entry" | "words" | "together">[];
  readonly gained: readonly Finding[];
  readonly lost: readonly Finding[];
  /** What each change does alone, in their order. */
  readonly alone: readonly EffectSums[];
}

/** A file that was made. */
export interface MadeFile {
  readonly ok: true;
  readonly bytes: Uint8Array;
}

export interface ReadFontResult {
  readonly ok: true;
  readonly family: string;
  readonly capHeight: number;
}

export interface ReadPictureResult {
  readonly ok: true;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** A file that was kept in another; nothing where there is none of that name. */
export interface AttachedResult {
  readonly ok: true;
  readonly bytes: Uint8Array | null;
}

export interface CheckedEntry {
  readonly ok: true;
  readonly problems: readonly Problem[];
}

export interface ComparedResult {
  readonly ok: true;
  readonly differences: readonly Difference[];
}

export interface ReadStandardResult {
  readonly ok: true;
  /** The standard, or all that is wrong with it. */
  readonly standard: OfficeStandard | null;
  readonly problems: readonly { readonly at: string; readonly message: string }[];
  readonly count: number;
  /** How cells of a workbook were taken. */
  readonly notes: readonly string[];
}

/** What a dry run tells a page. */
export interface TriedTable extends Omit<DryRun, "edits"> {
  readonly columns: readonly string[];
  readonly mapping: Mapping;
  /** Columns, from 0, of which nobody has said what they hold. */
  readonly undecided: readonly number[];
  readonly sheets: readonly string[];
  readonly sheet: string;
  readonly notes: readonly string[];
  /** Properties that a column may fill, for choosing. */
  readonly properties: readonly { readonly path: string; readonly title: string }[];
  /** Rows that are not told one by one. */
  readonly more: number;
}

export interface TriedTableResult {
  readonly ok: true;
  readonly run: TriedTable;
  readonly edits: readonly EntryEdit[];
}

/** What a thread gives back, by what it was asked. */
export interface ThreadResults {
  inspect: InspectedResult;
  read: ReadResult;
  judge: JudgedResult;
  mend: MendedResult;
  effect: EffectResult;
  compose: ComposedResult;
  manual: MadeFile;
  "change-draft": WorkedOut;
  starter: MadeFile;
  "library-item": MadeFile;
  "read-font": ReadFontResult;
  "read-picture": ReadPictureResult;
  attached: AttachedResult;
  "check-entry": CheckedEntry;
  compare: ComparedResult;
  workbook: MadeFile;
  "read-standard": ReadStandardResult;
  "try-table": TriedTableResult;
}

/** Told now and then while a thread works: 0–1. */
export interface ThreadProgress {
  readonly progress: number;
}
