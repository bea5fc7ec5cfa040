/** What a code stands for. */
export interface NameCode {
  readonly code: string;
  readonly meaning: string;
}

/** One field of a name: which characters it takes, how many, and what its codes mean. */
export interface NameField {
  readonly id: string;
  readonly title: string;
  readonly minLength: number;
  readonly maxLength: number;
  readonly characters: "letters" | "digits" | "letters-and-digits";
  /** A name without this field is malformed. */
  readonly required: boolean;
  /** No separator stands before this field (as between the parts of `A-101` after its hyphen). */
  readonly joined?: boolean;
  readonly codes?: readonly NameCode[];
  /** Codes that are not listed are allowed too. */
  readonly open?: boolean;
  /** A listed code is only the beginning of the field; the office chooses the rest. */
  readonly codeIsPrefix?: boolean;
  /** The field may consist of fillers alone (fixed-width schemes). */
  readonly mayBeBlank?: boolean;
  /** What a suggestion takes where a name lacks this field. */
  readonly usual?: string;
}

/**
 * The grammar of a family of names (layer names, sheet numbers) as data. Schemes with hyphens
 * and schemes of fixed positions are two values of this one type.
 */
export interface NameGrammar {
  readonly id: string;
  readonly title: string;
  /** Published source or “own”. */
  readonly source: string;
  /** Stands between fields; empty in schemes of fixed positions. */
  readonly separator: string;
  /** Fills the unused positions of a fixed-width field, from the right. */
  readonly filler?: string;
  readonly fields: readonly NameField[];
  readonly examples: readonly string[];
}

/** The characters that each kind of field takes. */
export const CLASSES: Readonly<Record<NameField["characters"], string>> = {
  letters: "ABCDEFGHIJKLMNOPQRSTUVWXYZ",
  digits: "0123456789",
  "letters-and-digits": "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789",
};
