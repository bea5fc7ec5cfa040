import { keptScope } from "../kept-scope";

/** For which office a request is being answered; the signal aborts when who asked has gone. */
export interface Asking {
  readonly officeId: string;
  readonly signal: AbortSignal;
}

const asking = keptScope<Asking>("asking");

/** Does something on behalf of a request. */
export const onBehalf = <T>(of: Asking, doing: () => T): T => asking.run(of, doing);

/** On whose behalf something is done; nobody's in a worker. */
export const whoAsks = (): Asking | undefined => asking.getStore();
