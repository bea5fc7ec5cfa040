import type { NameField, NameGrammar } from "./grammar";

/** What is wrong with a scheme itself, whatever names it is given. */
export interface SchemeFault {
  readonly kind: "never-matches" | "code-never-fits" | "ambiguous";
  readonly message: string;
  /** Field it is about, where it is about one. */
  readonly field?: string;
  /** A name with two readings, and the two. */
  readonly example?: string;
  readonly readings?: readonly [string, string];
}

/**
 * Looks for faults of a scheme: fields that nothing can fill, codes that their field can't hold, and
 * names that can be read in two ways. Fields of one definition that follow each other (two minor
 * groups) are filled in order, which is no second reading.
 */
export function schemeFaults(grammar: NameGrammar): readonly SchemeFault[] {
  const text = JSON.stringify(grammar);
  const known = remembered.get(text);
  if (known) return known;
  const faults = faultsOf(grammar);
  // The one that was asked for first goes first.
  if (remembered.size >= MOST_REMEMBERED) remembered.delete(remembered.keys().next().value ?? "");
  remembered.set(text, faults);
  return faults;
}

/** Each change of a standard asks for all its schemes, which seldom change; the search takes 0.1 s. */
const remembered = new Map<string, readonly SchemeFault[]>();
const MOST_REMEMBERED = 32;

function faultsOf(grammar: NameGrammar): SchemeFault[] {
  if (grammar.fields.length === 0)
    return [{ kind: "never-matches", message: "The scheme has no fields, so no name follows it." }];
  const codes = grammar.fields.flatMap(codeFaults);
  const reader = new Readings(grammar);
  if (!reader.matchesSomething())
    return [...codes, { kind: "never-matches", message: "No name can follow this scheme." }];
  const twice = reader.ambiguity();
  return twice ? [...codes, twice] : codes;
}

const CLASSES = {
  letters: "ABCDEFGHIJKLMNOPQRSTUVWXYZ",
  digits: "0123456789",
  "letters-and-digits": "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789",
} as const;

const MOST_TOLD = 20;

function codeFaults(field: NameField): SchemeFault[] {
  const wrong = (field.codes ?? []).filter(({ code }) => !fits(code, field));
  return wrong.slice(0, MOST_TOLD).map(({ code }) => ({
    kind: "code-never-fits",
    field: field.id,
    message: `The code “${code}” can never stand in the ${field.title}, which takes ${field.minLength === field.maxLength ? field.minLength : `${field.minLength} to ${field.maxLength}`} ${field.characters.replaceAll("-", " ")}.`,
  }));
}

function fits(code: string, field: NameField): boolean {
  const allowed = CLASSES[field.characters];
  if (code.length > field.maxLength || [...code].some((c) => !allowed.includes(c))) return false;
  // In fixed positions a short code is filled up.
  return code.length >= field.minLength || field.codeIsPrefix === true || field.mayBeBlank === true;
}

/** A place within a field: how many characters it has, and the codes that may still be meant. */
interface Place {
  readonly field: number;
  readonly length: number;
  /** What was read of a field whose codes are listed. */
  readonly text: string;
}

interface Pair {
  readonly a: Place;
  readonly b: Place;
  readonly parted: boolean;
  readonly symbol: string;
  readonly from: Pair | undefined;
}

/** Pairs of places worth looking at; a scheme that needs more is not judged rather than waited for. */
const MOST_PAIRS = 200_000;

/** Reads all names of a scheme at once, in two ways at once. */
class Readings {
  private readonly symbols: readonly string[];

  constructor(private readonly grammar: NameGrammar) {
    const all = new Set<string>(grammar.fields.flatMap((field) => [...CLASSES[field.characters]]));
    if (grammar.separator) all.add(grammar.separator);
    if (grammar.filler) all.add(grammar.filler);
    this.symbols = [...all];
  }

  matchesSomething(): boolean {
    const seen = new Set<string>();
    const open = this.starts(0);
    while (open.length > 0 && seen.size < MOST_PAIRS) {
      const place = open.pop() as Place;
      const key = keyOf(place);
      if (seen.has(key)) continue;
      seen.add(key);
      if (this.ends(place)) return true;
      for (const symbol of this.symbols) open.push(...this.next(place, symbol));
    }
    return false;
  }

  ambiguity(): SchemeFault | undefined {
    const starts = this.starts(0);
    let ring: Pair[] = starts.flatMap((a) =>
      starts.map((b) => ({ a, b, parted: this.differ(a, b), symbol: "", from: undefined })),
    );
    const seen = new Set<string>();
    while (ring.length > 0 && seen.size < MOST_PAIRS) {
      const outer: Pair[] = [];
      for (const pair of ring) {
        if (pair.parted && this.ends(pair.a) && this.ends(pair.b)) return this.told(pair);
        outer.push(...this.after(pair).filter((each) => isNew(each, seen)));
      }
      ring = outer;
    }
    return undefined;
  }

  private after(pair: Pair): Pair[] {
    return this.symbols.flatMap((symbol) => {
      const [as, bs] = [this.next(pair.a, symbol), this.next(pair.b, symbol)];
      return as.flatMap((a) => bs.map((b) => ({ a, b, parted: pair.parted || this.differ(a, b), symbol, from: pair })));
    });
  }

  /** Fields of the same definition at the same length are filled in order; anything else is another reading. */
  private differ(a: Place, b: Place): boolean {
    if (a.length !== b.length) return true;
    return a.field !== b.field && !this.alike(a.field, b.field);
  }

  private alike(a: number, b: number): boolean {
    const bare = (index: number): string => {
      const { id: _id, title: _title, usual: _usual, ...rest } = this.grammar.fields[index] as NameField;
      return JSON.stringify(rest);
    };
    return bare(a) === bare(b);
  }

  private starts(from: number): Place[] {
    const places: Place[] = [];
    for (let field = from; field < this.grammar.fields.length; field++) {
      places.push({ field, length: 0, text: "" });
      if (!this.skippable(field)) break;
    }
    return places;
  }

  /** In fixed positions a field can't be left out before another. */
  private skippable(field: number): boolean {
    return !this.grammar.fields[field]?.required && !isFixed(this.grammar);
  }

  private next(place: Place, symbol: string): Place[] {
    const { separator, fields } = this.grammar;
    const within = this.grow(place, symbol);
    const result = within ? [within] : [];
    if (!this.complete(place)) return result;
    for (const start of this.starts(place.field + 1)) {
      const parted = separator !== "" && !fields[start.field]?.joined;
      if (parted && symbol === separator) result.push(start);
      const first = parted ? undefined : this.grow(start, symbol);
      if (first) result.push(first);
    }
    return result;
  }

  private grow({ field: index, length, text }: Place, symbol: string): Place | undefined {
    const field = this.grammar.fields[index] as NameField;
    const filler = symbol === this.grammar.filler;
    if (length >= field.maxLength || (!filler && !CLASSES[field.characters].includes(symbol))) return undefined;
    if (!field.codes || field.open) return { field: index, length: length + 1, text: "" };
    if (filler) return { field: index, length: length + 1, text };
    const grown = text + symbol;
    const known = field.codes.some(
      ({ code }) => code.startsWith(grown) || (field.codeIsPrefix === true && grown.startsWith(code)),
    );
    return known ? { field: index, length: length + 1, text: grown } : undefined;
  }

  private complete({ field: index, length, text }: Place): boolean {
    const field = this.grammar.fields[index] as NameField;
    if (length < field.minLength) return false;
    if (!field.codes || field.open) return true;
    if (text === "") return field.mayBeBlank === true;
    return field.codes.some(({ code }) => (field.codeIsPrefix ? text.startsWith(code) : text === code));
  }

  private ends(place: Place): boolean {
    return this.complete(place) && this.grammar.fields.slice(place.field + 1).every((field) => !field.required);
  }

  private told(last: Pair): SchemeFault {
    const steps: Pair[] = [];
    for (let pair: Pair | undefined = last; pair; pair = pair.from) steps.unshift(pair);
    const example = steps.map((step) => step.symbol).join("");
    const readings: [string, string] = [this.inWords(steps, "a"), this.inWords(steps, "b")];
    return {
      kind: "ambiguous",
      message: `“${example}” can be read in two ways: ${readings[0]}; or ${readings[1]}.`,
      example,
      readings,
    };
  }

  private inWords(steps: readonly Pair[], side: "a" | "b"): string {
    const parts = new Map<number, string>();
    for (const step of steps) {
      const { field, length } = step[side];
      if (length > 0) parts.set(field, (parts.get(field) ?? "") + step.symbol);
    }
    return [...parts].map(([field, text]) => `${this.grammar.fields[field]?.title} ${text}`).join(", ");
  }
}

/** Schemes without separators whose fields are filled up have fixed positions. */
export const isFixed = (grammar: NameGrammar): boolean => grammar.separator === "" && Boolean(grammar.filler);

const keyOf = (place: Place): string => `${place.field}.${place.length}.${place.text}`;

function isNew({ a, b, parted }: Pair, seen: Set<string>): boolean {
  const [low, high] = [keyOf(a), keyOf(b)].sort() as [string, string];
  // A pair that went the same way all along is of interest once; so is one that parted.
  const key = `${low}|${high}|${parted}`;
  if (seen.has(key)) return false;
  seen.add(key);
  return true;
}
