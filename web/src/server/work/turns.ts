import { beforeIn, linesOf } from "./line";

/** For whom something is to be done. */
export interface ForWhom {
  readonly officeId: string;
  readonly userId: string;
}

interface Waiting extends ForWhom {
  readonly begin: () => void;
}

/**
 * Turns at a number of places. Whose turn is next goes by office, then by person: first those who hold the fewest
 * places, then those who were served longest ago; what one person asks for is done in its order. One office never holds
 * all places where there are several, so that another's work begins at once.
 */
export class Turns {
  private readonly waiting: Waiting[] = [];
  private readonly working: ForWhom[] = [];
  /** Offices and people in the order in which they were served last. */
  private readonly served = new Map<string, number>();
  private clock = 0;

  constructor(private readonly places: number) {}

  /** How many pieces of work of an office are being done or wait. */
  of(officeId: string): number {
    return [...this.working, ...this.waiting].filter((each) => each.officeId === officeId).length;
  }

  /** How much is begun before the first that somebody waits for; undefined where nothing of theirs waits. */
  before({ officeId, userId }: ForWhom): number | undefined {
    const waits = this.waiting.some((each) => each.officeId === officeId && each.userId === userId);
    return waits ? beforeIn(linesOf(this.waiting), { officeId, askedBy: userId }, 0) : undefined;
  }

  /** Does something when its turn has come; an aborted signal takes it out of the line. */
  async take<T>(whom: ForWhom, signal: AbortSignal | undefined, work: () => Promise<T>): Promise<T> {
    await this.turn(whom, signal);
    try {
      return await work();
    } finally {
      this.working.splice(this.working.indexOf(whom), 1);
      this.next();
    }
  }

  private turn(whom: ForWhom, signal: AbortSignal | undefined): Promise<void> {
    return new Promise((resolve, refuse) => {
      signal?.throwIfAborted();
      const leave = (): void => {
        const at = this.waiting.indexOf(mine);
        if (at >= 0) this.waiting.splice(at, 1);
        refuse(signal?.reason instanceof Error ? signal.reason : new Error("Nobody waits for this any more."));
      };
      const mine: Waiting = {
        ...whom,
        begin: () => {
          signal?.removeEventListener("abort", leave);
          this.working.push(whom);
          resolve();
        },
      };
      signal?.addEventListener("abort", leave, { once: true });
      this.waiting.push(mine);
      this.next();
    });
  }

  private next(): void {
    while (this.working.length < this.places) {
      const next = this.chosen();
      if (!next) return;
      this.waiting.splice(this.waiting.indexOf(next), 1);
      for (const name of namesOf(next)) this.served.set(name, ++this.clock);
      next.begin();
      this.forget();
    }
  }

  /** Who waits and may begin, and whose turn it is. */
  private chosen(): Waiting | undefined {
    const { waiting, working, served } = this;
    const most = Math.max(1, this.places - 1);
    const held = (is: (each: ForWhom) => boolean): number => working.filter(is).length;
    const rank = (each: Waiting): readonly number[] => {
      const [office = "", person = ""] = namesOf(each);
      return [
        held(({ officeId }) => officeId === each.officeId),
        served.get(office) ?? 0,
        held(({ officeId, userId }) => officeId === each.officeId && userId === each.userId),
        served.get(person) ?? 0,
      ];
    };
    return waiting
      .filter((each) => held(({ officeId }) => officeId === each.officeId) < most)
      .map((each) => ({ each, rank: rank(each) }))
      .reduce<{ each: Waiting; rank: readonly number[] } | undefined>(
        (best, now) => (best === undefined || isBefore(now.rank, best.rank) ? now : best),
        undefined,
      )?.each;
  }

  /** Who has been served and waits for nothing is as if they were new. */
  private forget(): void {
    if (this.waiting.length === 0 && this.working.length === 0) this.served.clear();
  }
}

const namesOf = ({ officeId, userId }: ForWhom): readonly [string, string] => [officeId, `${officeId} ${userId}`];

const isBefore = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at >= 0 && (a[at] as number) < (b[at] as number);
};
