/**
 * Something that went wrong, as a value: what happened, where, and what to do about it.
 * Functions that read what people or files hand in return a `Result` instead of throwing.
 */
export interface Problem {
  /** Stable, kebab-case; for programs and tests. */
  readonly code: string;
  /** What happened, in a whole sentence, for the person who handed it in. */
  readonly message: string;
  /** What the person can do about it. */
  readonly remedy?: string;
  /** Where: a path into a value (`layers[3].pen`) or an offset into a text. */
  readonly at?: string | number;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

export const good = <T>(value: T): Result<T> => ({ ok: true, value });

export const bad = (
  code: string,
  message: string,
  more: Omit<Problem, "code" | "message"> = {},
): { readonly ok: false; readonly problem: Problem } => ({
  ok: false,
  problem: { code, message, ...more },
});

/** The value of a result, or a thrown error with its message; for values that the program itself wrote. */
export function must<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new Error(`${result.problem.code}: ${result.problem.message}`);
}
