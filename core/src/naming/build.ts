import { bad, good, type Result } from "../base/result";
import type { NameField, NameGrammar } from "./grammar";
import { parseName } from "./parse";

/**
 * Builds a name from the codes of its fields (by field id). Optional fields left out or empty
 * are skipped; in schemes of fixed positions they are filled up.
 */
export function buildName(codes: Readonly<Record<string, string>>, grammar: NameGrammar): Result<string> {
  const last = lastFieldGiven(codes, grammar);
  let name = "";
  for (const [index, field] of grammar.fields.entries()) {
    if (index > last) break;
    const text = fieldText(codes[field.id] ?? "", field, grammar);
    if (text === "") continue;
    name += (name === "" || field.joined ? "" : grammar.separator) + text;
  }
  const parsed = parseName(name, grammar);
  if (parsed.ok) return good(name);
  const { message, field, at } = parsed.failure;
  return bad("name-unbuildable", message, { at: field ?? at });
}

function lastFieldGiven(codes: Readonly<Record<string, string>>, grammar: NameGrammar): number {
  let last = 0;
  grammar.fields.forEach((field, index) => {
    if (field.required || (codes[field.id] ?? "") !== "") last = index;
  });
  return last;
}

function fieldText(code: string, field: NameField, grammar: NameGrammar): string {
  return grammar.filler && grammar.separator === "" ? code.padEnd(field.minLength, grammar.filler) : code;
}
