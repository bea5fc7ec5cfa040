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

/**
 * The nearest good names to `name`: from the register, and built from the scheme's codes.
 * Nearest first; registered before unregistered at the same distance.
 */
export function suggestNames(name: string, grammar: NameGrammar, register: Iterable<string> = []): Suggestion[] {
  const found = new Map<string, Suggestion>();
  const offer = (candidate: string, edits: number, registered: boolean): void => {
    const known = found.get(candidate);
    if (
      candidate !== name &&
      (!known || edits < known.edits || (registered && !known.registered && edits === known.edits))
    )
      found.set(candidate, { name: candidate, edits, registered: registered || (known?.registered ?? false) });
  };
  const wanted = words(name);
  const joined = wanted.join("");
  if (joined.length === 0 || joined.length > 64) return [];
  for (const entry of register) offer(entry, editsTo(joined, entry, grammar), true);
  for (const built of fromCodes(wanted, name, grammar)) {
    const registered = found.get(built.name)?.registered ?? false;
    offer(built.name, built.edits, registered);
  }
  return [...found.values()]
    .filter((each) => each.edits <= reach(joined))
    .sort((a, b) => a.edits - b.edits || Number(b.registered) - Number(a.registered) || a.name.localeCompare(b.name))
    .slice(0, MOST_SUGGESTIONS);
}

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

function editsTo(joined: string, entry: string, grammar: NameGrammar): number {
  const parts = words(entry);
  const whole = distance(joined, parts.join(""));
  const first = grammar.fields[0];
  // A name written without its first field (`walls`) is compared with the rest of the entry.
  if (!first?.usual || parts[0] !== first.usual || parts.length < 2) return whole;
  return Math.min(whole, distance(joined, parts.slice(1).join("")));
}

/** Names made of the scheme's codes, each field the nearest code to one written word. */
function fromCodes(wanted: readonly string[], name: string, grammar: NameGrammar): { name: string; edits: number }[] {
  const readings = grammar.separator === "" ? fixedReadings(name, grammar) : [];
  const starts = [0, ...(grammar.fields[0]?.usual ? [1] : [])];
  for (const skipped of starts) {
    const codes: Record<string, string> = {};
    let edits = 0;
    for (const field of grammar.fields.slice(0, skipped)) codes[field.id] = field.usual ?? "";
    let next = 0;
    for (const field of grammar.fields.slice(skipped)) {
      const word = wanted[next];
      if (word === undefined) break;
      const nearest = nearestCode(word, field);
      if (!nearest) {
        if (field.required) break;
        continue;
      }
      codes[field.id] = nearest.code;
      edits += nearest.edits;
      next++;
    }
    if (next < wanted.length) continue;
    const built = buildName(codes, grammar);
    if (built.ok) readings.push({ name: built.value, edits });
  }
  return readings;
}

/** Fixed positions: the same characters in capitals, padded to the shortest good length. */
function fixedReadings(name: string, grammar: NameGrammar): { name: string; edits: number }[] {
  const filler = grammar.filler ?? "";
  const capitals = name.toUpperCase().replace(/[\s_.]/g, filler);
  const shortest = grammar.fields.filter((f) => f.required).reduce((sum, f) => sum + f.minLength, 0);
  const padded = filler ? capitals.padEnd(shortest, filler) : capitals;
  return parseName(padded, grammar).ok ? [{ name: padded, edits: padded.length - capitals.length > 0 ? 1 : 0 }] : [];
}

function nearestCode(word: string, field: NameField): { code: string; edits: number } | undefined {
  let best: { code: string; edits: number } | undefined;
  for (const { code, meaning } of field.codes ?? []) {
    const edits = Math.min(distance(word, code), meansThis(word, meaning) ? BY_MEANING : Infinity);
    if (edits <= Math.max(0, Math.floor(code.length / 2) - 1) && (!best || edits < best.edits)) best = { code, edits };
    if (best?.edits === 0) return best;
  }
  if (!best && (field.open || field.codeIsPrefix) && fits(word, field)) return { code: word, edits: 0 };
  return best;
}

function fits(word: string, field: NameField): boolean {
  if (word.length < field.minLength || word.length > field.maxLength) return false;
  return !field.codeIsPrefix || (field.codes ?? []).some((entry) => word.startsWith(entry.code));
}

const singular = (word: string): string => word.replace(/(?<=[A-Z]{3})S$/, "");

function meansThis(word: string, meaning: string): boolean {
  return word.length >= 3 && words(meaning).some((each) => singular(each) === singular(word));
}
