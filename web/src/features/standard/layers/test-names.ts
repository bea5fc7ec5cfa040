import { parseName, Suggester, type NameGrammar } from "@hemstitch/core/naming";

export const STATE_WORDS = {
  registered: "in the register",
  "well-formed": "following the scheme",
  malformed: "failing",
} as const;
export type NameState = keyof typeof STATE_WORDS;

/** What came of one name. */
export interface TestedName {
  readonly name: string;
  readonly state: NameState;
  /** Where and why it fails, or how it is known. */
  readonly words: string;
  /** What was probably meant; none for names in the register. */
  readonly suggestions: readonly string[];
}

/** The names of a pasted text, one a line. */
export const namesOf = (text: string): string[] =>
  text
    .split(/\r?\n/)
    .map((name) => name.trim())
    .filter((name) => name !== "");

/** Tests names by a scheme and a register that are made ready once. */
export class NamesTester {
  private readonly known: ReadonlySet<string>;
  private readonly suggester: Suggester;

  constructor(
    private readonly scheme: NameGrammar,
    register: readonly string[],
  ) {
    this.known = new Set(register);
    this.suggester = new Suggester(scheme, register);
  }

  state(name: string): Omit<TestedName, "suggestions"> {
    if (this.known.has(name)) return { name, state: "registered", words: "In the register" };
    const parsed = parseName(name, this.scheme);
    return parsed.ok
      ? { name, state: "well-formed", words: "Follows the scheme, but is not in the register" }
      : { name, state: "malformed", words: `Character ${parsed.failure.at + 1}: ${parsed.failure.message}` };
  }

  tested(name: string): TestedName {
    const state = this.state(name);
    return {
      ...state,
      suggestions: state.state === "registered" ? [] : this.suggester.nearest(name).map((each) => each.name),
    };
  }
}
