import type { Change, Drawing } from "../drawing";
import type { Result } from "../base/result";
import type { ReadLimits } from "./limits";

/** A kind of file that drawings come in. A new one is a folder of its own and one line in `formats/index.ts`. */
export interface Format {
  /** Stable, lower case: `pdf`. */
  readonly id: string;
  /** As people call it: `PDF`. */
  readonly title: string;
  /** Whether bytes claim to be of this format; reading them may still fail. */
  accepts(bytes: Uint8Array): boolean;
  /**
   * Reads a file into the neutral drawing. Every file that can't be read gives a problem with the
   * reason; nothing is thrown but what `onPage` throws.
   */
  read(bytes: Uint8Array, options?: ReadOptions): Promise<Result<ReadFile>>;
  /** The content of a file that is kept in another, by its name; undefined where there is none of that name. */
  readonly attached?: (
    bytes: Uint8Array,
    name: string,
    options?: ReadOptions,
  ) => Promise<Result<Uint8Array | undefined>>;
  /**
   * Carries out changes in the file that an origin belongs to, and returns a new file. The bytes
   * handed in are not touched. A format that can only be read has no `edit`.
   */
  readonly edit?: (
    bytes: Uint8Array,
    origin: Origin,
    changes: readonly Change[],
    options?: ReadOptions,
  ) => Promise<Result<Uint8Array>>;
}

/** What a format keeps of a file to edit it afterwards; only the format itself looks inside. */
export interface Origin {
  /** Id of the format that it belongs to. */
  readonly format: string;
}

/** A file that was read: what stands on the paper, and where that stands in the file. */
export interface ReadFile {
  readonly drawing: Drawing;
  readonly origin: Origin;
}

/**
 * A faster way to unpack zlib data than the built-in one, where the surroundings have one. Gives
 * undefined for data that it can't unpack whole or that grows past `limit` bytes: the built-in
 * one then unpacks what can be had, or says what is wrong.
 */
export type InflateFn = (bytes: Uint8Array, limit: number) => Uint8Array | undefined;

/** What a caller may want to hear while a file is read. */
export interface ReadOptions {
  readonly limits?: Partial<ReadLimits>;
  /** A faster way to unpack than the built-in one, where the surroundings have one. */
  readonly inflate?: InflateFn;
  /** Called before each page; a thrown error stops the reading (cancel). */
  readonly onPage?: (index: number, count: number) => void;
}
