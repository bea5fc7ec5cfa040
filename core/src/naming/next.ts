import type { NameGrammar } from "./grammar";
import { parseName } from "./parse";

/**
 * The number that comes after the last one of a register: its last field of digits counted on to the next that is free
 * and follows the scheme, in as many digits. The scheme's first example where the register is empty; nothing where the
 * digits are used up, or where the last number does not follow the scheme.
 */
export function nextNumber(register: readonly string[], grammar: NameGrammar): string | undefined {
  const taken = new Set(register);
  const last = register.at(-1);
  if (last === undefined) return grammar.examples[0];
  const parsed = parseName(last, grammar);
  if (!parsed.ok) return undefined;
  const counted = parsed.parts.findLast(({ text }) => /^\d+$/.test(text));
  if (!counted) return undefined;
  const { at, text } = counted;
  for (let number = Number(text) + 1; String(number).length <= text.length; number++) {
    const next = last.slice(0, at) + String(number).padStart(text.length, "0") + last.slice(at + text.length);
    if (!taken.has(next)) return parseName(next, grammar).ok ? next : undefined;
  }
  return undefined;
}
