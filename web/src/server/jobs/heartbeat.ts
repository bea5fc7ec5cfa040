import { eq, sql } from "drizzle-orm";
import type { Database } from "../database/client";
import { effects, inspectedFiles } from "../database/schema";

/** How often a working job says that it lives, milliseconds. */
const BEAT_MS = 1000;

type JobTable = typeof inspectedFiles | typeof effects;

/** Says every second that a job lives and how far it is, and hears when it has been cancelled. */
export class Heartbeat {
  private readonly abort = new AbortController();
  private readonly timer: NodeJS.Timeout;
  private share = 0;

  constructor(
    private readonly database: Database,
    private readonly table: JobTable,
    private readonly rowId: string,
    private readonly column: "state" | "mendState",
  ) {
    this.timer = setInterval(() => void this.beat(), BEAT_MS);
  }

  get signal(): AbortSignal {
    return this.abort.signal;
  }

  progress(share: number): void {
    this.share = share;
  }

  private async beat(): Promise<void> {
    try {
      if ((await this.stateNow()) === "cancelled") this.abort.abort();
    } catch {
      // The database may be restarting; the next beat tries again.
    }
  }

  private async stateNow(): Promise<string | null> {
    const alive = { aliveAt: sql`now()`, ...(this.column === "state" ? { progress: this.share } : {}) };
    const [row] =
      this.table === effects
        ? await this.database
            .update(effects)
            .set(alive)
            .where(eq(effects.id, this.rowId))
            .returning({ state: effects.state })
        : await this.database
            .update(inspectedFiles)
            .set(alive)
            .where(eq(inspectedFiles.id, this.rowId))
            .returning({ state: this.column === "state" ? inspectedFiles.state : inspectedFiles.mendState });
    return row ? row.state : "cancelled";
  }

  stop(): void {
    clearInterval(this.timer);
  }
}
