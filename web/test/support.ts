import { createHash } from "node:crypto";
import { randomUUID } from "node:crypto";
import { connect, databaseUrl, type Database } from "../src/server/database/client";
import { inspectedFiles, inspections, offices, standards } from "../src/server/database/schema";
import { keepFile } from "../src/server/files/keep";
import { preset } from "@hemstitch/core/standard";

export const { database, pool } = connect(databaseUrl()) as { database: Database; pool: { end(): Promise<void> } };

export const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** An office of its own for one test, with the demo's standard. */
export async function newOffice(): Promise<string> {
  const [office] = await database
    .insert(offices)
    .values({ name: `Office ${randomUUID()}` })
    .returning({ id: offices.id });
  await database.insert(standards).values({ officeId: office!.id, content: preset("tarnwick")! });
  return office!.id;
}

/** A file of an inspection, waiting. */
export async function waitingFile(officeId: string, bytes: Uint8Array, name = "plan.pdf"): Promise<string> {
  await keepFile(database, sha256(bytes), bytes);
  const [inspection] = await database.insert(inspections).values({ officeId, name }).returning({ id: inspections.id });
  const [file] = await database
    .insert(inspectedFiles)
    .values({ inspectionId: inspection!.id, name, sha256: sha256(bytes) })
    .returning({ id: inspectedFiles.id });
  return file!.id;
}
