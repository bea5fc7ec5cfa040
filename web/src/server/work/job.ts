import type { Database, Transaction } from "../database/client";

/** What a job works with. */
export interface JobRun<A> {
  readonly args: A;
  readonly officeId: string;
  /** Who asked for it, where that is known. */
  readonly askedBy: string | null;
  readonly database: Database;
  /** Aborts when somebody cancels the job or the worker is told to stop. */
  readonly signal: AbortSignal;
  /** Says how far it is, 0–1. */
  progress(share: number): void;
  /** Keeps what was settled at the beginning among the arguments: a job that is taken up again goes by it. */
  settle(settled: Partial<A>): Promise<void>;
}

/** How a job ended: what is to be stored together with its being done, or why it could not be. */
export type Outcome =
  { readonly done: (on: Transaction) => Promise<unknown> } | { readonly problem: string; readonly remedy?: string };

/** A kind of work that is done beside requests. Running it twice must do no harm. */
export interface JobKind<A> {
  readonly kind: string;
  /** What is told where it fails in a way that it did not foresee. */
  readonly onError: { readonly problem: string; readonly remedy?: string };
  run(job: JobRun<A>): Promise<Outcome>;
  /** Stored besides, where the job fails for whatever reason. */
  readonly failed?: (args: A, on: Transaction) => Promise<unknown>;
}

/** Declares a kind of job; it is then listed in `kinds.ts`. */
export const defineJob = <A>(job: JobKind<A>): JobKind<A> => job;
