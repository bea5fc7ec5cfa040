import { createHash } from "node:crypto";
import { count, eq } from "drizzle-orm";
import { writeStandard, type EditStep, type OfficeStandard } from "@hemstitch/core/standard";
import { connect, databaseUrl } from "../../web/src/server/database/client";
import {
  changeLog,
  editions,
  inspectedFiles,
  inspections,
  members,
  offices,
  planSetReaders,
  planSets,
  requests,
  sheets,
  sourceDrawings,
  standards,
  users,
} from "../../web/src/server/database/schema";
import { keepFile } from "../../web/src/server/files/keep";
import { runNow } from "../../web/src/server/jobs/run";
import { stepsBetween } from "../../web/src/server/work/thread-draft";
import { closeThreads } from "../../web/src/server/work/threads";
import { addMember, makeUser } from "../../web/src/server/people/accounts";
import { sha256Of } from "../../web/src/server/base/digest";
import { atHand, handIn } from "../../web/src/server/queries/hand-in";
import { demoDrawings, type DemoDrawing } from "./drawings";
import { demoDraft, demoEditions } from "./history";
import { PARTICULARS } from "./particulars";
import { DEMO_PEOPLE } from "./people";

/** Loads the demo office into the database at DATABASE_URL, once; a second run changes nothing. */
const { database, pool } = connect(databaseUrl());

type Work = keyof typeof PARTICULARS;

async function load(): Promise<void> {
  const drawings = await demoDrawings();
  const [office] = await database.insert(offices).values({ name: "Tarnwick Plan Room" }).returning({ id: offices.id });
  if (!office) return;
  await database.insert(standards).values({ officeId: office.id, content: demoDraft() });
  await loadEditions(office.id);
  for (const drawing of drawings)
    await keepFile(database, { officeId: office.id }, sha256(drawing.bytes), drawing.bytes);
  for (const work of Object.keys(PARTICULARS) as Work[])
    await loadPlanSet(
      office.id,
      work,
      drawings.filter((each) => each.work === work),
    );
}

const COORDINATOR = DEMO_PEOPLE[0].name;

const HALF_A_YEAR_MS = 182 * 24 * 60 * 60 * 1000;

async function loadEditions(officeId: string): Promise<void> {
  const all = demoEditions();
  for (const { number, summary, content } of all) {
    const publishedAt = new Date(Date.now() - (all.length + 1 - number) * HALF_A_YEAR_MS);
    const written = writeStandard(content);
    const digest = sha256Of(written);
    await database.insert(editions).values({
      officeId,
      number,
      content: JSON.parse(written) as OfficeStandard,
      written,
      digest,
      summary,
      publishedBy: COORDINATOR,
      publishedAt,
    });
    const before = all.find((each) => each.number === number - 1)?.content;
    await loadLog(officeId, publishedAt, [
      ...(before ? stepsBetween(before, content) : []),
      { what: "standard.published", entry: `edition ${number}`, after: { number, digest, summary } },
    ]);
  }
  const last = all.at(-1)?.content;
  if (last) await loadLog(officeId, new Date(), stepsBetween(last, demoDraft()));
}

/** The signs of the draft came from a request. */
const whoMade = ({ entry }: EditStep): string =>
  entry === "A-SIGN" ? `${COORDINATOR}, asked by ${DEMO_PEOPLE[1].name}` : COORDINATOR;

async function loadLog(officeId: string, at: Date, steps: readonly EditStep[]): Promise<void> {
  await database.insert(changeLog).values(
    steps.map((step) => ({
      officeId,
      at,
      who: whoMade(step),
      what: step.what,
      entry: step.entry ?? null,
      before: step.before ?? null,
      after: step.after ?? null,
    })),
  );
}

/** People, what the reader sees, and two requests; an office of an earlier version gets them too. */
async function loadPeople(officeId: string): Promise<void> {
  const ids = new Map<string, string>();
  for (const { name, email, password, role } of DEMO_PEOPLE) {
    const [known] = await database.select({ id: users.id }).from(users).where(eq(users.email, email));
    const id = known?.id ?? (await makeUser(database, { name, email, password }));
    await addMember(database, officeId, id, role);
    ids.set(role, id);
  }
  const [clinic] = await database
    .select({ id: planSets.id })
    .from(planSets)
    .where(eq(planSets.name, "Orchard Lane Veterinary Clinic"));
  const [reader, drafter] = [ids.get("reader"), ids.get("drafter")];
  if (clinic && reader)
    await database.insert(planSetReaders).values({ planSetId: clinic.id, userId: reader }).onConflictDoNothing();
  if (!drafter) return;
  await database.insert(requests).values([
    {
      officeId,
      askedBy: drafter,
      list: "layers",
      sample: {
        name: "A-FLOR-MATT",
        purpose: "Entrance mats",
        pen: "0.18",
        lineType: "continuous",
        screenColour: "#8a7d63",
        plots: true,
      },
      reason: "Mats are drawn on A-FURN now and go out of the foundation plan with it.",
    },
    {
      officeId,
      askedBy: drafter,
      list: "layers",
      sample: {
        name: "A-SIGN",
        purpose: "Signs and lettering on the building",
        pen: "0.25",
        lineType: "continuous",
        screenColour: "#2c6e49",
        plots: true,
      },
      reason: "The clinic has a sign over its door, and the inspection says there is no layer for it.",
      finding: "The layer “A-SIGN” follows the scheme but is not in the register.",
      state: "accepted" as const,
      answer: "Taken into the draft; use A-ANNO-SYMB until edition 5 is out.",
      decidedBy: COORDINATOR,
      decidedAt: new Date(),
    },
  ]);
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
  for (const { file, bytes } of drawings) {
    const drawing = atHand(file, bytes);
    await handIn({ officeId }, inspection.id, drawing, database);
    const [row] = await database
      .select({ jobId: inspectedFiles.jobId })
      .from(inspectedFiles)
      .where(eq(inspectedFiles.id, drawing.id));
    if (row) await runNow(database, row.jobId);
  }
}

const demoOffice = async (): Promise<string | undefined> =>
  (await database.select({ id: offices.id }).from(offices).where(eq(offices.name, "Tarnwick Plan Room")))[0]?.id;

if ((await demoOffice()) === undefined) {
  process.stdout.write("loading the demo office…\n");
  await load();
}
const officeId = await demoOffice();
if (officeId) {
  const [people] = await database.select({ n: count() }).from(members).where(eq(members.officeId, officeId));
  if ((people?.n ?? 0) === 0) await loadPeople(officeId);
  const [published] = await database.select({ n: count() }).from(editions).where(eq(editions.officeId, officeId));
  if ((published?.n ?? 0) === 0) await loadEditions(officeId);
}
await closeThreads();
await pool.end();
