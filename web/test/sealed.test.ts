import { spawnSync } from "node:child_process";
import { randomBytes, randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { APPLICATION_ROLE } from "../../scripts/lib/postgres.mjs";
import { connect, databaseUrl, type Database } from "../src/server/database/client";
import { grantTo } from "../src/server/database/grants";
import { changeLog, filePieces, files } from "../src/server/database/schema";
import { verifySealed } from "../src/server/database/verify";
import { keepFile } from "../src/server/files/keep";
import { storedFile } from "../src/server/files/pieces";
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
