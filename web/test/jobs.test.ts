import { spawn, type ChildProcess } from "node:child_process";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import { eq } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import { unpackDrawing } from "@hemstitch/core/drawing";
import { largePage } from "../../bench/src/large-page";
import { on, onePage } from "../../core/test/support/raw-pdf";
import { checkedByQpdf } from "../../core/test/support/tools";
import { files, inspectedFiles } from "../src/server/database/schema";
import { runInspectJob } from "../src/server/jobs/inspect-job";
import { runMendJob } from "../src/server/jobs/mend-job";
import { enqueue, INSPECT, queue } from "../src/server/jobs/queue";
import { closeThreads } from "../src/server/jobs/threads";
import { cancelFiles } from "../src/server/queries/inspections";
import { database, newOffice, pool, waitingFile } from "./support";

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
      standardName: "Tarnwick Plan Room, edition 4",
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
