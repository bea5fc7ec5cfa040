import type { Described } from "./property";

/** One list of a standard: all that is to be said of it, and everything else is made from this. */
export interface ListDescription<D extends Described> {
  /** Property that its entries are known by. */
  readonly key: keyof D & string;
  readonly one: string;
  readonly many: string;
  /** How many there may be. */
  readonly most: number;
  /** Chapter that shows it. */
  readonly chapter: string;
  /** Its keys are codes, and stand in the monospaced face. */
  readonly coded?: boolean;
  /** Shown by the manual as one table; else each entry gets a specimen of its own. */
  readonly inRows?: boolean;
  /** What a manual says before its entries. */
  readonly lead: string;
  /** What belongs in it, why, and the first step: what an empty register says. */
  readonly empty: string;
  /** Stands first in its chapter. */
  readonly first?: boolean;
  /** Name of its entries in the JSON Schema. */
  readonly className: string;
  readonly properties: D;
}

export const list = <D extends Described>(described: ListDescription<D>): ListDescription<D> => described;
