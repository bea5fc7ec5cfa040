import { eq, sql } from "drizzle-orm";
import type { Database } from "../database/client";
import { inspectedFiles } from "../database/schema";

/** How often a working job says that it lives, milliseconds. */
const BEAT_MS = 1000;

/** Says every second that a job lives and how far it is, and hears when it has been cancelled. */
export class Heartbeat {
  private readonly abort = new AbortController();
  private readonly timer: NodeJS.Timeout;
  private share = 0;

  constructor(
    private readonly database: Database,
    private readonly fileId: string,
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
      const [row] = await this.database
        .update(inspectedFiles)
        .set({ aliveAt: sql`now()`, ...(this.column === "state" ? { progress: this.share } : {}) })
        .where(eq(inspectedFiles.id, this.fileId))
        .returning({ state: inspectedFiles[this.column] });
      if (!row || row.state === "cancelled") this.abort.abort();
    } catch {
      // The database may be restarting; the next beat tries again.
    }
  }

  stop(): void {
    clearInterval(this.timer);
  }
}
