import type { NameField, NameGrammar } from "./grammar";
import { isFixed } from "./soundness";

/** One field found in a name. */
export interface NamePart {
  readonly field: string;
  readonly title: string;
  readonly text: string;
  /** What the code stands for, where the scheme says. */
  readonly meaning?: string;
  /** Offset of the part in the name, in UTF-16 units. */
  readonly at: number;
}

/** Where and why a name does not follow its grammar. */
export interface NameFailure {
  /** Offset in the name, in UTF-16 units. */
  readonly at: number;
  readonly field?: string;
  readonly reason: "empty" | "missing" | "separator" | "length" | "characters" | "case" | "unknown-code" | "left-over";
  readonly message: string;
}

export type ParsedName =
  { readonly ok: true; readonly parts: readonly NamePart[] } | { readonly ok: false; readonly failure: NameFailure };

/** The first character that a field does not take. */
const OTHERS: Record<NameField["characters"], RegExp> = {
  letters: /[^A-Z]/,
  digits: /[^0-9]/,
  "letters-and-digits": /[^A-Z0-9]/,
};

/** Longest name worth taking apart; the rest of a longer one is reported, not parsed. */
const LONGEST_NAME = 255;

/** Takes a name apart by a grammar, or says at which character it fails and why. */
export function parseName(name: string, grammar: NameGrammar): ParsedName {
  if (name.length === 0) return failed({ at: 0, reason: "empty", message: "The name is empty." });
  if (name.length > LONGEST_NAME) {
    return failed({
      at: LONGEST_NAME,
      reason: "length",
      message: `The name is longer than ${LONGEST_NAME} characters.`,
    });
  }
  const matcher = new Matcher(name, grammar);
  const parts = matcher.match(0, 0, []);
  return parts ? { ok: true, parts } : failed(matcher.furthest);
}

const failed = (failure: NameFailure): ParsedName => ({ ok: false, failure });

/** Tries the fields in order, skipping optional ones, and remembers how far it ever got. */
class Matcher {
  /** Fields and places from where nothing leads to the end of the name. */
  private readonly inVain = new Set<number>();
  furthest: NameFailure = { at: -1, reason: "missing", message: "" };

  constructor(
    private readonly name: string,
    private readonly grammar: NameGrammar,
  ) {}

  match(index: number, at: number, parts: readonly NamePart[]): readonly NamePart[] | undefined {
    // What follows a place does not depend on how it was reached, so it is tried once: without that, each further
    // field of a scheme without separators would multiply the work.
    const key = (index * (LONGEST_NAME + 1) + at) * 2 + Number(parts.length > 0);
    if (this.inVain.has(key)) return undefined;
    const matched = this.tried(index, at, parts);
    if (!matched) this.inVain.add(key);
    return matched;
  }

  private tried(index: number, at: number, parts: readonly NamePart[]): readonly NamePart[] | undefined {
    const field = this.grammar.fields[index];
    if (!field) return this.atEnd(at, parts);
    const taken = this.take(field, index, at, parts);
    if (taken || field.required) return taken;
    // In fixed positions a field can be left out only with all that follow.
    return isFixed(this.grammar) ? this.atEnd(at, parts) : this.match(index + 1, at, parts);
  }

  private atEnd(at: number, parts: readonly NamePart[]): readonly NamePart[] | undefined {
    if (at === this.name.length) return parts;
    this.fail(at, "left-over", `“${this.name.slice(at)}” is left over after the last field.`);
    return undefined;
  }

  private take(
    field: NameField,
    index: number,
    at: number,
    parts: readonly NamePart[],
  ): readonly NamePart[] | undefined {
    const start = this.afterSeparator(field, at, parts.length > 0);
    if (start === undefined) return undefined;
    const rest = this.name.length - start;
    if (rest < field.minLength) {
      if (field.required || rest > 0) this.failShort(field, start);
      return undefined;
    }
    for (let length = Math.min(field.maxLength, rest); length >= field.minLength; length--) {
      const part = this.read(field, start, length);
      if (!part) continue;
      const whole = this.match(index + 1, start + length, [...parts, part]);
      if (whole) return whole;
    }
    return undefined;
  }

  private afterSeparator(field: NameField, at: number, notFirst: boolean): number | undefined {
    const { separator } = this.grammar;
    if (!notFirst || field.joined || separator === "") return at;
    if (this.name.startsWith(separator, at)) return at + separator.length;
    if (at >= this.name.length) {
      if (field.required) this.fail(at, "missing", `The ${field.title} is missing.`, field.id);
      return undefined;
    }
    this.fail(at, "separator", `“${separator}” should follow here, not “${this.name[at]}”.`, field.id);
    return undefined;
  }

  private failShort(field: NameField, start: number): void {
    const found = this.name.slice(start);
    if (found === "") this.fail(start, "missing", `The ${field.title} is missing.`, field.id);
    else
      this.fail(
        start,
        "length",
        `“${found}” is too short for the ${field.title}, which takes ${lengthOf(field)}.`,
        field.id,
      );
  }

  private read(field: NameField, start: number, length: number): NamePart | undefined {
    const text = this.name.slice(start, start + length);
    const bare = this.withoutFiller(text);
    const wrong = bare.search(OTHERS[field.characters]);
    if (wrong >= 0) return this.failCharacter(field, start + wrong, bare);
    if (bare === "" && !field.mayBeBlank) {
      this.fail(start, "missing", `The ${field.title} holds nothing.`, field.id);
      return undefined;
    }
    if (!this.endsWhereFieldEnds(start + length)) {
      this.fail(
        start,
        "length",
        `“${this.token(start)}” is too long for the ${field.title}, which takes ${lengthOf(field)}.`,
        field.id,
      );
      return undefined;
    }
    const meaning = meaningOf(field, bare);
    if (bare !== "" && field.codes && !field.open && meaning === undefined) {
      this.fail(start, "unknown-code", `“${bare}” is no ${field.title} of the scheme.`, field.id);
      return undefined;
    }
    return { field: field.id, title: field.title, text, at: start, ...(meaning === undefined ? {} : { meaning }) };
  }

  private withoutFiller(text: string): string {
    const { filler } = this.grammar;
    if (!filler) return text;
    let end = text.length;
    while (end > 0 && text[end - 1] === filler) end--;
    return text.slice(0, end);
  }

  /** With separators, a field ends at one, at the end, or where a joined field may begin. */
  private endsWhereFieldEnds(end: number): boolean {
    const { separator, fields } = this.grammar;
    if (separator === "" || end === this.name.length || this.name.startsWith(separator, end)) return true;
    return fields.some((field) => field.joined);
  }

  private token(start: number): string {
    const { separator } = this.grammar;
    const end = separator ? this.name.indexOf(separator, start) : -1;
    return end < 0 ? this.name.slice(start) : this.name.slice(start, end);
  }

  private failCharacter(field: NameField, at: number, text: string): undefined {
    const c = String.fromCodePoint(this.name.codePointAt(at) ?? 0);
    if (!OTHERS[field.characters].test(c.toUpperCase()))
      this.fail(at, "case", `“${text}” must be in capitals in the ${field.title}.`, field.id);
    else
      this.fail(
        at,
        "characters",
        `“${c}” can't stand in the ${field.title}, which takes ${field.characters.replaceAll("-", " ")}.`,
        field.id,
      );
    return undefined;
  }

  private fail(at: number, reason: NameFailure["reason"], message: string, field?: string): void {
    if (at <= this.furthest.at) return;
    this.furthest = { at, reason, message, ...(field ? { field } : {}) };
  }
}

const lengthOf = (field: NameField): string =>
  field.minLength === field.maxLength
    ? `${field.minLength} character${field.minLength === 1 ? "" : "s"}`
    : `${field.minLength} to ${field.maxLength} characters`;

/** What a code means in a field, or undefined where it is not listed. */
export function meaningOf(field: NameField, code: string): string | undefined {
  const codes = codesOf(field);
  const exact = codes.get(code);
  if (exact || !field.codeIsPrefix) return exact?.meaning;
  // Of several codes that it begins with, the one that is listed first.
  let first: Listed | undefined;
  for (let length = 0; length <= code.length; length++) {
    const begun = codes.get(code.slice(0, length));
    if (begun && (!first || begun.place < first.place)) first = begun;
  }
  return first?.meaning;
}

interface Listed {
  readonly place: number;
  readonly meaning: string;
}

/** Codes by their letters: lists are long, and names of a file many. Where a code is listed twice, the first counts. */
function codesOf(field: NameField): ReadonlyMap<string, Listed> {
  const known = listed.get(field);
  if (known) return known;
  const codes = new Map<string, Listed>();
  field.codes?.forEach(({ code, meaning }, place) => codes.has(code) || codes.set(code, { place, meaning }));
  listed.set(field, codes);
  return codes;
}

const listed = new WeakMap<NameField, ReadonlyMap<string, Listed>>();
