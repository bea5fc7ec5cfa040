import { createHash } from "node:crypto";
import { count, eq } from "drizzle-orm";
import { connect, databaseUrl } from "../../web/src/server/database/client";
import {
  inspectedFiles,
  inspections,
  offices,
  planSets,
  sheets,
  sourceDrawings,
  standards,
} from "../../web/src/server/database/schema";
import { keepFile } from "../../web/src/server/files/keep";
import { runInspectJob } from "../../web/src/server/jobs/inspect-job";
import { closeThreads } from "../../web/src/server/jobs/threads";
import { demoDrawings, demoStandard, type DemoDrawing } from "./drawings";

/** Loads the demo office into the database at DATABASE_URL, once; a second run changes nothing. */
const { database, pool } = connect(databaseUrl());

const PARTICULARS = {
  "Saltmarsh Ferry Landing": {
    owner: "Tarnwick Plan Room",
    client: "Saltmarsh Harbour Board",
    project: "Saltmarsh Ferry Landing",
    address: "Quay 2, Saltmarsh",
    drawnBy: "I. Fenn",
    status: "For comment",
  },
  "Orchard Lane Veterinary Clinic": {
    owner: "Tarnwick Plan Room",
    client: "Orchard Lane Animal Care",
    project: "Orchard Lane Veterinary Clinic",
    address: "",
    drawnBy: "O. Marrow",
    status: "For comment",
  },
} as const;

type Work = keyof typeof PARTICULARS;

async function load(): Promise<void> {
  const drawings = await demoDrawings();
  const [office] = await database.insert(offices).values({ name: "Tarnwick Plan Room" }).returning({ id: offices.id });
  if (!office) return;
  await database.insert(standards).values({ officeId: office.id, content: demoStandard() });
  for (const drawing of drawings) await keepFile(database, sha256(drawing.bytes), drawing.bytes);
  for (const work of Object.keys(PARTICULARS) as Work[])
    await loadPlanSet(
      office.id,
      work,
      drawings.filter((each) => each.work === work),
    );
}

const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

async function loadPlanSet(officeId: string, work: Work, drawings: readonly DemoDrawing[]): Promise<void> {
  const units = work === "Saltmarsh Ferry Landing" ? "metric" : "feet-inches";
  const [planSet] = await database
    .insert(planSets)
    .values({ officeId, name: work, units, particulars: { ...PARTICULARS[work] } })
    .returning({ id: planSets.id });
  if (!planSet) return;
  const sources = await database
    .insert(sourceDrawings)
    .values(
      drawings
        .filter((each) => /ground-(50|48|100-a3)\.pdf$/.test(each.file))
        .map((each) => ({
          planSetId: planSet.id,
          title: each.title,
          fileName: each.file,
          sha256: sha256(each.bytes),
          drawnAt: each.scale,
        })),
    )
    .returning({ id: sourceDrawings.id, fileName: sourceDrawings.fileName });
  const idOf = (file: string): string => sources.find((source) => source.fileName === file)?.id ?? "";
  const rows =
    units === "metric"
      ? [
          {
            number: "A-101",
            title: "Ground floor plan",
            frame: "A1",
            revision: "A",
            placement: { sourceId: idOf("saltmarsh-ground-50.pdf"), placedAt: "1:50", title: "Ground floor plan" },
          },
          {
            number: "A-102",
            title: "Ground floor plan, reduced",
            frame: "A3",
            revision: "",
            placement: { sourceId: idOf("saltmarsh-ground-50.pdf"), placedAt: "1:100", title: "Ground floor plan" },
          },
          { number: "A-103", title: "Boat store, fitting out", frame: "A3", revision: "", placement: null },
        ]
      : [
          {
            number: "A-101",
            title: "Floor plan",
            frame: "24x36",
            revision: "",
            placement: { sourceId: idOf("orchard-ground-48.pdf"), placedAt: `1/4" = 1'-0"`, title: "Floor plan" },
          },
        ];
  await database.insert(sheets).values(rows.map((row, position) => ({ ...row, planSetId: planSet.id, position })));
  const [inspection] = await database
    .insert(inspections)
    .values({ officeId, planSetId: planSet.id, name: `${work}, first look` })
    .returning({ id: inspections.id });
  if (!inspection) return;
  const queued = await database
    .insert(inspectedFiles)
    .values(drawings.map((each) => ({ inspectionId: inspection.id, name: each.file, sha256: sha256(each.bytes) })))
    .returning({ id: inspectedFiles.id });
  for (const { id } of queued) await runInspectJob(database, id);
}

const [present] = await database
  .select({ offices: count() })
  .from(offices)
  .where(eq(offices.name, "Tarnwick Plan Room"));
if ((present?.offices ?? 0) === 0) {
  process.stdout.write("loading the demo office…\n");
  await load();
}
await closeThreads();
await pool.end();
