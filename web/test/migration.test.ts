import { randomUUID } from "node:crypto";
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { Client, Pool } from "pg";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { databaseUrl } from "../src/server/database/client";

const migrations = join(import.meta.dirname, "../drizzle");
const name = `migrated_${randomUUID().slice(0, 8)}`;
let pool: Pool;

/** The migrations up to one, as a folder of their own. */
function upTo(last: number): string {
  const folder = mkdtempSync(join(tmpdir(), "migrations-"));
  cpSync(migrations, folder, { recursive: true });
  const path = join(folder, "meta/_journal.json");
  const journal = JSON.parse(readFileSync(path, "utf8")) as { entries: { idx: number }[] };
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.filter(({ idx }) => idx <= last) }));
  return folder;
}

const rows = async (query: string): Promise<Record<string, unknown>[]> =>
  (await pool.query(query)).rows as Record<string, unknown>[];

const FINDING = {
  rule: "line/hairline",
  severity: "stop",
  page: 1,
  layer: "A-WALL",
  message: "2 lines have no width.",
  measured: 0,
  expected: 0.5,
  unit: "mm",
  mend: "set-width",
  suggestions: ["x"],
  count: 2,
  atMm: { x: 1, y: 2, width: 3, height: 4 },
  placesMm: [1, 2, 3, 4, 1, 2, 3, 4],
};

beforeAll(async () => {
  const admin = new Client({ connectionString: databaseUrl() });
  await admin.connect();
  await admin.query(`create database ${name}`);
  await admin.end();
  const url = new URL(databaseUrl());
  url.pathname = `/${name}`;
  pool = new Pool({ connectionString: url.toString() });
  await migrate(drizzle(pool), { migrationsFolder: upTo(4) });
  await pool.query(`
    insert into offices (id, name) values ('00000000-0000-4000-8000-000000000001', 'Office');
    insert into files (sha256, bytes, size) values ('aa', '\\x01', 1), ('bb', '\\x02', 1);
    insert into inspections (id, office_id, name) values ('00000000-0000-4000-8000-000000000002', '00000000-0000-4000-8000-000000000001', 'Look');
    insert into effects (id, office_id, draft_version, edition, state, progress, result) values
      ('00000000-0000-4000-8000-00000000000e', '00000000-0000-4000-8000-000000000001', 3, 1, 'done', 1, '{"drawings":0,"sets":[],"changes":[]}');
    create schema pgboss; create table pgboss.job (id int);`);
  const insert = (file: Record<string, unknown>) => {
    const names = Object.keys(file);
    return pool.query(
      `insert into inspected_files (inspection_id, ${names.join(", ")}) values ('00000000-0000-4000-8000-000000000002', ${names.map((_, i) => `$${i + 1}`).join(", ")})`,
      Object.values(file),
    );
  };
  const done = {
    name: "done.pdf",
    sha256: "aa",
    state: "done",
    progress: 1,
    pages: 1,
    findings: JSON.stringify([FINDING, { ...FINDING, rule: "file/no-layers", page: 0, layer: undefined }]),
    stops: 1,
    drawing: Buffer.from("HSD1"),
    mend_state: "done",
    mended_sha256: "bb",
    left_findings: JSON.stringify([{ ...FINDING, rule: "text/font" }]),
  };
  await insert(done);
  await insert({ name: "working.pdf", sha256: "aa", state: "working", progress: 0.4 });
  await insert({ name: "failed.pdf", sha256: "aa", state: "failed", problem: "cut off", remedy: "again" });
  await insert({ name: "mending.pdf", sha256: "aa", state: "done", mend_state: "working", findings: "[]" });
  await migrate(drizzle(pool), { migrationsFolder: migrations });
}, 60_000);

afterAll(async () => {
  await pool.end();
  const admin = new Client({ connectionString: databaseUrl() });
  await admin.connect();
  await admin.query(`drop database ${name}`);
  await admin.end();
});

describe("a database of the schema before jobs and findings were rows", () => {
  it("keeps what jobs had come to; what was under way begins anew, with what it was for", async () => {
    const jobs = await rows(`
      select f.name, j.kind, j.state, j.problem, j.remedy, j.args->>'fileId' = f.id::text as own
      from jobs j join inspected_files f on j.id in (f.job_id, f.mend_job_id) order by f.name, j.kind`);
    expect(jobs).toEqual([
      { name: "done.pdf", kind: "inspect-file", state: "done", problem: null, remedy: null, own: true },
      { name: "done.pdf", kind: "mend-file", state: "done", problem: null, remedy: null, own: true },
      { name: "failed.pdf", kind: "inspect-file", state: "failed", problem: "cut off", remedy: "again", own: true },
      { name: "mending.pdf", kind: "inspect-file", state: "done", problem: null, remedy: null, own: true },
      {
        name: "mending.pdf",
        kind: "mend-file",
        state: "failed",
        problem: expect.stringContaining("newer version"),
        remedy: "Mend the file again.",
        own: true,
      },
      { name: "working.pdf", kind: "inspect-file", state: "waiting", problem: null, remedy: null, own: true },
    ]);
  });
  it("keeps every finding, in its order, of both looks", async () => {
    const found = await rows(`select look, number, rule, severity, page, layer, message, measured, expected, unit, mend,
      suggestions, count, box_mm, places_mm from findings order by look desc, number`);
    const { atMm, placesMm, ...same } = FINDING;
    const kept = { ...same, box_mm: atMm, places_mm: placesMm };
    expect(found).toEqual([
      { look: "received", number: 1, ...kept },
      { look: "received", number: 2, ...kept, rule: "file/no-layers", page: 0, layer: null },
      { look: "mended", number: 1, ...kept, rule: "text/font" },
    ]);
    const keys = await rows("select count(distinct key)::int as keys from findings");
    expect(keys).toEqual([{ keys: 3 }]);
  });
  it("keeps what a draft would do, and the queue of before goes", async () => {
    expect(await rows("select e.draft_version, j.kind, j.state from effects e join jobs j on j.id = e.job_id")).toEqual(
      [{ draft_version: 3, kind: "effect-of-draft", state: "done" }],
    );
    expect(await rows("select 1 from information_schema.schemata where schema_name = 'pgboss'")).toEqual([]);
  });
});
