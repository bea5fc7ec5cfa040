import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { largePage } from "../../bench/src/large-page";
import { onePage } from "../../core/test/support/raw-pdf";
import { preset } from "@hemstitch/core/standard";
import { failure } from "../src/server/access/failure";
import { onBehalf } from "../src/server/base/asking";
import { closeThreads, inThread, jobMs, MOST_OF_OFFICE, TookTooLong, TooMuchAtOnce } from "../src/server/work/threads";

afterAll(() => closeThreads());

/** Work of some seconds. */
const PAGE = largePage(900_000, 100);
const heavy = () =>
  inThread({ kind: "inspect", given: {}, bytes: PAGE, standard: preset("tarnwick")!, maxFileBytes: PAGE.length });
const light = () => inThread({ kind: "workbook", tables: [{ title: "T", columns: ["a"], rows: [["b"]] }] });
const asked = new Request("http://127.0.0.1/api/x", { method: "POST" });

describe("work that somebody waits for", () => {
  it("ends when they leave", async () => {
    const leaves = new AbortController();
    const working = onBehalf({ officeId: "one", userId: "", signal: leaves.signal }, heavy);
    setTimeout(() => leaves.abort(), 200);
    const began = Date.now();
    await expect(working).rejects.toThrow();
    expect(Date.now() - began).toBeLessThan(5_000);
  });
  it("is bounded for each office, so that others have their turn", async () => {
    const leaves = new AbortController();
    const of = (officeId: string) => ({ officeId, userId: "", signal: leaves.signal });
    const busy = Array.from({ length: MOST_OF_OFFICE }, () => onBehalf(of("greedy"), heavy).catch(() => "ended"));
    await expect(onBehalf(of("greedy"), light)).rejects.toBeInstanceOf(TooMuchAtOnce);
    const other = onBehalf(of("modest"), light);
    leaves.abort();
    expect(await Promise.all(busy)).toEqual(Array(MOST_OF_OFFICE).fill("ended"));
    await other.catch(() => undefined);
    // What has ended makes room again.
    expect(
      await onBehalf({ officeId: "greedy", userId: "", signal: new AbortController().signal }, light),
    ).toMatchObject({
      ok: true,
    });
  });
  it("that takes too long takes its thread down, and nothing else", async () => {
    const slow = inThread(
      { kind: "inspect", given: {}, bytes: PAGE, standard: preset("tarnwick")!, maxFileBytes: PAGE.length },
      { deadlineMs: 300 },
    );
    const beside = light();
    await expect(slow).rejects.toBeInstanceOf(TookTooLong);
    expect(await beside).toMatchObject({ ok: true });
    expect(await light()).toMatchObject({ ok: true });
  });
  it("has longer for a larger file, and not for ever", () => {
    const of = (length: number) => jobMs({ kind: "read", bytes: { length } as Uint8Array, maxFileBytes: 1 });
    expect([of(0), of(29_735), of(2e6), of(1e9)]).toEqual([120_000, 150_000, 180_000, 900_000]);
  });
  it("is told to come back, or to take less, and not that something broke", async () => {
    const busy = failure(new TooMuchAtOnce(), false, asked);
    expect([busy.status, busy.headers.get("retry-after")]).toEqual([503, "5"]);
    const slow = failure(new TookTooLong(60_000), false, asked);
    expect([slow.status, ((await slow.json()) as { message: string }).message]).toEqual([
      422,
      "It took longer than 60 seconds and was stopped.",
    ]);
  });
});

describe("a mend in a thread", () => {
  it("paints the page before and after, and says where it could not", { timeout: 60_000 }, async () => {
    const mend = (bytes: Uint8Array) =>
      inThread({ kind: "mend", given: {}, bytes, standard: preset("tarnwick")!, maxFileBytes: 250e6, only: null });
    const weasy = new Uint8Array(readFileSync(join(import.meta.dirname, "../../core/test/cases/pdf/weasy.pdf")));
    const rows = async (bytes: Uint8Array) => {
      const mended = await mend(bytes);
      if (!mended.ok) throw new Error(mended.problem);
      return mended.mended;
    };
    expect((await rows(weasy)).filter((row) => !row.notCompared)).toHaveLength(3);
    expect((await rows(weasy)).filter((row) => row.notCompared)).toEqual([]);
    expect(
      (await rows(onePage({ content: `0.3 w ${"1 1 m 9 9 l S ".repeat(250_001)}`, packed: true }))).filter(
        (row) => row.notCompared,
      ),
    ).toMatchObject([{ title: "Page 1", message: "There is too much to paint." }]);
  });
});

describe("hostile files", () => {
  const folder = join(import.meta.dirname, "../../core/test/cases/pdf");
  const inspected = (name: string) => {
    const bytes = new Uint8Array(readFileSync(join(folder, name)));
    return inThread({ kind: "inspect", given: {}, bytes, standard: preset("tarnwick")!, maxFileBytes: 250e6 });
  };
  it("are answered in words, and a sound one beside them is read", { timeout: 120_000 }, async () => {
    const bombs = readdirSync(folder).filter((name) => name.startsWith("bomb-"));
    expect(bombs.length).toBeGreaterThanOrEqual(11);
    const [sound, ...answers] = await Promise.all([inspected("weasy.pdf"), ...bombs.map(inspected)]);
    expect(sound).toMatchObject({ ok: true, pages: 1 });
    for (const answer of answers)
      expect(answer.ok ? answer.pages : answer.problem, JSON.stringify(answer).slice(0, 200)).toBeTruthy();
  });
});
