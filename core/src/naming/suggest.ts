import { distance } from "fastest-levenshtein";
import { buildName } from "./build";
import type { NameField, NameGrammar } from "./grammar";
import { parseName } from "./parse";

/** A good name that was probably meant. */
export interface Suggestion {
  readonly name: string;
  /** Edits between what was written and this, letter case and separators not counted. */
  readonly edits: number;
  readonly registered: boolean;
}

const MOST_SUGGESTIONS = 3;
/** Edits for a name that names the thing in words (`windows` for GLAZ): below any code of another meaning. */
const BY_MEANING = 1;

/** A registered name, as it is compared. */
interface Entry {
  readonly name: string;
  readonly whole: Compared;
  /** Without its first field, where that is the usual one: a name written so (`walls`) is compared with the rest. */
  readonly rest: Compared | undefined;
}

/** A text with the characters that are in it, a bit each; figures share the last bits. */
interface Compared {
  readonly text: string;
  readonly characters: number;
}

const LETTERS = 26;
const A = 65;

function compared(text: string): Compared {
  let characters = 0;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i) - A;
    characters |= 1 << (code >= 0 ? code % LETTERS : LETTERS + ((code + A) % 6));
  }
  return { text, characters };
}

function bits(of: number): number {
  let count = 0;
  for (let rest = of; rest !== 0; rest &= rest - 1) count++;
  return count;
}

/** Finds what was probably meant by names, by a scheme and a register that are made ready once. */
export class Suggester {
  private readonly entries: readonly Entry[];
  private readonly names: ReadonlySet<string>;
  private readonly nearestCodes = new Map<string, Near | undefined>();
  private readonly fields: readonly ReadyField[];

  constructor(
    private readonly grammar: NameGrammar,
    register: Iterable<string> = [],
  ) {
    const usual = grammar.fields[0]?.usual;
    this.entries = [...register].map((name) => {
      const parts = words(name);
      const rest = usual && parts[0] === usual && parts.length >= 2 ? parts.slice(1).join("") : undefined;
      return { name, whole: compared(parts.join("")), rest: rest === undefined ? undefined : compared(rest) };
    });
    this.names = new Set(this.entries.map(({ name }) => name));
    this.fields = grammar.fields.map(readyField);
  }

  /** Nearest first; registered before unregistered at the same distance. */
  nearest(name: string): Suggestion[] {
    const wanted = words(name);
    const joined = wanted.join("");
    if (joined.length === 0 || joined.length > 64) return [];
    const most = reach(joined);
    const wantedText = compared(joined);
    const found = new Map<string, Suggestion>();
    const offer = (candidate: string, edits: number): void => {
      const known = found.get(candidate);
      if (candidate !== name && edits <= most && (!known || edits < known.edits))
        found.set(candidate, { name: candidate, edits, registered: this.names.has(candidate) });
    };
    for (const entry of this.entries) {
      const edits = editsTo(wantedText, entry, most);
      if (edits <= most) offer(entry.name, edits);
    }
    for (const built of this.fromCodes(wanted, name)) offer(built.name, built.edits);
    return [...found.values()]
      .sort((a, b) => a.edits - b.edits || Number(b.registered) - Number(a.registered) || a.name.localeCompare(b.name))
      .slice(0, MOST_SUGGESTIONS);
  }

  /** Names made of the scheme's codes, each field the nearest code to one written word. */
  private fromCodes(wanted: readonly string[], name: string): { name: string; edits: number }[] {
    const { grammar } = this;
    const readings = grammar.separator === "" ? fixedReadings(name, grammar) : [];
    const starts = [0, ...(grammar.fields[0]?.usual ? [1] : [])];
    for (const skipped of starts) {
      const codes: Record<string, string> = {};
      let edits = 0;
      for (const field of grammar.fields.slice(0, skipped)) codes[field.id] = field.usual ?? "";
      let next = 0;
      for (const [index, { id, required }] of grammar.fields.entries()) {
        if (index < skipped) continue;
        const word = wanted[next];
        if (word === undefined) break;
        const nearest = this.nearestCode(word, index);
        if (!nearest) {
          if (required) break;
          continue;
        }
        codes[id] = nearest.code;
        edits += nearest.edits;
        next++;
      }
      if (next < wanted.length) continue;
      const built = buildName(codes, grammar);
      if (built.ok) readings.push({ name: built.value, edits });
    }
    return readings;
  }

  /** The same words come in name after name: each is looked up once a field. */
  private nearestCode(word: string, index: number): Near | undefined {
    const key = `${index} ${word}`;
    if (this.nearestCodes.has(key)) return this.nearestCodes.get(key);
    if (this.nearestCodes.size >= MOST_REMEMBERED) this.nearestCodes.clear();
    const field = this.fields[index];
    const near = field && nearestCode(word, field);
    this.nearestCodes.set(key, near);
    return near;
  }
}

/** Words whose nearest codes are kept. */
const MOST_REMEMBERED = 50_000;

/** The one suggestion that may be applied without asking: clearly nearer than any other. */
export function sureSuggestion(suggestions: readonly Suggestion[]): Suggestion | undefined {
  const [first, second] = suggestions;
  if (!first || first.edits > 2) return undefined;
  const rival = second && (second.registered || !first.registered) ? second : undefined;
  return !rival || rival.edits - first.edits >= 1 ? first : undefined;
}

/** More edits than this, and the two names have nothing to do with each other. */
const reach = (joined: string): number => Math.max(1, Math.floor(joined.length * 0.34));

const words = (name: string): string[] =>
  name
    .normalize("NFKC")
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .toUpperCase()
    .split(/[^A-Z0-9]+/)
    .filter((word) => word !== "");

/**
 * Edits to an entry, as far as they are within reach. An edit brings or takes at most one character, so that lengths, or
 * characters that the other does not have, that differ by more can't be within it: most entries are passed over so.
 */
function editsTo(wanted: Compared, { whole, rest }: Entry, most: number): number {
  const to = ({ text, characters }: Compared): number =>
    Math.abs(text.length - wanted.text.length) > most ||
    bits(characters & ~wanted.characters) > most ||
    bits(wanted.characters & ~characters) > most
      ? Infinity
      : distance(wanted.text, text);
  return rest === undefined ? to(whole) : Math.min(to(whole), to(rest));
}

/** Fixed positions: the same characters in capitals, padded to the shortest good length. */
function fixedReadings(name: string, grammar: NameGrammar): { name: string; edits: number }[] {
  const filler = grammar.filler ?? "";
  const capitals = name.toUpperCase().replace(/[\s_.]/g, filler);
  const shortest = grammar.fields.filter((f) => f.required).reduce((sum, f) => sum + f.minLength, 0);
  const padded = filler ? capitals.padEnd(shortest, filler) : capitals;
  return parseName(padded, grammar).ok ? [{ name: padded, edits: padded.length - capitals.length > 0 ? 1 : 0 }] : [];
}

interface Near {
  readonly code: string;
  readonly edits: number;
}

/** A field with the words of its codes' meanings taken apart. */
interface ReadyField {
  readonly field: NameField;
  readonly codes: readonly { readonly code: string; readonly meant: ReadonlySet<string> }[];
}

const readyField = (field: NameField): ReadyField => ({
  field,
  codes: (field.codes ?? []).map(({ code, meaning }) => ({ code, meant: new Set(words(meaning).map(singular)) })),
});

function nearestCode(word: string, { field, codes }: ReadyField): Near | undefined {
  let best: Near | undefined;
  for (const { code, meant } of codes) {
    const most = Math.max(0, Math.floor(code.length / 2) - 1);
    const edits = editsToCode(word, code, meant, most);
    if (edits <= most && (!best || edits < best.edits)) best = { code, edits };
    if (best?.edits === 0) return best;
  }
  if (!best && (field.open || field.codeIsPrefix) && fits(word, field)) return { code: word, edits: 0 };
  return best;
}

function editsToCode(word: string, code: string, meant: ReadonlySet<string>, most: number): number {
  const edits = Math.abs(word.length - code.length) > most ? Infinity : distance(word, code);
  return word.length >= 3 && meant.has(singular(word)) ? Math.min(edits, BY_MEANING) : edits;
}

function fits(word: string, field: NameField): boolean {
  if (word.length < field.minLength || word.length > field.maxLength) return false;
  return !field.codeIsPrefix || (field.codes ?? []).some((entry) => word.startsWith(entry.code));
}

const singular = (word: string): string => word.replace(/(?<=[A-Z]{3})S$/, "");
