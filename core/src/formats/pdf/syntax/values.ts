/**
 * The values that a PDF is made of (ISO 32000-1, 7.3). Numbers, booleans and null are those of the language; strings
 * are their bytes. Dictionaries and arrays know their file, so that what they refer to can be followed.
 */
export type Value = null | boolean | number | Uint8Array | Name | Ref | List | Dict | Stream;

/** Finds the objects that references stand for; null for one that is not there. */
export interface ObjectSource {
  object(number: number): Value;
}

/** A name, one byte a character. Names with the same letters are one object. */
export class Name {
  private static readonly known = new Map<string, Name>();

  private constructor(readonly text: string) {}

  static of(text: string): Name {
    let name = Name.known.get(text);
    if (!name) {
      name = new Name(text);
      // Names come from files; those of a hostile one must not stay for ever.
      if (Name.known.size < MOST_KEPT_NAMES) Name.known.set(text, name);
    }
    return name;
  }
}

const MOST_KEPT_NAMES = 20_000;

/** A reference to an object of the file. */
export class Ref {
  constructor(
    readonly number: number,
    readonly generation = 0,
  ) {}
}

export class List {
  constructor(
    readonly items: Value[],
    readonly source: ObjectSource,
  ) {}
}

export class Dict {
  constructor(
    readonly entries: Map<string, Value>,
    readonly source: ObjectSource,
  ) {}
}

/** A stream as it stands in the file: its bytes are not unpacked. */
export class Stream {
  constructor(
    readonly dict: Dict,
    readonly packed: Uint8Array,
    /** Number of its object; 0 for one that is none, so that what was read of it can be kept. */
    readonly number = 0,
  ) {}
}

/** References that lead to references; longer chains are circles. */
const LONGEST_CHAIN = 32;

/** What a value stands for: references are followed. */
export function resolved(value: Value | undefined, source: ObjectSource): Value {
  let at = value ?? null;
  for (let i = 0; at instanceof Ref; i++) {
    if (i === LONGEST_CHAIN) return null;
    at = source.object(at.number);
  }
  return at;
}
