import { spawn, type ChildProcess } from "node:child_process";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import { and, eq, sql } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import { DRAWING_VERSION, unpackDrawing } from "@hemstitch/core/drawing";
import { largePage } from "../../bench/src/large-page";
import { on, onePage } from "../../core/test/support/raw-pdf";
import { checkedByQpdf } from "../../core/test/support/tools";
import { fileBytes } from "../src/server/files/pieces";
import {
  changeLog,
  drawings,
  findings,
  inspectedFiles,
  inspections,
  jobs,
  planSets,
} from "../src/server/database/schema";
import { publish } from "../src/server/queries/editions";
import { askForEffect, cancelEffect, effectRow } from "../src/server/queries/effects";
import { editDraft, editList } from "../src/server/queries/change-draft";
import { draftOf } from "../src/server/queries/standard";
import { enqueue } from "../src/server/work/enqueue";
import { run, runNow, takeNext, takeOne } from "../src/server/jobs/run";
import { closeThreads } from "../src/server/work/threads";
import { findingsOf, keepFindings } from "../src/server/queries/findings";
import { queueMend } from "../src/server/queries/hand-in";
import { cancelFiles, drawingOf } from "../src/server/queries/inspections";
import { database, inspectNow, mendNow, newOffice, newPerson, pool, rowOf, waitingFile } from "./support";

const BAD = onePage({ layers: ["walls"], content: on(0, "0.3 w 1 1 m 90 9 l S") });
const keptOf = async (sha256: string) => (await database.select().from(drawings).where(eq(drawings.sha256, sha256)))[0];
const jobOf = async (id: string) => (await database.select().from(jobs).where(eq(jobs.id, id)))[0]!;
const workers: ChildProcess[] = [];

function startWorker(): ChildProcess {
  const worker = spawn(process.execPath, [join(process.env["HEMSTITCH_ROOT"]!, "web/dist/worker.mjs")], {
    env: process.env,
    stdio: ["ignore", "pipe", "inherit"],
  });
  workers.push(worker);
  return worker;
}

async function until(what: () => Promise<boolean>, seconds = 40): Promise<void> {
  for (let i = 0; i < seconds * 10; i++) {
    if (await what()) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("It did not come about in time.");
}

afterAll(async () => {
  for (const worker of workers) worker.kill("SIGKILL");
  await closeThreads();
  await pool.end();
});

/** Somebody of the file's office cancels its inspection. */
async function cancelled(id: string): Promise<void> {
  const [row] = await database
    .select({ officeId: inspections.officeId })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(eq(inspectedFiles.id, id));
  await cancelFiles({ officeId: row!.officeId, who: "Somebody" }, [{ id, name: "plan.pdf" }]);
}

describe("an inspection job", () => {
  it("keeps findings, sums and the drawing; run twice it does no harm", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    await inspectNow(id);
    const first = await rowOf(id);
    expect(first.job).toMatchObject({ state: "done", progress: 1, attempts: 1 });
    expect(first).toMatchObject({
      pages: 1,
      layers: ["walls"],
      stops: 0,
      mends: 2,
      standardName: "Tarnwick Plan Room, draft",
    });
    const findings = await findingsOf(id, "received");
    expect(findings.map(({ rule, title, count }) => [rule, title, count])).toEqual([
      ["layer/malformed", "A layer name that does not follow the scheme", 1],
      ["line/width-off-series", "Line widths not in the pen schedule", 1],
    ]);
    const kept = (await keptOf(first.sha256))!;
    expect(kept.version).toBe(DRAWING_VERSION);
    expect(unpackDrawing(gunzipSync(kept.bytes)).layers[0]!.name).toBe("walls");
    await inspectNow(id);
    expect(await rowOf(id)).toEqual(first);
    // Begun anew after its worker was lost, it writes the same rows again.
    await database.update(jobs).set({ state: "waiting" }).where(eq(jobs.id, first.jobId));
    await inspectNow(id);
    expect(await findingsOf(id, "received")).toEqual(findings);
  });
  it("of a file that can't be read says why, and the worker lives", async () => {
    const id = await waitingFile(await newOffice(), new TextEncoder().encode("no drawing"));
    await inspectNow(id);
    const file = await rowOf(id);
    expect(file.job).toMatchObject({
      state: "failed",
      problem: expect.stringContaining("not a PDF"),
      remedy: expect.stringContaining("PDF"),
    });
    expect(file.stops).toBe(1);
  });
  it("keeps names that PostgreSQL itself would refuse", async () => {
    const id = await waitingFile(
      await newOffice(),
      onePage({ layers: ["a\u0000b"], content: on(0, "0.3 w 1 1 m 9 9 l S") }),
    );
    await inspectNow(id);
    expect(await rowOf(id)).toMatchObject({ job: { state: "done" }, layers: ["a\ufffdb"] });
    expect((await findingsOf(id, "received"))[0]!.layer).toBe("a\ufffdb");
  });
  it("that was cancelled while it waited is not run", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    await cancelled(id);
    await inspectNow(id);
    expect(await rowOf(id)).toMatchObject({ job: { state: "cancelled" }, pages: null });
    expect(await findingsOf(id, "received")).toEqual([]);
    const [line] = await database
      .select()
      .from(changeLog)
      .where(and(eq(changeLog.what, "file.cancelled"), eq(changeLog.who, "Somebody")));
    expect(line).toMatchObject({ who: "Somebody", entry: "plan.pdf" });
  });
  it("that is cancelled while it works is stopped", async () => {
    const id = await waitingFile(await newOffice(), largePage(700_000, 2000));
    const running = inspectNow(id);
    await until(async () => (await rowOf(id)).job.state === "working");
    await cancelled(id);
    await running;
    expect(await rowOf(id)).toMatchObject({ job: { state: "cancelled" }, pages: null });
    expect(await findingsOf(id, "received")).toEqual([]);
  });
});

describe("a mend job", () => {
  it("makes a new file and leaves the received one as it is", async () => {
    const who = await newPerson(await newOffice(), "drafter");
    const id = await waitingFile(who.officeId, BAD);
    await inspectNow(id);
    expect(await queueMend(who, { id, name: "plan.pdf" }, undefined)).toBe(true);
    expect(await queueMend(who, { id, name: "plan.pdf" }, undefined)).toBe(false);
    await mendNow(id);
    const after = await rowOf(id);
    expect(after).toMatchObject({
      mendJob: { state: "done" },
      mended: [{ rule: "layer/malformed" }, { rule: "line/width-off-series" }],
    });
    expect(await findingsOf(id, "mended")).toEqual([]);
    checkedByQpdf((await fileBytes(database, after.mendedSha256!))!);
    const original = await fileBytes(database, after.sha256);
    expect(Buffer.from(original!).equals(Buffer.from(BAD))).toBe(true);
  });
  it("that is taken up again mends what was chosen, and no more", async () => {
    const who = await newPerson(await newOffice(), "drafter");
    const id = await waitingFile(who.officeId, BAD);
    await inspectNow(id);
    const chosen = (await findingsOf(id, "received")).find((finding) => finding.rule === "line/width-off-series")!;
    await queueMend(who, { id, name: "plan.pdf" }, [chosen.key]);
    // A worker takes it and is lost; another takes it over.
    const { mendJobId } = await rowOf(id);
    expect(await takeOne(database, mendJobId!)).toMatchObject({ attempts: 1 });
    await runNow(database, mendJobId!);
    expect(await rowOf(id)).toMatchObject({
      mendJob: { state: "done", attempts: 2 },
      mended: [{ rule: "line/width-off-series" }],
    });
  });
});

describe("the numbers of findings", () => {
  const numbersOf = async (id: string, look: "received" | "mended") =>
    Object.fromEntries((await findingsOf(id, look)).map(({ rule, number }) => [rule, number]));
  it("stay after a mend, with what is left", async () => {
    const who = await newPerson(await newOffice(), "drafter");
    const id = await waitingFile(who.officeId, BAD);
    await inspectNow(id);
    const before = await findingsOf(id, "received");
    expect(before.map(({ number }) => number)).toEqual(before.map((_, i) => i + 1));
    const first = before.find(({ mend }) => mend)!;
    await queueMend(who, { id, name: "plan.pdf" }, [first.key]);
    await mendNow(id);
    const { [first.rule]: _mended, ...left } = await numbersOf(id, "received");
    expect(Object.keys(left).length).toBeGreaterThan(0);
    expect(await numbersOf(id, "mended")).toEqual(left);
  });
  it("are known again where keys were made up otherwise, and are not given twice", async () => {
    const who = await newPerson(await newOffice(), "drafter");
    const id = await waitingFile(who.officeId, BAD);
    await inspectNow(id);
    const found = await findingsOf(id, "received");
    const before = await numbersOf(id, "received");
    const [first] = found;
    // An earlier version's keys, in another turn; one finding is gone, one is new.
    await database
      .update(findings)
      .set({ key: sql`'old ' || ${findings.key}` })
      .where(eq(findings.fileId, id));
    const fresh = { ...first!, key: "fresh", rule: "line/doubled", measured: "new" };
    await keepFindings(database, id, "received", [fresh, ...found.slice(1).reverse()]);
    const { [first!.rule]: _gone, ...stayed } = before;
    expect(await numbersOf(id, "received")).toEqual({ ...stayed, "line/doubled": found.length + 1 });
    expect((await findingsOf(id, "received"))[0]!.rule).toBe("line/doubled");
  });
  it("of an earlier version's keys are still mended when they are chosen", async () => {
    const who = await newPerson(await newOffice(), "drafter");
    const id = await waitingFile(who.officeId, BAD);
    await inspectNow(id);
    await database
      .update(findings)
      .set({ key: sql`'old ' || ${findings.key}` })
      .where(eq(findings.fileId, id));
    const chosen = (await findingsOf(id, "received")).find((finding) => finding.rule === "line/width-off-series")!;
    await queueMend(who, { id, name: "plan.pdf" }, [chosen.key]);
    await mendNow(id);
    expect(await rowOf(id)).toMatchObject({ mended: [{ rule: "line/width-off-series" }] });
  });
});

describe("jobs", () => {
  const insert = async (set: Partial<typeof jobs.$inferInsert> = {}): Promise<string> => {
    const [job] = await database
      .insert(jobs)
      .values({ officeId: await newOffice(), kind: "no-such-kind", args: {}, ...set })
      .returning({ id: jobs.id });
    return job!.id;
  };
  it("come with what they are for, or not at all", async () => {
    const officeId = await newOffice();
    await expect(
      database.transaction(async (on) => {
        await enqueue(on, { kind: "effect-of-draft" }, { officeId }, { effectId: "x" });
        throw new Error("no");
      }),
    ).rejects.toThrow("no");
    expect(await database.select().from(jobs).where(eq(jobs.officeId, officeId))).toEqual([]);
  });
  it("of a kind that there is not fail with words", async () => {
    const id = await insert();
    await runNow(database, id);
    expect(await jobOf(id)).toMatchObject({ state: "failed", problem: expect.stringContaining("no-such-kind") });
  });
  it("are taken by one worker each, those that wait longest first", async () => {
    // What other tests left in the queue would have its turn, too.
    await database.update(jobs).set({ state: "cancelled" }).where(eq(jobs.state, "waiting"));
    const ids = [];
    for (const year of [1971, 1972, 1973]) ids.push(await insert({ madeAt: new Date(`${year}-01-01`) }));
    const taken = await Promise.all([takeNext(database), takeNext(database), takeNext(database)]);
    expect(taken.map((job) => job!.id).sort()).toEqual([...ids].sort());
    for (const job of taken) await run(database, job!);
  });
  it("whose worker fell silent are taken over; what the first still writes is not stored", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    const { jobId } = await rowOf(id);
    const first = (await takeOne(database, jobId))!;
    await database
      .update(jobs)
      .set({ aliveAt: sql`now() - interval '1 minute'` })
      .where(eq(jobs.id, jobId));
    await runNow(database, jobId);
    const done = await rowOf(id);
    expect(done.job).toMatchObject({ state: "done", attempts: 2 });
    await run(database, first);
    expect(await rowOf(id)).toEqual(done);
  });
  it("that were begun ten times and never ended are given up", async () => {
    const silent = sql`now() - interval '1 minute'`;
    const id = await insert({ state: "working", attempts: 10, aliveAt: silent as never });
    const sound = await insert({ state: "working", attempts: 9, aliveAt: silent as never });
    const { giveUpOrphans } = await import("../src/server/jobs/run");
    await giveUpOrphans(database);
    expect(await jobOf(id)).toMatchObject({ state: "failed", problem: expect.stringContaining("10 times") });
    expect(await jobOf(sound)).toMatchObject({ state: "working", problem: null });
    await database.delete(jobs).where(eq(jobs.id, sound));
  });
  it("rest ten seconds longer each time that their worker was lost", async () => {
    const silentFor = (seconds: number) => sql`now() - ${seconds} * interval '1 second'` as never;
    const old = new Date("1970-01-01");
    const id = await insert({ state: "working", attempts: 3, aliveAt: silentFor(25), madeAt: old });
    const takenNow = await takeNext(database);
    expect(takenNow?.id).not.toBe(id);
    if (takenNow) await run(database, takenNow);
    await database
      .update(jobs)
      .set({ aliveAt: silentFor(31) })
      .where(eq(jobs.id, id));
    const again = await takeNext(database);
    expect(again).toMatchObject({ id, attempts: 4 });
    await run(database, again!);
  });
  it("of a worker that is told to stop wait again, and the attempt does not count", async () => {
    const id = await waitingFile(await newOffice(), largePage(500_000, 1000));
    const stop = new AbortController();
    const job = (await takeOne(database, (await rowOf(id)).jobId))!;
    const running = run(database, job, stop.signal);
    setTimeout(() => stop.abort(), 300);
    await running;
    expect((await rowOf(id)).job).toMatchObject({ state: "waiting", attempts: 0 });
    await cancelled(id);
  });
});

describe("a job that is taken up again", () => {
  it("goes by the edition that it began with, though another was published meanwhile", async () => {
    const who = await newPerson(await newOffice(), "coordinator");
    await publish(who, "First", 1);
    const id = await waitingFile(who.officeId, largePage(500_000, 1000));
    const { jobId } = await rowOf(id);
    const stop = new AbortController();
    const job = (await takeOne(database, jobId))!;
    const running = run(database, job, stop.signal);
    await until(async () => JSON.stringify((await rowOf(id)).job.args).includes('"by":1'));
    stop.abort();
    await running;
    await editDraft(who, { of: "facts", facts: { name: "Another" } });
    await publish(who, "Second", 2);
    await runNow(database, jobId);
    expect(await rowOf(id)).toMatchObject({
      standardName: expect.stringMatching(/edition 1$/),
      job: { state: "done" },
    });
    // One that begins now goes by the new one.
    const next = await waitingFile(who.officeId, onePage({ content: "1 w 1 1 m 9 9 l S" }));
    await inspectNow(next);
    expect((await rowOf(next)).standardName).toMatch(/edition 2$/);
  });
});

describe("a drawing that an earlier reader kept", () => {
  it("is read again from its file when it is wanted", async () => {
    const who = await newPerson(await newOffice(), "coordinator");
    const id = await waitingFile(who.officeId, onePage({ layers: ["old"], content: on(0, "0.5 w 1 1 m 9 9 l S") }));
    await inspectNow(id);
    const { sha256 } = await rowOf(id);
    await database
      .update(drawings)
      .set({ version: 1, bytes: new Uint8Array([1]) })
      .where(eq(drawings.sha256, sha256));
    expect(await drawingOf(who, id, false)).toBe("under-way");
    expect(await drawingOf(who, id, false)).toBe("under-way");
    const waiting = await database.select().from(jobs).where(eq(jobs.kind, "read-again"));
    const own = waiting.filter((job) => job.officeId === who.officeId);
    expect(own.length).toBe(1);
    await runNow(database, own[0]!.id);
    const read = await drawingOf(who, id, false);
    expect(unpackDrawing(gunzipSync(read as Uint8Array)).layers[0]!.name).toBe("old");
  });
});

describe("what a draft would do", () => {
  it("is worked out from kept drawings alone: per plan set and per change, as inspecting them again would find", async () => {
    const officeId = await newOffice();
    const who = await newPerson(officeId, "coordinator");
    await publish(who, "First", 1);
    const [set] = await database
      .insert(planSets)
      .values({ officeId, name: "Landing", units: "metric" })
      .returning({ id: planSets.id });
    const drawing = onePage({
      layers: ["A-GLAZ", "A-SIGN"],
      content: on(0, "0.25 w 1 1 m 90 9 l S 1 2 m 9 2 l S") + on(1, "0.25 w 1 3 m 9 3 l S"),
    });
    await inspectNow(await waitingFile(officeId, drawing, { planSetId: set!.id }));
    await inspectNow(await waitingFile(officeId, drawing, { name: "stray.pdf" }));
    const glaz = (await draftOf(officeId)).content.layers.find((layer) => layer.name === "A-GLAZ")!;
    await editList(who, "layers", [
      { key: "A-GLAZ", entry: { ...glaz, pen: "0.18" } as never },
      { key: null, entry: { ...glaz, name: "A-SIGN", purpose: "Signs" } as never },
    ]);
    const id = await askForEffect({ officeId }, 2, 1);
    await runNow(database, (await effectRow(officeId, id))!.jobId);
    const effect = (await effectRow(officeId, id))!;
    expect(effect.state).toBe("done");
    expect(effect.result).toMatchObject({
      drawings: 1,
      sets: [
        {
          planSet: "Landing",
          gained: 1,
          lost: 1,
          drawings: [
            {
              gainedFindings: [{ rule: "line/width-not-pen", layer: "A-GLAZ", count: 2 }],
              lostFindings: [{ rule: "layer/unregistered", layer: "A-SIGN" }],
            },
          ],
        },
      ],
      changes: [
        { entry: "A-GLAZ", gained: 1, lost: 0, together: false },
        { entry: "A-SIGN", gained: 0, lost: 1, together: false },
      ],
    });
    // Run twice it does no harm, and another office can't see it.
    await runNow(database, effect.jobId);
    expect((await effectRow(officeId, id))!.result).toEqual(effect.result);
    expect(await effectRow(await newOffice(), id)).toBeUndefined();
  });
  it("that was cancelled while it waited is not worked out", async () => {
    const officeId = await newOffice();
    const id = await askForEffect({ officeId }, 1, 1);
    await cancelEffect(officeId, id);
    await runNow(database, (await effectRow(officeId, id))!.jobId);
    expect(await effectRow(officeId, id)).toMatchObject({ state: "cancelled", result: null });
  });
});

describe("workers", () => {
  it("take jobs from the queue; the job of a killed worker is taken up again by another", async () => {
    const large = await waitingFile(await newOffice(), largePage(900_000, 1000));
    const first = startWorker();
    await until(async () => (await rowOf(large)).job.state === "working");
    first.kill("SIGKILL");
    expect((await rowOf(large)).job.state).toBe("working");
    startWorker();
    await until(async () => (await rowOf(large)).job.state === "done", 240);
    expect((await findingsOf(large, "received")).length).toBeGreaterThan(0);
    expect((await rowOf(large)).job.attempts).toBe(2);
    // Generous: a busy machine is no finding.
  }, 300_000);
  it("ten of them share one queue: each job is done once", async () => {
    const officeId = await newOffice();
    const files: string[] = [];
    for (let i = 0; i < 40; i++) files.push(await waitingFile(officeId, BAD));
    for (let i = 0; i < 10; i++) startWorker();
    await until(async () => (await Promise.all(files.map(rowOf))).every(({ job }) => job.state === "done"), 240);
    for (const id of files) {
      expect((await rowOf(id)).job.attempts).toBe(1);
      const keys = (await findingsOf(id, "received")).map((each) => each.key);
      expect(keys.length).toBeGreaterThan(0);
      expect(new Set(keys).size).toBe(keys.length);
    }
  }, 300_000);
});
