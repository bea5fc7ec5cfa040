import { randomBytes } from "node:crypto";
import { eq, sql } from "drizzle-orm";
import { afterAll, describe, expect, it, vi } from "vitest";
import { must } from "../../core/src/base/result";
import { filePieces, uploads } from "../src/server/database/schema";
import { storedFile, fileBytes, piecesOf } from "../src/server/files/pieces";
import { keepFile, filesOfOffice } from "../src/server/files/keep";
import {
  arrived,
  beginUpload,
  claim,
  giveUp,
  receiveStored,
  sweepUploads,
  takeIn,
  uploadOf,
} from "../src/server/files/uploads";
import { handIn } from "../src/server/queries/hand-in";
import { Browser, database, newOffice, newPerson, pool, sha256 } from "./support";
import { inspectedFiles, inspections } from "../src/server/database/schema";
import * as filesRoute from "../src/app/api/inspections/[inspectionId]/files/route";
import * as uploadRoute from "../src/app/api/uploads/[uploadId]/route";

afterAll(() => pool.end());

const MB = 2 ** 20;
const sender = async () => newPerson(await newOffice(), "drafter");

/** Bytes in pieces of uneven length, as a network brings them; optionally broken off after some. */
async function* coming(bytes: Uint8Array, breakAt = Infinity): AsyncGenerator<Uint8Array> {
  for (let at = 0, step = 1; at < bytes.length; at += step, step = (step * 7 + 13) % 70_000) {
    if (at > breakAt) throw new Error("connection lost");
    yield bytes.subarray(at, at + step);
  }
}
const piecesLeft = async (stored: string): Promise<number> =>
  (
    await database
      .select({ n: sql<number>`count(*)::int` })
      .from(filePieces)
      .where(eq(filePieces.stored, stored))
  )[0]!.n;

describe("a file that comes in one request", () => {
  it.each([0, 1, MB - 1, MB, MB + 1, 3 * MB + 77])(
    "of %i bytes is stored byte for byte, or said to be none",
    async (size) => {
      const bytes = new Uint8Array(randomBytes(size));
      const received = await receiveStored(await sender(), coming(bytes), { size, sha256: sha256(bytes) });
      if (size === 0) return expect(received).toMatchObject({ ok: false, problem: { code: "empty-file" } });
      const { stored } = must(received);
      const back: Uint8Array[] = [];
      for await (const piece of piecesOf(database, stored)) back.push(piece);
      expect(Buffer.concat(back).equals(bytes)).toBe(true);
      // No process ever has to hold more than a piece and a bit.
      expect(Math.max(...back.map(({ length }) => length))).toBeLessThan(MB + 70_000);
    },
  );
  const BYTES = new Uint8Array(randomBytes(2 * MB + 5));
  it.each([
    ["is shorter than was said", { size: BYTES.length + 1 }, "cut-off"],
    ["is longer than was said", { size: BYTES.length - 1 }, "over-limit"],
    ["has another digest than was said", { size: BYTES.length, sha256: "0".repeat(64) }, "other-digest"],
  ])("that %s is not kept, and leaves nothing", async (_what, stated, code) => {
    const who = await sender();
    expect(await receiveStored(who, coming(BYTES), stated)).toMatchObject({ ok: false, problem: { code } });
    expect(await database.select().from(uploads).where(eq(uploads.userId, who.userId))).toEqual([]);
  });
  it("that breaks off leaves nothing", async () => {
    const who = await sender();
    const before = await database.select({ n: sql<number>`count(*)::int` }).from(filePieces);
    await expect(receiveStored(who, coming(BYTES, 1.5 * MB), {})).rejects.toThrow("connection lost");
    expect(await database.select({ n: sql<number>`count(*)::int` }).from(filePieces)).toEqual(before);
    expect(await database.select().from(uploads).where(eq(uploads.userId, who.userId))).toEqual([]);
  });
  it("is refused by its stated size before anything is stored", async () => {
    vi.stubEnv("HEMSTITCH_MAX_FILE_MB", "1");
    const never = async function* (): AsyncGenerator<Uint8Array> {
      throw new Error("was read");
    };
    const received = await receiveStored(await sender(), never(), { size: 2 * MB });
    expect(received).toMatchObject({ ok: false, problem: { code: "over-limit" } });
    vi.unstubAllEnvs();
  });
});

describe("a file that comes in several requests", () => {
  it("goes on behind what has arrived, after the connection was lost", async () => {
    const who = await sender();
    const bytes = new Uint8Array(randomBytes(3 * MB + 123));
    const { id } = must(await beginUpload(who, { size: bytes.length }));
    await expect(takeIn((await uploadOf(who, id))!, coming(bytes, 1.7 * MB))).rejects.toThrow("connection lost");
    const half = (await uploadOf(who, id))!;
    // All that came before the break is there, not only whole pieces.
    expect(half.received).toBeGreaterThan(1.6 * MB);
    expect(must(await takeIn(half, coming(bytes.subarray(half.received))))).toBe(bytes.length);
    const whole = must(await arrived((await uploadOf(who, id))!, sha256(bytes)));
    expect(whole).toEqual({ stored: id, size: bytes.length, sha256: sha256(bytes) });
  });
  it("is not whole before all of it has arrived", async () => {
    const who = await sender();
    const upload = must(await beginUpload(who, { size: 100 }));
    await takeIn(upload, coming(new Uint8Array(60)));
    expect(await arrived((await uploadOf(who, upload.id))!)).toMatchObject({ ok: false, problem: { code: "cut-off" } });
  });
  it("takes each byte once, though two send the same part at once", async () => {
    const who = await sender();
    const bytes = new Uint8Array(randomBytes(2 * MB));
    const upload = must(await beginUpload(who, { size: bytes.length }));
    const both = await Promise.all([takeIn(upload, coming(bytes)), takeIn(upload, coming(bytes))]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(must(await arrived((await uploadOf(who, upload.id))!)).sha256).toBe(sha256(bytes));
  });
  it("can be seen and given up by its sender alone", async () => {
    const [who, other] = [await sender(), await sender()];
    const { id } = must(await beginUpload(who, { size: 10 }));
    expect(await uploadOf(other, id)).toBeUndefined();
    expect(await uploadOf({ ...who, officeId: other.officeId }, id)).toBeUndefined();
    await takeIn((await uploadOf(who, id))!, coming(new Uint8Array(10)));
    await giveUp(id);
    expect([await uploadOf(who, id), await piecesLeft(id)]).toEqual([undefined, 0]);
  });
  it("no more than twenty at a time", async () => {
    const who = await sender();
    for (let i = 0; i < 20; i++) must(await beginUpload(who, { size: 1 }));
    expect(await beginUpload(who, { size: 1 })).toMatchObject({ ok: false, problem: { code: "many-uploads" } });
  });
  it("of which nothing has come for a day is swept away, and no other", async () => {
    const who = await sender();
    const [old, fresh] = [must(await beginUpload(who, { size: 9 })), must(await beginUpload(who, { size: 9 }))];
    for (const each of [old, fresh]) await takeIn(each, coming(new Uint8Array(5)));
    await database
      .update(uploads)
      .set({ lastAt: sql`now() - interval '25 hours'` })
      .where(eq(uploads.id, old.id));
    await sweepUploads(database);
    expect([await piecesLeft(old.id), await piecesLeft(fresh.id)]).toEqual([0, 1]);
  });
});

describe("a file that is kept", () => {
  const inspectionOf = async (officeId: string): Promise<string> =>
    (await database.insert(inspections).values({ officeId, name: "x" }).returning({ id: inspections.id }))[0]!.id;

  it("is kept once, whoever brings it, and is given to those alone who brought it", async () => {
    const [one, two, three] = [await sender(), await sender(), await sender()];
    const bytes = new Uint8Array(randomBytes(MB + 9));
    const brought: string[] = [];
    for (const who of [one, two]) {
      const stored = must(await receiveStored(who, coming(bytes), {}));
      await handIn(who, await inspectionOf(who.officeId), {
        id: stored.stored,
        name: "a.pdf",
        bytes: async (on) => ((await claim(on, stored.stored)) ? stored : undefined),
      });
      brought.push(stored.stored);
    }
    const hash = sha256(bytes);
    expect(Buffer.from((await fileBytes(database, hash))!).equals(bytes)).toBe(true);
    expect((await storedFile(database, hash))!.stored).toBe(brought[0]);
    expect(await piecesLeft(brought[1]!)).toBe(0);
    expect(
      await Promise.all(
        [one, two, three].map(async ({ officeId }) => (await filesOfOffice(database, officeId, [hash])).has(hash)),
      ),
    ).toEqual([true, true, false]);
    expect(await database.select().from(uploads).where(eq(uploads.officeId, two.officeId))).toEqual([]);
  });
  it("is whole or not there, whoever cancels it or hands it in once more at the same moment", async () => {
    const ida = await newPerson(await newOffice(), "coordinator");
    const browser = await Browser.of(ida.email);
    for (let turn = 0; turn < 12; turn++) {
      const bytes = new Uint8Array(randomBytes(MB + turn));
      const { id } = must(await beginUpload(ida, { size: bytes.length }));
      must(await takeIn((await uploadOf(ida, id))!, coming(bytes)));
      const inspectionId = await inspectionOf(ida.officeId);
      const finish = () =>
        browser.send(filesRoute.POST, "POST", { params: { inspectionId }, query: { upload: id, name: "a.pdf" } });
      const cancel = () => browser.send(uploadRoute.DELETE, "DELETE", { params: { uploadId: id } });
      const [first, second] = await Promise.all(turn % 2 === 0 ? [finish(), cancel()] : [finish(), finish(), cancel()]);
      const file = await storedFile(database, sha256(bytes));
      const rows = await database.select().from(inspectedFiles).where(eq(inspectedFiles.inspectionId, inspectionId));
      if (file) {
        expect(Buffer.from((await fileBytes(database, sha256(bytes)))!).equals(bytes)).toBe(true);
        expect(rows).toHaveLength(1);
        expect(first.status).toBe(201);
        // Who asks again, because the answer was lost, gets the same.
        expect(await (await finish()).json()).toEqual({ id, sha256: sha256(bytes), size: bytes.length });
      } else expect([rows.length, await piecesLeft(id)]).toEqual([0, 0]);
      expect([first.status, second.status].filter((status) => status >= 500)).toEqual([]);
    }
  });
  it("by many at once is whole", async () => {
    const { officeId } = await sender();
    const bytes = new Uint8Array(randomBytes(2 * MB));
    await Promise.all(Array.from({ length: 6 }, () => keepFile(database, { officeId }, sha256(bytes), bytes)));
    expect(Buffer.from((await fileBytes(database, sha256(bytes)))!).equals(bytes)).toBe(true);
  });
});
