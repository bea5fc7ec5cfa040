import { spawn, type ChildProcess } from "node:child_process";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import { eq } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import { unpackDrawing } from "@hemstitch/core/drawing";
import { largePage } from "../../bench/src/large-page";
import { on, onePage } from "../../core/test/support/raw-pdf";
import { checkedByQpdf } from "../../core/test/support/tools";
import { files, inspectedFiles, planSets } from "../src/server/database/schema";
import { runEffectJob } from "../src/server/jobs/effect-job";
import { publish } from "../src/server/queries/editions";
import { askForEffect, cancelEffect, effectRow } from "../src/server/queries/effects";
import { draftOf, editList } from "../src/server/queries/standard";
import { runInspectJob } from "../src/server/jobs/inspect-job";
import { runMendJob } from "../src/server/jobs/mend-job";
import { enqueue, INSPECT, queue } from "../src/server/jobs/queue";
import { closeThreads } from "../src/server/jobs/threads";
import { cancelFiles } from "../src/server/queries/inspections";
import { database, newOffice, newPerson, pool, waitingFile } from "./support";

const BAD = onePage({ layers: ["walls"], content: on(0, "0.3 w 1 1 m 90 9 l S") });
const row = async (id: string) => (await database.select().from(inspectedFiles).where(eq(inspectedFiles.id, id)))[0]!;
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
  await (await queue()).stop({ graceful: false });
  await closeThreads();
  await pool.end();
});

describe("an inspection job", () => {
  it("keeps findings, sums and the drawing; run twice it does no harm", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    await runInspectJob(database, id);
    const first = await row(id);
    expect(first).toMatchObject({
      state: "done",
      progress: 1,
      pages: 1,
      layers: ["walls"],
      stops: 0,
      mends: 2,
      standardName: "Tarnwick Plan Room, draft",
    });
    expect(unpackDrawing(gunzipSync(first.drawing!)).layers[0]!.name).toBe("walls");
    await runInspectJob(database, id);
    expect(await row(id)).toEqual(first);
  });
  it("of a file that can't be read says why, and the worker lives", async () => {
    const id = await waitingFile(await newOffice(), new TextEncoder().encode("no drawing"));
    await runInspectJob(database, id);
    expect(await row(id)).toMatchObject({
      state: "failed",
      problem: expect.stringContaining("not a PDF"),
      remedy: expect.stringContaining("PDF"),
    });
  });
  it("keeps names that PostgreSQL itself would refuse", async () => {
    const id = await waitingFile(
      await newOffice(),
      onePage({ layers: ["a\u0000b"], content: on(0, "0.3 w 1 1 m 9 9 l S") }),
    );
    await runInspectJob(database, id);
    expect(await row(id)).toMatchObject({ state: "done", layers: ["a\ufffdb"] });
  });
  it("that was cancelled while it waited is not run", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    await cancelFiles([id]);
    await runInspectJob(database, id);
    expect(await row(id)).toMatchObject({ state: "cancelled", findings: null });
  });
  it("that is cancelled while it works is stopped", async () => {
    const id = await waitingFile(await newOffice(), largePage(700_000, 2000));
    const running = runInspectJob(database, id);
    await until(async () => (await row(id)).state === "working");
    await cancelFiles([id]);
    await running;
    expect(await row(id)).toMatchObject({ state: "cancelled", findings: null });
  });
});

describe("a mend job", () => {
  it("makes a new file and leaves the received one as it is", async () => {
    const id = await waitingFile(await newOffice(), BAD);
    await runInspectJob(database, id);
    await database.update(inspectedFiles).set({ mendState: "waiting" }).where(eq(inspectedFiles.id, id));
    await runMendJob(database, id, null);
    const after = await row(id);
    expect(after).toMatchObject({
      mendState: "done",
      left: [],
      mended: [{ rule: "layer/malformed" }, { rule: "line/width-off-series" }],
    });
    const [mended] = await database.select().from(files).where(eq(files.sha256, after.mendedSha256!));
    checkedByQpdf(mended!.bytes);
    const [original] = await database.select().from(files).where(eq(files.sha256, after.sha256));
    expect(Buffer.from(original!.bytes).equals(Buffer.from(BAD))).toBe(true);
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
    await runInspectJob(database, await waitingFile(officeId, drawing, { planSetId: set!.id }));
    await runInspectJob(database, await waitingFile(officeId, drawing, { name: "stray.pdf" }));
    const glaz = (await draftOf(officeId)).content.layers.find((layer) => layer.name === "A-GLAZ")!;
    await editList(who, "layers", [
      { key: "A-GLAZ", entry: { ...glaz, pen: "0.18" } as never },
      { key: null, entry: { ...glaz, name: "A-SIGN", purpose: "Signs" } as never },
    ]);
    const id = await askForEffect(officeId, 2, 1);
    await runEffectJob(database, id);
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
    await runEffectJob(database, id);
    expect(await effectRow(await newOffice(), id)).toBeUndefined();
  });
  it("that was cancelled while it waited is not worked out", async () => {
    const officeId = await newOffice();
    const id = await askForEffect(officeId, 1, 1);
    await cancelEffect(officeId, id);
    await runEffectJob(database, id);
    expect(await effectRow(officeId, id)).toMatchObject({ state: "cancelled", result: null });
  });
});

describe("workers", () => {
  it("take jobs from the queue; the job of a killed worker is taken up again by another", async () => {
    const large = await waitingFile(await newOffice(), largePage(900_000, 1000));
    await enqueue(INSPECT, { fileId: large });
    const first = startWorker();
    await until(async () => (await row(large)).state === "working");
    first.kill("SIGKILL");
    expect((await row(large)).state).toBe("working");
    startWorker();
    await until(async () => (await row(large)).state === "done", 55);
    expect((await row(large)).findings!.length).toBeGreaterThan(0);
  }, 100_000);
});
