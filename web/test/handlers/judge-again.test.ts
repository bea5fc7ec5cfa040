import { and, eq } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import * as judgeOne from "../../src/app/api/inspected/[fileId]/judge-again/route";
import * as manual from "../../src/app/api/inspected/[fileId]/manual/route";
import * as oneFile from "../../src/app/api/inspected/[fileId]/route";
import * as judgeAll from "../../src/app/api/judge-again/route";
import { JUDGE_AGAIN, jobs } from "../../src/server/database/schema";
import { turnFor } from "../../src/server/files/quotas";
import { logOf } from "../../src/server/log/log";
import { enqueueAll } from "../../src/server/work/enqueue";
import type { Asker } from "../../src/server/access/access";
import { runNow } from "../../src/server/jobs/run";
import { closeThreads } from "../../src/server/work/threads";
import { publish } from "../../src/server/queries/editions";
import type { InspectedFileDetail } from "../../src/server/queries/inspections";
import { drawingsBehind } from "../../src/server/queries/judged";
import { draftOf } from "../../src/server/queries/standard";
import { planSetReaders, planSets, standards } from "../../src/server/database/schema";
import { on, onePage } from "../../../core/test/support/raw-pdf";
import { run, temporary } from "../../../core/test/support/tools";
import { Browser, database, inspectNow, mendNow, newOffice, newPerson, pool, waitingFile } from "../support";

/** A wall in the pen 0.35 of an office whose walls are drawn in 0.5, beside one in the right pen. */
const WALLS = onePage({ layers: ["A-WALL"], content: on(0, "1.417 w 10 10 m 90 10 l S 0.992 w 10 50 m 90 50 l S") });

let asker: Asker;
let office: Browser;
beforeAll(async () => {
  asker = await newPerson(await newOffice(), "coordinator", "Ida Fenn");
});
beforeEach(async () => {
  asker = await newPerson(await newOffice(), "coordinator", "Ida Fenn");
  office = await Browser.of(asker.email);
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

const seen = (fileId: string): Promise<InspectedFileDetail> =>
  office.json<InspectedFileDetail>(oneFile.GET, "GET", { params: { fileId } });
const rulesOf = async (fileId: string): Promise<string[]> => (await seen(fileId)).findings.map(({ rule }) => rule);

/** Publishes the draft, changed so that line widths are judged, or not. */
async function publishWith(widths: "stop" | "off"): Promise<void> {
  const { content } = await draftOf(asker.officeId);
  const rules = {
    ...content.rules,
    "line/width-not-pen": { ...content.rules["line/width-not-pen"], severity: widths },
  };
  await database
    .update(standards)
    .set({ content: { ...content, rules } })
    .where(eq(standards.officeId, asker.officeId));
  const { version } = await draftOf(asker.officeId);
  expect((await publish(asker, `Widths ${widths}.`, version)).kind).toBe("published");
}

const isJudging = () => and(eq(jobs.officeId, asker.officeId), eq(jobs.kind, "judge-again"));

/** Runs what waits of judging again; gives how many there were. */
async function runWaiting(): Promise<number> {
  const waiting = await database
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(isJudging(), eq(jobs.state, "waiting")));
  for (const { id } of waiting) await runNow(database, id);
  return waiting.length;
}

describe("drawings that were judged by an earlier edition", () => {
  it("say so, and are judged by what is in force when somebody asks; until then what was found stays", async () => {
    await publishWith("off");
    const fileId = await waitingFile(asker.officeId, WALLS);
    await inspectNow(fileId);
    expect(await rulesOf(fileId)).not.toContain("line/width-not-pen");
    expect(await seen(fileId)).toMatchObject({ behind: null, judging: false });
    await publishWith("stop");
    expect(await seen(fileId)).toMatchObject({ behind: { edition: 2, problem: null }, judging: false });
    expect((await drawingsBehind(asker)).map(({ id }) => id)).toEqual([fileId]);

    await office.json(judgeOne.POST, "POST", { params: { fileId } }, 202);
    expect(await seen(fileId)).toMatchObject({ behind: { edition: 2 }, judging: true, state: "done" });
    expect(await rulesOf(fileId)).not.toContain("line/width-not-pen");
    expect(await runWaiting()).toBe(1);
    expect(await rulesOf(fileId)).toContain("line/width-not-pen");
    const after = await seen(fileId);
    expect(after).toMatchObject({ behind: null, judging: false, stops: 1 });
    expect(after.standardName).toMatch(/edition 2$/);
    expect(await drawingsBehind(asker)).toEqual([]);
  });
  it("all at once: each drawing once, however many ask, and what was mended is judged as it was mended", async () => {
    await publishWith("stop");
    const fileIds = [
      await waitingFile(asker.officeId, WALLS),
      await waitingFile(asker.officeId, onePage({ content: "1 1 m 9 9 l S" })),
    ];
    for (const fileId of fileIds) await inspectNow(fileId);
    await mendOne(fileIds[0]!);
    await publishWith("off");
    const answers = await Promise.all(
      [1, 2, 3].map(() => office.json<{ queued: number }>(judgeAll.POST, "POST", {}, 202)),
    );
    expect(answers.reduce((sum, { queued }) => sum + queued, 0)).toBe(2);
    // They stand in nobody's line: what one of them hands in next does not wait behind them.
    const told = (await logOf(asker.officeId, { what: "file.judged-again" }, 9)).map(({ entry }) => entry);
    expect(told).toEqual(["2 drawings"]);
    const asked = await database.select({ by: jobs.askedBy }).from(jobs).where(isJudging());
    expect(asked).toEqual([{ by: null }, { by: null }]);
    expect(await runWaiting()).toBe(2);
    const [first] = fileIds;
    expect(await rulesOf(first!)).not.toContain("line/width-not-pen");
    expect((await seen(first!)).left.map(({ rule }) => rule)).not.toContain("line/width-not-pen");
    expect(await drawingsBehind(asker)).toEqual([]);
  });
  it("say by which edition they were judged: its manual is for whoever sees what was found, and for nobody else", async () => {
    await publishWith("off");
    const [set] = await database
      .insert(planSets)
      .values({ officeId: asker.officeId, name: "Ferry landing", units: "metric" })
      .returning({ id: planSets.id });
    const fileId = await waitingFile(asker.officeId, WALLS, { planSetId: set!.id });
    expect((await office.send(manual.GET, "GET", { params: { fileId } })).status).toBe(404);
    await inspectNow(fileId);
    await publishWith("stop");
    const reader = await newPerson(asker.officeId, "reader", "Ines Vole");
    const outside = await Browser.of(reader.email);
    expect((await outside.send(manual.GET, "GET", { params: { fileId } })).status).toBe(404);
    await database.insert(planSetReaders).values({ planSetId: set!.id, userId: reader.userId });
    const { bytes, name } = await outside.file(manual.GET, {}, { fileId });
    expect(name).toMatch(/, edition 1, manual\.pdf$/);
    expect(run("pdftotext", temporary(bytes), "-")).toMatch(/edition 1/i);
  });
  it("that could not be judged again say why, and can be tried once more", async () => {
    await publishWith("off");
    const fileId = await waitingFile(asker.officeId, WALLS);
    await inspectNow(fileId);
    await publishWith("stop");
    await office.json(judgeOne.POST, "POST", { params: { fileId } }, 202);
    await database.update(jobs).set({ state: "failed", problem: "The worker was lost." }).where(isJudging());
    expect(await seen(fileId)).toMatchObject({
      behind: { edition: 2, problem: "The worker was lost." },
      judging: false,
    });
    await office.json(judgeOne.POST, "POST", { params: { fileId } }, 202);
    expect(await seen(fileId)).toMatchObject({ behind: { edition: 2, problem: null }, judging: true });
    await runWaiting();
    expect((await seen(fileId)).behind).toBeNull();
  });
  it("keep nobody from handing in, however many there are", async () => {
    const args = Array.from({ length: 30 }, () => ({ fileId: crypto.randomUUID() }));
    await enqueueAll(database, { kind: JUDGE_AGAIN }, { officeId: asker.officeId }, args);
    vi.stubEnv("HEMSTITCH_OFFICE_JOBS", "2");
    try {
      expect((await turnFor(database, asker)).ok).toBe(true);
      await enqueueAll(database, { kind: "inspect-file" }, { officeId: asker.officeId }, args.slice(0, 2));
      expect((await turnFor(database, asker)).ok).toBe(false);
    } finally {
      vi.unstubAllEnvs();
    }
  });
  it("are not judged where nothing is in force, nor before they were inspected", async () => {
    const fileId = await waitingFile(asker.officeId, WALLS);
    expect((await office.send(judgeOne.POST, "POST", { params: { fileId } })).status).toBe(409);
    await inspectNow(fileId);
    expect(await drawingsBehind(asker)).toEqual([]);
    expect((await seen(fileId)).behind).toBeNull();
  });
});

async function mendOne(fileId: string): Promise<void> {
  const mend = await import("../../src/app/api/inspected/[fileId]/mend/route");
  await office.json(mend.POST, "POST", { params: { fileId }, body: {} }, 202);
  await mendNow(fileId);
}
