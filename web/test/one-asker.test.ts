import { readFileSync } from "node:fs";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { withEndlessSubstitutions } from "../../core/test/support/hostile-font";
import * as newPassword from "../src/app/api/new-password/route";
import * as session from "../src/app/api/session/route";
import * as draft from "../src/app/api/standard/draft/route";
import * as fonts from "../src/app/api/standard/fonts/route";
import * as uploadList from "../src/app/api/uploads/route";
import * as starter from "../src/app/api/standard/starter/route";
import * as inspectionFiles from "../src/app/api/inspections/[inspectionId]/files/route";
import * as inspectionList from "../src/app/api/inspections/route";
import { onBehalf } from "../src/server/base/asking";
import { failure } from "../src/server/access/failure";
import { jobs, standards, uploads } from "../src/server/database/schema";
import { keepFile } from "../src/server/files/keep";
import { inRoom, MOST_OF_SENDER, MOST_SMALL, TooManyBodies } from "../src/server/files/held-bodies";
import { LONGEST_SILENCE_MS, patience, TooSlow } from "../src/server/files/pace";
import { receiveBytes } from "../src/server/files/receive";
import { sweepUploads } from "../src/server/files/uploads";
import { checked, NewPlanSet, ShowingCell, CellsChange, SignIn } from "../src/server/forms/forms";
import { readJson } from "../src/server/base/json";
import { enqueue } from "../src/server/work/enqueue";
import { takeNext } from "../src/server/jobs/run";
import { closeThreads } from "../src/server/work/threads";
import { Browser, context, database, newOffice, newPerson, pool, request, sha256 } from "./support";

const barlow = new Uint8Array(readFileSync(join(import.meta.dirname, "../../core/assets/fonts/Barlow-Regular.ttf")));
const endless = withEndlessSubstitutions(barlow);

let ida: Browser;
let office = "";
let idaId = "";

beforeAll(async () => {
  office = await newOffice();
  const person = await newPerson(office, "coordinator");
  idaId = person.userId;
  ida = await Browser.of(person.email);
});
afterEach(() => vi.unstubAllEnvs());
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

/** Names that nobody knows. */
const strangers = (count: number): Record<string, number> =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`stranger ${i}`, 1]));

/** Counts how often the process came to something else while work was going on. */
async function meanwhile<T>(work: () => Promise<T>): Promise<{ value: T; ticks: number }> {
  let ticks = 0;
  const clock = setInterval(() => ticks++, 20);
  const value = await work();
  clearInterval(clock);
  return { value, ticks };
}

describe("a form with unknown names", { timeout: 10_000 }, () => {
  it("by 300,000 of them is refused at once, and tells five", async () => {
    const refused = checked(SignIn, { email: "a@example.org", ...strangers(300_000) }) as Response;
    const { message, problems } = (await refused.json()) as { message: string; problems: unknown[] };
    expect([refused.status, problems.length]).toEqual([422, 5]);
    expect(message).toMatch(/“stranger 0”.*“stranger 4”, and 299995 more\.$/);
    expect(message.length).toBeLessThan(300);
  });
  it("within what it holds is refused too, with the place", async () => {
    const refused = checked(CellsChange, { cells: [{ layer: "A", kind: "b", state: null, more: 1 }] }) as Response;
    expect(await refused.json()).toMatchObject({ problems: [{ at: "cells[0].more" }] });
  });
  it("of any length is told by its beginning", async () => {
    const refused = checked(SignIn, { ["x".repeat(100_000)]: 1 }) as Response;
    expect((await refused.text()).length).toBeLessThan(1000);
  });
  it("that are known is taken, with what stands in it, and checked", () => {
    const form = checked(CellsChange, { cells: [{ layer: "A", kind: "b", state: "drawn" }] }) as CellsChange;
    expect(form.cells[0]).toBeInstanceOf(ShowingCell);
    expect(checked(CellsChange, { cells: [{ layer: 1, kind: "b", state: "drawn" }] })).toBeInstanceOf(Response);
    expect((checked(SignIn, { email: "  a@example.org ", password: "x" }) as SignIn).email).toBe("a@example.org");
  });
  it("tells at most twenty of what is wrong", async () => {
    const cells = Array.from({ length: 5000 }, () => ({ layer: 1, kind: 2, state: "no" }));
    const told = (await (checked(CellsChange, { cells }) as Response).json()) as { problems: unknown[] };
    expect(told.problems).toHaveLength(20);
  });
});

describe("handlers that anybody may call", { timeout: 10_000 }, () => {
  it.each([
    ["session", session.POST],
    ["new password", newPassword.POST],
  ])("%s: take a few kB, by what is said and by what comes", async (_name, handler) => {
    const large = new TextEncoder().encode(JSON.stringify({ email: "a@example.org", ...strangers(150_000) }));
    const stated = request("POST", "/x", { bytes: large, headers: { "content-length": String(large.length) } });
    expect((await handler(stated, context())).status).toBe(413);
    expect((await handler(request("POST", "/x", { bytes: large }), context())).status).toBe(413);
  });
  it("a small form with many members is refused", async () => {
    const bytes = new TextEncoder().encode(`[${"[],".repeat(500)}1]`);
    expect((await session.POST(request("POST", "/x", { bytes }), context())).status).toBe(400);
  });
});

describe("JSON", { timeout: 10_000 }, () => {
  it("of 14 MB of empty objects is counted, and refused before it is made", async () => {
    const bytes = new TextEncoder().encode(`[${"{},".repeat(4_800_000)}{}]`);
    const answer = await ida.send(draft.PATCH, "PATCH", { bytes });
    expect([answer.status, await answer.text()]).toEqual([400, expect.stringContaining("500,000 values")]);
  });
  it("may have as many members as are said, and no more", () => {
    const read = (text: string, most: number) => readJson(new TextEncoder().encode(text), most).ok;
    expect([read("[1,2,3]", 3), read("[1,2,3]", 2), read('{"a":[1,2],"b":"x,y,z,[{"}', 4)]).toEqual([
      true,
      false,
      true,
    ]);
  });
});

describe("bodies on their way", () => {
  const LARGE = 16 * 2 ** 20;
  it("that are small keep nobody out: an address may be that of many people", async () => {
    let end = (): void => undefined;
    const held = new Promise<void>((resolve) => (end = resolve));
    const all = Array.from({ length: MOST_SMALL }, () => inRoom("one", 8000, () => held));
    await expect(inRoom("one", 8000, () => held)).rejects.toBeInstanceOf(TooManyBodies);
    expect(await inRoom("one", LARGE, () => Promise.resolve(1))).toBe(1);
    end();
    await Promise.all(all);
  });
  it("are few of one sender; another's is taken", async () => {
    let end = (): void => undefined;
    const held = new Promise<void>((resolve) => (end = resolve));
    const all = Array.from({ length: MOST_OF_SENDER }, () => inRoom("one", LARGE, () => held));
    await expect(inRoom("one", LARGE, () => held)).rejects.toBeInstanceOf(TooManyBodies);
    expect(await inRoom("other", LARGE, () => Promise.resolve(1))).toBe(1);
    end();
    await Promise.all(all);
    expect(await inRoom("one", LARGE, () => Promise.resolve(2))).toBe(2);
    expect(failure(new TooManyBodies(), false, request("POST", "/x")).status).toBe(503);
  });
  it("have room for so many bytes in a process, and give it back", async () => {
    await expect(inRoom("one", LARGE, async (room) => room.grow(300 * 2 ** 20))).rejects.toBeInstanceOf(TooManyBodies);
    await inRoom("one", LARGE, async (room) => room.grow(200 * 2 ** 20));
    await inRoom("two", LARGE, async (room) => room.grow(200 * 2 ** 20));
  });
  it("that come too slowly end", async () => {
    const began = 1_000_000;
    expect(patience(0, began, began)).toBe(10_000);
    expect(patience(1_000_000, began, began + 20_000)).toBe(LONGEST_SILENCE_MS);
    expect(patience(1000, began, began + 10_400)).toBeLessThanOrEqual(100);
    vi.useFakeTimers();
    try {
      const silent = new Request("http://127.0.0.1/x", {
        method: "POST",
        body: new ReadableStream<Uint8Array>({ start: (controller) => controller.enqueue(new Uint8Array(3)) }),
        duplex: "half",
      } as RequestInit);
      const received = receiveBytes(silent, 1000);
      const refused = expect(received).rejects.toBeInstanceOf(TooSlow);
      await vi.advanceTimersByTimeAsync(11_000);
      await refused;
    } finally {
      vi.useRealTimers();
    }
    expect(failure(new TooSlow(), false, request("POST", "/x")).status).toBe(408);
  });
});

describe("a font whose substitutions never end", { timeout: 60_000 }, () => {
  it("is refused with the reason, and nobody else waits", async () => {
    const { value, ticks } = await meanwhile(() => ida.send(fonts.POST, "POST", { bytes: endless }));
    expect([value.status, await value.text()]).toEqual([422, expect.stringContaining("not be read within 5 seconds")]);
    expect(ticks).toBeGreaterThan(100);
  });
  it("that was kept by an earlier version is left out where it would be used", async () => {
    await keepFile(database, { officeId: office }, sha256(endless), endless);
    const [row] = await database.select().from(standards).where(eq(standards.officeId, office));
    const named = { family: "Endless", sha256: sha256(endless) };
    await database
      .update(standards)
      .set({ content: { ...row!.content, fonts: [...row!.content.fonts, { ...named, licence: "" }] } })
      .where(eq(standards.officeId, office));
    const { value, ticks } = await meanwhile(() => ida.send(starter.GET, "GET", { query: { kind: "floor-plan" } }));
    expect(value.status).toBe(200);
    expect(ticks).toBeGreaterThan(100);
  });
  it("a sound one is taken", async () =>
    expect((await ida.send(fonts.POST, "POST", { bytes: barlow })).status).toBe(201));
});

describe("jobs of several offices", () => {
  it("take turns between offices, then between people, however many one of them asks for", async () => {
    await database
      .update(jobs)
      .set({ state: "cancelled" })
      .where(sql`${jobs.state} in ('waiting', 'working')`);
    const [a, b] = [await newOffice(), await newOffice()];
    const [p, q] = [await newPerson(b, "drafter"), await newPerson(b, "drafter")];
    const one = await newPerson(a, "drafter");
    const ask = (by: { officeId: string; userId: string }) => enqueue(database, { kind: "no-such-kind" }, by, {});
    for (let i = 0; i < 40; i++) await ask(p);
    for (let i = 0; i < 2; i++) await ask(q);
    for (let i = 0; i < 2; i++) await ask(one);
    const took: string[] = [];
    const names = new Map([
      [p.userId, "b.p"],
      [q.userId, "b.q"],
      [one.userId, "a"],
    ]);
    for (let i = 0; i < 8; i++) {
      const job = await takeNext(database);
      took.push(names.get(job!.askedBy ?? "") ?? "?");
      await database.update(jobs).set({ state: "done" }).where(eq(jobs.id, job!.id));
    }
    // Who has never been served comes first; after that the two take turns for as long as both have something to do.
    expect(took.slice(0, 4).filter((name) => name === "a")).toHaveLength(2);
    expect(took.slice(0, 6).filter((name) => name === "b.q")).toHaveLength(2);
    expect(took.slice(6)).toEqual(["b.p", "b.p"]);
    expect(await takeNext(database, [b])).toBeUndefined();
    await database.update(jobs).set({ state: "cancelled" }).where(eq(jobs.officeId, b));
  });
});

describe("quotas", () => {
  const inspection = async () =>
    (await ida.json<{ id: string }>(inspectionList.POST, "POST", { body: { name: "x" } }, 201)).id;
  it("of bytes: a file that would pass that of the office is not begun, and it is told", async () => {
    vi.stubEnv("HEMSTITCH_OFFICE_GB", "0.001");
    const answer = await ida.send(uploadList.POST, "POST", { body: { size: 2_000_000 } });
    expect([answer.status, await answer.text()]).toEqual([429, expect.stringContaining("Your office keeps 0.0 GB")]);
  });
  it("of bytes a day: the same of a person", async () => {
    vi.stubEnv("HEMSTITCH_PERSON_GB_A_DAY", "0.001");
    const answer = await ida.send(uploadList.POST, "POST", { body: { size: 2_000_000 } });
    expect([answer.status, await answer.text()]).toEqual([429, expect.stringContaining("within a day")]);
  });
  it("of jobs: no more are queued than may wait", async () => {
    vi.stubEnv("HEMSTITCH_PERSON_JOBS", "1");
    const inspectionId = await inspection();
    const send = (bytes: Uint8Array) =>
      ida.send(inspectionFiles.POST, "POST", { params: { inspectionId }, query: { name: "a.pdf" }, bytes });
    expect((await send(new Uint8Array([1]))).status).toBe(201);
    const second = await send(new Uint8Array([2]));
    expect([second.status, await second.text()]).toEqual([429, expect.stringContaining("1 of your jobs wait")]);
    await database.update(jobs).set({ state: "cancelled" }).where(eq(jobs.officeId, office));
  });
  it("uploads begun and never finished end", async () => {
    const values = { officeId: office, userId: idaId, size: 10 };
    const [silent, endlessOne, fresh] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
    await database.insert(uploads).values([
      { ...values, id: silent, lastAt: sql`now() - interval '7 hours'` as never },
      { ...values, id: endlessOne, begunAt: sql`now() - interval '3 days'` as never },
      { ...values, id: fresh },
    ]);
    await sweepUploads(database);
    const left = await database.select({ id: uploads.id }).from(uploads).where(eq(uploads.userId, idaId));
    expect(left.map(({ id }) => id)).toEqual([fresh]);
  });
});

describe("a plan set's form", () => {
  it("is checked for what it holds", () =>
    expect(
      onBehalf({ officeId: "x", userId: "y", signal: new AbortController().signal }, () =>
        checked(NewPlanSet, { name: " ", units: "metric" }),
      ),
    ).toBeInstanceOf(Response));
});
