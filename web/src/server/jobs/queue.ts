import PgBoss from "pg-boss";
import { databaseUrl } from "../database/client";

export const INSPECT = "inspect-file";
export const MEND = "mend-file";
export const EFFECT = "effect-of-draft";
export const QUEUES = [INSPECT, MEND, EFFECT] as const;

export interface InspectJob {
  readonly fileId: string;
}

export interface MendJob {
  readonly fileId: string;
  /** Keys of the findings to mend; all that can be where not said. */
  readonly only?: readonly string[];
}

export interface EffectJob {
  readonly effectId: string;
}

const kept = globalThis as { hemstitchQueue?: Promise<PgBoss> };

/** The queue in PostgreSQL, started once a process. */
export function queue(): Promise<PgBoss> {
  kept.hemstitchQueue ??= start();
  return kept.hemstitchQueue;
}

async function start(): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: databaseUrl(), max: 4, application_name: "hemstitch-queue" });
  boss.on("error", (error) => process.stderr.write(`queue: ${error.message}\n`));
  await boss.start();
  for (const name of QUEUES) await boss.createQueue(name, { name, retryLimit: 2, expireInSeconds: 3600 });
  return boss;
}

export const enqueue = async (name: (typeof QUEUES)[number], job: InspectJob | MendJob | EffectJob): Promise<void> =>
  void (await (await queue()).send(name, job));
