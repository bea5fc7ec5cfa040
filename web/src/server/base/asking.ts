import { keptScope } from "./kept-scope";

/** For which office and person something is done: a request that is answered, or a job. */
export interface Asking {
  readonly officeId: string;
  readonly userId: string;
  /** Aborts when who asked has gone, or the job is cancelled. */
  readonly signal: AbortSignal;
  /** A job: nobody waits for it at their screen. */
  readonly isJob?: boolean;
}

const asking = keptScope<Asking>("asking");

/** Does something on somebody's behalf. */
export const onBehalf = <T>(of: Asking, doing: () => T): T => asking.run(of, doing);

/** Does something of an office that is remembered for others: it goes on when who asked first has gone. */
export const forTheOffice = <T>(officeId: string, doing: () => T): T =>
  asking.run({ officeId, userId: "", signal: new AbortController().signal }, doing);

/** On whose behalf something is done; nobody's at the start of a process. */
export const whoAsks = (): Asking | undefined => asking.getStore();
