import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { startPostgres, type PostgresServer } from "../../scripts/lib/postgres.mjs";
import { largePage } from "../../bench/src/large-page";
import { preset } from "@hemstitch/core/standard";
import { failure } from "../src/server/access/failure";
import { connect, type Database } from "../src/server/database/client";
import { forTheLog } from "../src/server/base/for-the-log";
import { databaseFault } from "../src/server/database/faults";
import { inspectedFiles, inspections, jobs, offices, standards } from "../src/server/database/schema";
import { knowing } from "../src/server/database/written";
import { receiveStored } from "../src/server/files/uploads";
import { runNow } from "../src/server/jobs/run";
import { makeUser } from "../src/server/people/accounts";
import { atHand, handIn } from "../src/server/queries/hand-in";

/** A server of its own, that can be stopped and started while others work with theirs. */
let server: PostgresServer;
let database: Database;
let end: () => Promise<void>;
const workers: ChildProcess[] = [];

beforeAll(async () => {
  server = await startPostgres("postgres-restarts", { fresh: true, port: 54480 });
  const connected = connect(server.url);
  database = connected.database;
  end = () => connected.pool.end();
  await migrate(drizzle(connected.pool), { migrationsFolder: join(import.meta.dirname, "../drizzle") });
}, 60_000);
afterAll(async () => {
  for (const worker of workers) worker.kill("SIGKILL");
  await end();
  await server.stop();
}, 60_000);

const startWorker = (): ChildProcess => {
  const worker = spawn(process.execPath, [join(process.env["HEMSTITCH_ROOT"]!, "web/dist/worker.mjs")], {
    env: { ...process.env, DATABASE_URL: server.url },
    stdio: "ignore",
  });
  workers.push(worker);
  return worker;
};

const until = async (what: () => Promise<boolean>, seconds = 60): Promise<void> => {
  for (let i = 0; i < seconds * 10; i++) {
    if (await what().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("It did not come to that.");
};

async function handedIn(strokes: readonly number[]): Promise<string> {
  const [office] = await database.insert(offices).values({ name: randomUUID() }).returning({ id: offices.id });
  const officeId = office!.id;
  await database.insert(standards).values({ officeId, content: { ...preset("tarnwick")!, edition: "draft" } });
  const [look] = await database.insert(inspections).values({ officeId, name: "x" }).returning({ id: inspections.id });
  for (const each of strokes)
    await handIn({ officeId }, look!.id, atHand(`${each}.pdf`, largePage(each, 100)), database);
  return officeId;
}
const jobsOf = (officeId: string) => database.select().from(jobs).where(eq(jobs.officeId, officeId));

describe("a database that restarts", () => {
  it("loses no job of two workers, fails none, and has none done twice", async () => {
    const first = [startWorker(), startWorker()];
    const officeId = await handedIn([300_000, 200_000, 400_000, 100_000, 300_001, 200_001]);
    await until(async () => (await jobsOf(officeId)).some(({ state }) => state === "working"));
    await server.restart(1500);
    await until(async () => (await jobsOf(officeId)).some(({ state }) => state === "done"));
    await server.restart(500);
    await until(async () => (await jobsOf(officeId)).every(({ state }) => state === "done"), 90);
    const files = await database
      .select({ stops: inspectedFiles.stops, pages: inspectedFiles.pages })
      .from(inspectedFiles)
      .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
      .where(eq(inspections.officeId, officeId));
    expect(files.map(({ pages }) => pages)).toEqual([1, 1, 1, 1, 1, 1]);
    expect(
      await database.execute(
        sql`select file_id, look, number, count(*) from findings group by 1, 2, 3 having count(*) > 1`,
      ),
    ).toMatchObject({ rows: [] });
    // The same workers as before: none of them ended over it.
    expect(first.map(({ exitCode, signalCode }) => [exitCode, signalCode])).toEqual([
      [null, null],
      [null, null],
    ]);
    for (const worker of first) worker.kill("SIGTERM");
  }, 180_000);
});

describe("a disk that is full", () => {
  /** As PostgreSQL says it, while a row is put into a table; `nth` rows find room. */
  const fullAt = async (table: string, nth: number): Promise<() => Promise<unknown>> => {
    await database.execute(
      sql.raw(`create sequence room; create function no_room() returns trigger language plpgsql as $$ begin
        if nextval('room') > ${nth} then raise exception 'could not extend file' using errcode = 'disk_full'; end if; return new; end $$;
        create trigger no_room before insert on ${table} for each row execute function no_room()`),
    );
    return () =>
      database.execute(sql.raw(`drop trigger no_room on ${table}; drop function no_room; drop sequence room`));
  };
  const left = async (): Promise<number> => {
    const counted = await database.execute(
      sql`select ((select count(*) from uploads) + (select count(*) from file_pieces where stored not in (select stored from files)))::int as n`,
    );
    return (counted.rows[0] as { n: number }).n;
  };

  it("while a file comes: it is told, and nothing of the file stays", async () => {
    const before = await left();
    const again = await fullAt("file_pieces", 2);
    const [office] = await database.insert(offices).values({ name: randomUUID() }).returning({ id: offices.id });
    const userId = await makeUser(database, {
      name: "x",
      email: `${randomUUID()}@example.org`,
      password: "a long enough password",
    });
    const body = async function* () {
      for (let i = 0; i < 5; i++) yield new Uint8Array(2 ** 20);
    };
    const failed = receiveStored({ officeId: office!.id, userId }, body(), {}, database);
    await expect(failed).rejects.toSatisfy((error) => databaseFault(error) === "full");
    await again();
    expect(await left()).toBe(before);
  });
  it("while a drawing is kept: the job says so, and no finding of it is half-kept", async () => {
    const officeId = await handedIn([1000]);
    const again = await fullAt("drawings", 0);
    const [job] = await jobsOf(officeId);
    await runNow(database, job!.id);
    const [after] = await jobsOf(officeId);
    expect(after).toMatchObject({ state: "failed", problem: "The server's disk is full; nothing was kept." });
    const found = await database.execute(
      sql`select count(*)::int as n from findings f join inspected_files i on i.id = f.file_id where i.job_id = ${job!.id}`,
    );
    expect(found.rows).toEqual([{ n: 0 }]);
    await again();
  });
});

describe("what is said when something fails on the way", () => {
  const asked = new Request("http://127.0.0.1/api/x", { method: "POST" });
  const said = async (doing: () => Promise<unknown>) => {
    const response = await knowing(
      async () => (await doing(), new Response("done")),
      (error, stored) => failure(error, stored, asked),
    );
    return {
      status: response.status,
      retry: response.headers.get("retry-after"),
      ...((await response.json()) as { message: string }),
    };
  };
  const terminate = (on: { execute: Database["execute"] }) =>
    on.execute(sql`select pg_terminate_backend(pg_backend_pid())`);

  it("nothing was stored, where the connection is lost before it is", async () => {
    const name = randomUUID();
    const answer = await said(() =>
      database.transaction(async (on) => {
        await on.insert(offices).values({ name });
        await terminate(on);
      }),
    );
    expect(answer).toMatchObject({
      status: 503,
      retry: "5",
      message: "The database can\'t be reached. Nothing was stored.",
    });
    expect(await database.select().from(offices).where(eq(offices.name, name))).toEqual([]);
  });
  it("something may be stored, where it was before the connection is lost", async () => {
    const name = randomUUID();
    const answer = await said(async () => {
      await database.insert(offices).values({ name });
      await terminate(database);
    });
    expect(answer.message).toContain("may be stored");
    expect(answer.status).toBe(503);
    expect(await database.select().from(offices).where(eq(offices.name, name))).toHaveLength(1);
  });
  it("the same of a transaction that was stored", async () => {
    const answer = await said(async () => {
      await database.transaction((on) => on.insert(offices).values({ name: randomUUID() }));
      throw new Error("after it");
    });
    expect(answer).toMatchObject({ status: 500 });
    expect(answer.message).toContain("may be stored");
  });
  it("nothing was stored, where a statement is refused; what it held is not in the log", async () => {
    const log = vi.spyOn(process.stderr, "write").mockReturnValue(true);
    const answer = await said(() =>
      database.insert(jobs).values({ officeId: randomUUID(), kind: "hst_secret", args: {} }),
    );
    const written = log.mock.calls.map(([text]) => String(text)).join("");
    log.mockRestore();
    expect(written).toContain("insert into");
    expect(written).toContain("foreign key");
    expect(written).not.toContain("hst_secret");
    expect(answer).toMatchObject({ status: 500, message: "Something went wrong on our side. Nothing was stored." });
  });
  it("nor does what a library writes about it hold a value", async () => {
    const error: unknown = await database
      .insert(jobs)
      .values({ officeId: randomUUID(), kind: "hst_secret", args: {} })
      .catch((failed: unknown) => new Error("Failed to get session", { cause: failed }));
    for (const said of [error, (error as Error).cause, String((error as Error).cause), { cause: "x" }])
      expect(forTheLog(said)).not.toContain("hst_secret");
    expect(forTheLog(error)).toMatch(/^Failed to get session: Failed query: insert into .*: .*foreign key.*\n\s+at /);
  });
  it("the database is away, where nobody answers at its address", async () => {
    const { database: nobody } = connect("postgres://x:x@127.0.0.1:1/x");
    expect(await said(() => nobody.select().from(offices))).toMatchObject({ status: 503 });
  });
  it("the disk is full, by PostgreSQL's own word for it", async () => {
    const answer = await said(() =>
      database.execute(sql`do $$ begin raise exception 'x' using errcode = 'disk_full'; end $$`),
    );
    expect(answer).toMatchObject({ status: 507, message: "The server's disk is full. Nothing was stored." });
  });
  it.each([
    ["another error", new Error("x"), undefined],
    ["a refused statement", Object.assign(new Error("x"), { code: "23505" }), undefined],
    [
      "a server that shuts down, deep inside",
      new Error("x", { cause: Object.assign(new Error("y"), { code: "57P01" }) }),
      "away",
    ],
    [
      "a line that was shut while it was written to",
      new Error("x", { cause: Object.assign(new Error("write after end"), { code: "ERR_STREAM_WRITE_AFTER_END" }) }),
      "away",
    ],
    ["a line that was shut before", new Error("Client was closed and is not queryable"), "away"],
    ["no address that answers", new AggregateError([Object.assign(new Error("y"), { code: "ECONNREFUSED" })]), "away"],
  ])("%s is told apart", (_what, error, fault) => expect(databaseFault(error)).toBe(fault));
});
