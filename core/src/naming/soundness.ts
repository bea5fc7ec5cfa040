import { CodeTrie, type CodeNode } from "./code-trie";
import { CLASSES, type NameField, type NameGrammar } from "./grammar";

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

/** A page that shows a scheme asks for it again and again; it seldom changes. */
const remembered = new Map<string, readonly SchemeFault[]>();
const MOST_REMEMBERED = 32;

function faultsOf(grammar: NameGrammar): SchemeFault[] {
  if (grammar.fields.length === 0)
    return [{ kind: "never-matches", message: "The scheme has no fields, so no name follows it." }];
  const codes = grammar.fields.flatMap(codeFaults);
  if (!matchesSomething(grammar))
    return [...codes, { kind: "never-matches", message: "No name can follow this scheme." }];
  const twice = new Readings(grammar).ambiguity();
  return twice ? [...codes, twice] : codes;
}

/**
 * Whether any name can follow a scheme: every field that a name must have can be filled, and there is one to fill.
 * It takes as long as the scheme has codes.
 */
export function matchesSomething(grammar: NameGrammar): boolean {
  const { fields } = grammar;
  const lastRequired = fields.findLastIndex(({ required }) => required);
  const needed = isFixed(grammar) ? fields.slice(0, Math.max(1, lastRequired + 1)) : fields.filter((f) => f.required);
  return needed.length > 0
    ? needed.every((field) => isFillable(field, grammar))
    : fields.some((field) => isFillable(field, grammar));
}

/** Whether any text can stand in a field: any at all, blanks, or one of its codes, by itself or with what follows it. */
function isFillable(field: NameField, { filler }: NameGrammar): boolean {
  const { minLength, maxLength, codes } = field;
  if (maxLength < Math.max(1, minLength)) return false;
  if (!codes || field.open === true) return true;
  if (filler && field.mayBeBlank === true) return true;
  const grows = field.codeIsPrefix === true || Boolean(filler);
  const allowed = new Set(CLASSES[field.characters]);
  return codes.some(
    ({ code }) =>
      code.length <= maxLength && (grows || code.length >= minLength) && [...code].every((c) => allowed.has(c)),
  );
}

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

/** A place within a field: how many characters it has, and what has been read of its codes. */
interface Place {
  readonly id: number;
  readonly field: number;
  readonly length: number;
  readonly node: CodeNode;
}

interface Pair {
  readonly a: Place;
  readonly b: Place;
  readonly parted: boolean;
  readonly symbol: string;
  readonly from: Pair | undefined;
}

/**
 * Steps from one pair of places to the next that are worth taking; a scheme that needs more is not judged rather than
 * waited for. So many take a tenth of a second; the published schemes need some ten thousand.
 */
const MOST_STEPS = 400_000;

/**
 * The characters that stand for all: those in a code, the separator, the filler, and of others that the same fields
 * take, the first. What leads on from one of these leads on from each.
 */
function spokenFor(grammar: NameGrammar, tries: readonly CodeTrie[]): string[] {
  const inCodes = new Set(grammar.fields.flatMap(({ codes }) => (codes ?? []).flatMap(({ code }) => [...code])));
  const all = new Set(grammar.fields.flatMap(({ characters }) => [...CLASSES[characters]]));
  const spoken: string[] = [];
  const groups = new Set<string>();
  for (const symbol of all) {
    const group = tries.map((trie) => (trie.symbols.has(symbol) ? "1" : "0")).join("");
    const stands = inCodes.has(symbol) || symbol === grammar.separator || symbol === grammar.filler;
    if (!stands && groups.has(group)) continue;
    if (!stands) groups.add(group);
    spoken.push(symbol);
  }
  for (const own of [grammar.separator, grammar.filler]) if (own && !all.has(own)) spoken.push(own);
  return [...new Set(spoken)];
}

/** Reads all names of a scheme at once, in two ways at once. */
class Readings {
  private readonly symbols: readonly string[];
  private readonly spoken: ReadonlySet<string>;
  private readonly tries: readonly CodeTrie[];
  /** Where the places of each field begin when all are numbered. */
  private readonly bases: readonly number[];
  private readonly places: number;
  private readonly known = new Map<number, ReadonlyMap<string, readonly Place[]>>();
  private readonly kinds: readonly string[];

  constructor(private readonly grammar: NameGrammar) {
    const { fields } = grammar;
    this.tries = fields.map((field) => new CodeTrie(field));
    this.symbols = spokenFor(grammar, this.tries);
    this.spoken = new Set(this.symbols);
    const sizes = fields.map((field, i) => (field.maxLength + 1) * (this.tries[i]?.size ?? 1));
    this.bases = sizes.map((_, i) => sizes.slice(0, i).reduce((sum, size) => sum + size, 0));
    this.places = sizes.reduce((sum, size) => sum + size, 0);
    this.kinds = fields.map(({ id: _id, title: _title, usual: _usual, ...rest }) => JSON.stringify(rest));
  }

  ambiguity(): SchemeFault | undefined {
    const starts = this.starts(0);
    let ring: Pair[] = starts.flatMap((a) =>
      starts.map((b) => ({ a, b, parted: this.differ(a, b), symbol: "", from: undefined })),
    );
    const seen = new Set<number>();
    let steps = 0;
    while (ring.length > 0) {
      const outer: Pair[] = [];
      for (const pair of ring) {
        if (pair.parted && this.ends(pair.a) && this.ends(pair.b)) return this.fault(pair);
        this.follow(pair, (next) => {
          steps++;
          if (this.isNew(next, seen)) outer.push(next);
        });
        if (steps > MOST_STEPS) return undefined;
      }
      ring = outer;
    }
    return undefined;
  }

  /** The pairs that one more character leads to, the characters in their order. */
  private follow(pair: Pair, tell: (next: Pair) => void): void {
    const [as, bs] = [this.after(pair.a), this.after(pair.b)];
    for (const symbol of this.symbols) {
      const [some, others] = [as.get(symbol), bs.get(symbol)];
      if (!some || !others) continue;
      for (const a of some)
        for (const b of others) tell({ a, b, parted: pair.parted || this.differ(a, b), symbol, from: pair });
    }
  }

  /** A pair that went the same way all along is of interest once; so is one that parted. */
  private isNew({ a, b, parted }: Pair, seen: Set<number>): boolean {
    const [low, high] = a.id < b.id ? [a.id, b.id] : [b.id, a.id];
    const key = (low * this.places + high) * 2 + Number(parted);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  }

  /** Fields of the same definition at the same length are filled in order; anything else is another reading. */
  private differ(a: Place, b: Place): boolean {
    if (a.length !== b.length) return true;
    return a.field !== b.field && this.kinds[a.field] !== this.kinds[b.field];
  }

  private place(field: number, length: number, node: CodeNode): Place {
    const id = (this.bases[field] ?? 0) + length * (this.tries[field]?.size ?? 1) + node;
    return { id, field, length, node };
  }

  private starts(from: number): Place[] {
    const places: Place[] = [];
    for (let field = from; field < this.grammar.fields.length; field++) {
      places.push(this.place(field, 0, 0));
      if (!this.skippable(field)) break;
    }
    return places;
  }

  /** In fixed positions a field can't be left out before another. */
  private skippable(field: number): boolean {
    return !this.grammar.fields[field]?.required && !isFixed(this.grammar);
  }

  /** The places that each character leads to, worked out once a place. */
  private after(place: Place): ReadonlyMap<string, readonly Place[]> {
    const known = this.known.get(place.id);
    if (known) return known;
    const result = new Map<string, Place[]>();
    const add = (symbol: string, next: Place): void => {
      const others = result.get(symbol);
      if (others) others.push(next);
      else result.set(symbol, [next]);
    };
    this.grow(place, add);
    if (this.complete(place)) this.leave(place, add);
    this.known.set(place.id, result);
    return result;
  }

  /** From a field to those that may follow it: over a separator, or at once. */
  private leave(place: Place, add: (symbol: string, next: Place) => void): void {
    const { separator, fields } = this.grammar;
    for (const start of this.starts(place.field + 1)) {
      if (separator !== "" && !fields[start.field]?.joined) add(separator, start);
      else this.grow(start, add);
    }
  }

  private grow({ field: index, length, node }: Place, add: (symbol: string, next: Place) => void): void {
    const [field, trie] = [this.grammar.fields[index], this.tries[index]];
    if (!field || !trie || length >= field.maxLength) return;
    const { filler } = this.grammar;
    if (filler) add(filler, this.place(index, length + 1, node));
    for (const symbol of trie.symbolsFrom(node)) {
      if (!this.spoken.has(symbol)) continue;
      const next = symbol === filler ? undefined : trie.next(node, symbol);
      if (next !== undefined) add(symbol, this.place(index, length + 1, next));
    }
  }

  private complete({ field: index, length, node }: Place): boolean {
    const [field, trie] = [this.grammar.fields[index], this.tries[index]];
    return field !== undefined && trie !== undefined && length >= field.minLength && trie.isWhole(node);
  }

  private ends(place: Place): boolean {
    if (!this.complete(place)) return false;
    for (let field = place.field + 1; field < this.grammar.fields.length; field++)
      if (this.grammar.fields[field]?.required) return false;
    return true;
  }

  private fault(last: Pair): SchemeFault {
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
