import { spawnSync } from "node:child_process";
import { randomBytes, randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { asc, eq, sql, type SQL } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { APPLICATION_ROLE } from "../../scripts/lib/postgres.mjs";
import { connect, databaseUrl, type Database } from "../src/server/database/client";
import { grantTo } from "../src/server/database/grants";
import { changeLog, filePieces, files, seals } from "../src/server/database/schema";
import { sealEarlier } from "../src/server/database/seal-earlier";
import { verifySealed } from "../src/server/upkeep/verify";
import { keepFile } from "../src/server/files/keep";
import { storedFile } from "../src/server/files/pieces";
import { editDraft } from "../src/server/queries/change-draft";
import { publish } from "../src/server/queries/editions";
import { database, newOffice, newPerson, pool, sha256 } from "./support";

let application: Database;
let end: () => Promise<void>;

beforeAll(async () => {
  const connected = connect(databaseUrl().replace("//hemstitch:", `//${APPLICATION_ROLE}:`));
  application = connected.database;
  end = () => connected.pool.end();
  await grantTo(database, APPLICATION_ROLE);
});
afterAll(async () => {
  await end();
  await pool.end();
});

const refusal = async (doing: PromiseLike<unknown>): Promise<string> => {
  try {
    await doing;
    return "";
  } catch (error) {
    return String((error as { cause?: Error }).cause?.message ?? error);
  }
};

describe("the role that the application works as", () => {
  it.each([
    "update files set size = 1",
    "delete from files",
    "truncate files cascade",
    "update file_pieces set bytes = ''",
    "truncate file_pieces",
    "update editions set summary = 'x'",
    "delete from editions",
    "truncate editions",
    "update change_log set who = 'x'",
    "delete from change_log",
    "truncate change_log",
    "alter table editions disable trigger all",
    "alter table change_log drop column who",
    "drop trigger files_sealed on files",
    "drop table change_log",
    "create table mine (id int)",
    `alter role ${APPLICATION_ROLE} superuser`,
    "set session_replication_role = replica",
  ])("can't %s", async (statement) =>
    expect(await refusal(application.execute(sql.raw(statement)))).toMatch(
      /permission denied|must be (owner|superuser)|never changed/,
    ),
  );
  it("can add to what is sealed, and give up what is on its way", async () => {
    const officeId = await newOffice();
    const bytes = new Uint8Array(randomBytes(100));
    await keepFile(application, { officeId }, sha256(bytes), bytes);
    await application.insert(changeLog).values({ officeId, who: "x", what: "test" });
    const stored = randomUUID();
    await application.insert(filePieces).values({ stored, position: 0, bytes });
    await application.delete(filePieces).where(eq(filePieces.stored, stored));
  });
});

describe("a backup", () => {
  it("that is dumped and restored is as it was; what is not is said with its name", async () => {
    const who = await newPerson(await newOffice(), "coordinator");
    await publish(who, "First", 1);
    const bytes = new Uint8Array(randomBytes(2 ** 21 + 3));
    await keepFile(database, who, sha256(bytes), bytes);
    const folder = mkdtempSync(join(tmpdir(), "backup-"));
    const name = `restored_${randomUUID().slice(0, 8)}`;
    const copy = new URL(databaseUrl());
    copy.pathname = `/${name}`;
    const ran = (command: string, ...args: string[]) => {
      const done = spawnSync(command, args, { encoding: "utf8" });
      expect(done.stderr.replace(/^.*warning.*$/gim, "").trim()).toBe("");
      expect(done.status).toBe(0);
    };
    ran("pg_dump", "--format=custom", `--file=${join(folder, "all")}`, databaseUrl());
    await database.execute(sql.raw(`create database ${name}`));
    ran("pg_restore", "--exit-on-error", `--dbname=${copy.toString()}`, join(folder, "all"));
    rmSync(folder, { recursive: true });
    const restored = connect(copy.toString());
    const first = await verifySealed(restored.database);
    expect(first.wrong).toEqual([]);
    expect(first).toMatchObject({ files: await database.$count(files) });
    expect(first.editions).toBeGreaterThan(0);
    // Somebody who owns the tables alters a piece and an edition.
    const { stored } = (await storedFile(restored.database, sha256(bytes)))!;
    await restored.database.transaction(async (on) => {
      await on.execute(sql`set local session_replication_role = replica`);
      await on.execute(
        sql`update file_pieces set bytes = set_byte(bytes, 7, (get_byte(bytes, 7) + 1) % 256) where stored = ${stored} and position = 0`,
      );
      await on.execute(
        sql`update editions set content = jsonb_set(content, '{name}', '"Another"') where office_id = ${who.officeId}`,
      );
    });
    expect((await verifySealed(restored.database)).wrong).toEqual([
      `file ${sha256(bytes)}: its bytes are not those that it was kept by`,
      `edition 1 of office ${who.officeId}: what is used of it is not what was sealed`,
    ]);
    await restored.pool.end();
  });
});

describe("the chain of an office", () => {
  /** Does something as the owner of the tables, who can switch off what guards them, and takes it back after looking. */
  async function afterTampering(statement: SQL): Promise<readonly string[]> {
    let wrong: readonly string[] = [];
    await database
      .transaction(async (on) => {
        await on.execute(sql`set local session_replication_role = replica`);
        await on.execute(statement);
        wrong = (await verifySealed(on as unknown as Database)).wrong;
        throw new Error("taken back");
      })
      .catch((error: Error) => {
        if (error.message !== "taken back") throw error;
      });
    return wrong;
  }
  const published = async () => {
    const who = await newPerson(await newOffice(), "coordinator");
    await editDraft(who, { of: "facts", facts: { name: "Before" } });
    await publish(who, "First", 2);
    return who;
  };

  it("holds: every line of the log and every edition is a link, in their order", async () => {
    const { officeId } = await published();
    const chain = await database.select().from(seals).where(eq(seals.officeId, officeId)).orderBy(asc(seals.position));
    expect(chain.map(({ position }) => position)).toEqual(chain.map((_, i) => i + 1));
    expect(chain.filter(({ about }) => about.startsWith("edition"))).toHaveLength(1);
    expect(chain.filter(({ about }) => about.startsWith("log"))).toHaveLength(
      await database.$count(changeLog, eq(changeLog.officeId, officeId)),
    );
    expect((await verifySealed(database)).wrong).toEqual([]);
  });
  it.each<[string, (officeId: string) => SQL, RegExp]>([
    [
      "an edition's content with its format",
      (id) =>
        sql`update editions set content = content || '{"format":"hemstitch-standard/0","name":"Another"}' where office_id = ${id}`,
      /edition 1 of office .*: what is used of it is not what was sealed/,
    ],
    [
      "its text",
      (id) => sql`update editions set written = replace(written, 'Before', 'After') where office_id = ${id}`,
      /edition 1 of office .*: its text is not the one that has its digest/,
    ],
    [
      "its text with its digest and content",
      (id) =>
        sql`update editions set written = replace(written, 'Before', 'Behind'), content = replace(content::text, 'Before', 'Behind')::jsonb, digest = encode(sha256(convert_to(replace(written, 'Before', 'Behind'), 'UTF8')), 'hex') where office_id = ${id}`,
      /edition 1 of office .*: it does not say what was sealed/,
    ],
    ["its summary", (id) => sql`update editions set summary = 'x' where office_id = ${id}`, /edition 1 .*does not say/],
    [
      "its author",
      (id) => sql`update editions set published_by = 'x' where office_id = ${id}`,
      /edition 1 .*does not say/,
    ],
    [
      "its date",
      (id) => sql`update editions set published_at = published_at + interval '1 second' where office_id = ${id}`,
      /edition 1 .*does not say/,
    ],
    [
      "that it is there",
      (id) => sql`delete from editions where office_id = ${id}`,
      /edition 1 .*it was sealed, and is gone/,
    ],
    [
      "who a line of the log names",
      (id) => sql`update change_log set who = 'x' where office_id = ${id}`,
      /log \d+ .*does not say/,
    ],
    [
      "when",
      (id) => sql`update change_log set at = at - interval '1 microsecond' where office_id = ${id}`,
      /log \d+ .*does not say/,
    ],
    [
      "what it changed",
      (id) => sql`update change_log set after = '{"x":1}' where office_id = ${id}`,
      /log \d+ .*does not say/,
    ],
    [
      "that it is there",
      (id) => sql`delete from change_log where office_id = ${id}`,
      /log \d+ .*it was sealed, and is gone/,
    ],
    [
      "a line that was put in",
      (id) => sql`insert into change_log (office_id, who, what) values (${id}, 'x', 'y')`,
      /log \d+ .*it is there, and was never sealed/,
    ],
    [
      "a link together with its line",
      (id) =>
        sql`with gone as (delete from seals where office_id = ${id} and position = 1 returning about) delete from change_log where 'log ' || id = (select about from gone)`,
      /link 2 .*the links before it are missing/,
    ],
    [
      "what was sealed",
      (id) => sql`update seals set said = replace(said, '"who"', '"whom"') where office_id = ${id} and position = 1`,
      /link 1 .*its seal does not follow/,
    ],
  ])("is broken by a change of %s", async (_what, tampering, told) => {
    const { officeId } = await published();
    const wrong = await afterTampering(tampering(officeId));
    expect(wrong.join("\n")).toMatch(told);
    expect(wrong.every((each) => each.includes(officeId))).toBe(true);
  });
  it("can't be written by the application, not even by a link of its own", async () => {
    const { officeId } = await published();
    const values = { officeId, position: 99, about: "log 0", said: "{}", seal: "x" };
    await expect(application.insert(seals).values(values)).rejects.toThrow();
    await expect(application.delete(seals)).rejects.toThrow();
    await expect(application.execute(sql`select hemstitch_add_seal(${officeId}, 'log 0', '{}')`)).rejects.toThrow();
    await application.insert(changeLog).values({ officeId, who: "x", what: "test" });
    expect((await verifySealed(database)).wrong).toEqual([]);
  });
  it("takes in what was kept before there was one, once", async () => {
    const { officeId } = await published();
    await database.execute(sql`alter table editions alter column written drop not null`);
    await database.transaction(async (on) => {
      await on.execute(sql`set local session_replication_role = replica`);
      await on.execute(sql`delete from seals where office_id = ${officeId}`);
      await on.execute(sql`update editions set written = null where office_id = ${officeId}`);
    });
    await sealEarlier(database);
    const first = await database.select().from(seals).where(eq(seals.officeId, officeId));
    await sealEarlier(database);
    expect(await database.select().from(seals).where(eq(seals.officeId, officeId))).toEqual(first);
    expect(first.length).toBeGreaterThan(1);
    expect((await verifySealed(database)).wrong).toEqual([]);
  });
});
