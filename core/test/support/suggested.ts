import { Suggester, type NameGrammar, type Suggestion } from "../../src/naming";

/** The nearest good names to one. */
export const suggestNames = (name: string, grammar: NameGrammar, register: Iterable<string> = []): Suggestion[] =>
  new Suggester(grammar, register).nearest(name);
